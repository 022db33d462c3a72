import { db } from './store.ts';

const isFull = (error: unknown): boolean =>
  ['QuotaExceededError', 'AbortError'].includes((error as { name?: string } | null)?.name ?? '');

/** Writes; where the device is full, answers that can be asked again make room, the oldest first, and it is tried once more. */
export const makeRoom = async <T>(write: () => Promise<T>): Promise<T> => {
  try {
    return await write();
  } catch (error) {
    if (!isFull(error)) throw error;
    const old = await db.answers.orderBy('at').primaryKeys();
    await db.answers.bulkDelete(old.slice(0, Math.ceil(old.length / 2)));
    return write();
  }
};
