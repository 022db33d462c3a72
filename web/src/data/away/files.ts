import { makeRoom } from './room.ts';
import { db } from './store.ts';
import { canSeal, sealBytes, unsealBytes } from './vault.ts';

/** A file that waits, and up to which byte the server has it. */
export interface WaitingFile {
  address: string;
  file: Blob;
  received: number;
}

/** Keeps a file that is to go to an address. False where the browser cannot encrypt: a picture of a body is not kept readable. */
export const keepFile = async (
  personId: string,
  { address, file, received }: WaitingFile,
): Promise<boolean> => {
  if (!canSeal()) return false;
  const sealed = await sealBytes(personId, await file.arrayBuffer());
  const key = `${personId} ${address}`;
  const row = { key, personId, at: Date.now(), address, type: file.type, received, sealed };
  await makeRoom(() => db.files.put(row));
  return true;
};

const of = (personId: string) => db.files.where('[personId+at]').between([personId, 0], [personId, Infinity]);

/** How many files of a person wait. */
export const filesWaiting = (personId: string): Promise<number> => of(personId).count();

/** The file that has waited longest; undefined where none does. One that cannot be opened any more is let go. */
export const nextFile = async (personId: string): Promise<WaitingFile | undefined> => {
  const row = await of(personId).first();
  if (!row) return undefined;
  const bytes = await unsealBytes(personId, row.sealed);
  if (bytes)
    return {
      address: row.address,
      file: new Blob([bytes], { type: row.type }),
      received: row.received ?? 0,
    };
  await db.files.delete(row.key);
  return nextFile(personId);
};

/** Every file of a person that waits, the oldest first, up to so many bytes, and how many were left out. */
export const everyFile = async (
  personId: string,
  mostBytes: number,
): Promise<{ files: WaitingFile[]; left: number }> => {
  const rows = await of(personId).toArray();
  const files: WaitingFile[] = [];
  let room = mostBytes;
  for (const { address, type, sealed } of rows) {
    room -= sealed.data.byteLength;
    const bytes = room < 0 ? undefined : await unsealBytes(personId, sealed);
    if (bytes) files.push({ address, file: new Blob([bytes], { type }), received: 0 });
  }
  return { files, left: rows.length - files.length };
};

/** Notes how much of a file has arrived, so that what was sent is not sent again, whatever ends in between. */
export const noteArrived = (personId: string, address: string, received: number): Promise<number> =>
  db.files.update(`${personId} ${address}`, { received });

export const dropFile = (personId: string, address: string): Promise<void> =>
  db.files.delete(`${personId} ${address}`);

export const forgetFiles = (personId: string): Promise<number> => of(personId).delete();
