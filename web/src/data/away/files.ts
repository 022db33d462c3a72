import { makeRoom } from './room.ts';
import { db } from './store.ts';
import { canSeal, sealBytes, unsealBytes } from './vault.ts';

/** Keeps a file that is to go to an address. False where the browser cannot encrypt: a picture of a body is not kept readable. */
export const keepFile = async (personId: string, address: string, file: Blob): Promise<boolean> => {
  if (!canSeal()) return false;
  const sealed = await sealBytes(personId, await file.arrayBuffer());
  const row = { key: `${personId} ${address}`, personId, at: Date.now(), address, type: file.type, sealed };
  await makeRoom(() => db.files.put(row));
  return true;
};

const of = (personId: string) => db.files.where('[personId+at]').between([personId, 0], [personId, Infinity]);

/** How many files of a person wait. */
export const filesWaiting = (personId: string): Promise<number> => of(personId).count();

/** The file that has waited longest; undefined where none does. One that cannot be opened any more is let go. */
export const nextFile = async (personId: string): Promise<{ address: string; file: Blob } | undefined> => {
  const row = await of(personId).first();
  if (!row) return undefined;
  const bytes = await unsealBytes(personId, row.sealed);
  if (bytes) return { address: row.address, file: new Blob([bytes], { type: row.type }) };
  await db.files.delete(row.key);
  return nextFile(personId);
};

export const dropFile = (personId: string, address: string): Promise<void> =>
  db.files.delete(`${personId} ${address}`);

export const forgetFiles = (personId: string): Promise<number> => of(personId).delete();
