import { makeRoom } from './room.ts';
import { db } from './store.ts';
import { canSeal, seal, unseal } from './vault.ts';

/** Keeps something beside the log; null lets it go. */
export const keepAside = async (personId: string, name: string, value: unknown): Promise<void> => {
  const key = `${personId} ${name}`;
  if (value === null || !canSeal()) return db.aside.delete(key);
  const sealed = await seal(personId, value);
  await makeRoom(() => db.aside.put({ key, personId, sealed }));
};

/** Everything that was kept beside the log of a person, by name. */
export const keptAside = async (personId: string): Promise<[string, unknown][]> =>
  Promise.all(
    (await db.aside.where('personId').equals(personId).toArray()).map(
      async ({ key, sealed }): Promise<[string, unknown]> => [
        key.slice(personId.length + 1),
        await unseal(personId, sealed),
      ],
    ),
  );
