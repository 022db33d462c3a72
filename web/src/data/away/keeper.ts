import type { OutboxEntry, OutboxKeeper } from '../sending/outbox.ts';
import { db, type KeptEntry } from './store.ts';
import { canSeal, seal, unseal } from './vault.ts';
import { makeRoom } from './room.ts';

const closed = async (entry: OutboxEntry): Promise<KeptEntry> => {
  if (!canSeal()) return entry;
  const { key, personId, seq } = entry;
  return { key, personId, seq, sealed: await seal(personId, entry) };
};

/** Newer versions of an entry may be closed sooner than older ones: only the newest is put. */
const newest = new Map<string, OutboxEntry>();

const underWay = new Set<Promise<unknown>>();
/** Ends when everything that was being written has been. */
export const written = async (): Promise<void> => {
  await Promise.allSettled([...underWay]);
};

const write = async (entry: OutboxEntry): Promise<void> => {
  const kept = await closed(entry);
  if (newest.get(entry.key) !== entry) return;
  await makeRoom(() => db.outbox.put(kept));
  if (newest.get(entry.key) === entry) newest.delete(entry.key);
};

/** The outbox on this device, encrypted where the browser can. */
export const outboxKeeper: OutboxKeeper = {
  put: async (entry) => {
    newest.set(entry.key, entry);
    const writing = write(entry);
    underWay.add(writing);
    await writing.finally(() => underWay.delete(writing));
  },
  remove: async (key) => {
    newest.delete(key);
    await db.outbox.delete(key);
  },
  all: async (personId) => {
    const kept = await db.outbox.where('personId').equals(personId).sortBy('seq');
    const opened = await Promise.all(
      kept.map(async (row) => {
        if ('sealed' in row) return (await unseal(personId, row.sealed)) as OutboxEntry | undefined;
        // Left readable by an older Maul: it is closed now.
        if (canSeal()) await db.outbox.put(await closed(row));
        return row;
      }),
    );
    return opened.filter((entry) => entry !== undefined);
  },
};
