import { Food } from '@maul/contract/foods';
import { findFoods as found } from '@maul/core/foods';
import { db } from './store.ts';
import { canSeal, seal, unseal } from './vault.ts';
import { makeRoom } from './room.ts';

/** So many foods that were looked at stay on the device, the latest. */
const MOST = 5000;

/** Foods that this page has kept already, by person and food; and all that were kept, once they were opened. */
const known = new Map<string, number>();
let opened: { personId: string; foods: Map<string, Food> } | undefined;

const keyOf = (personId: string, food: Food): string => `${personId} ${food.id}`;

/** Keeps foods that were looked at, so that they are found without the server. */
export const lookedAt = async (personId: string, foods: readonly Food[]): Promise<void> => {
  if (!canSeal()) return;
  const fresh = foods.filter((f) => known.get(keyOf(personId, f)) !== f.version);
  if (fresh.length === 0) return;
  const at = Date.now();
  const rows = await Promise.all(
    fresh.map(async (food) => ({
      key: keyOf(personId, food),
      personId,
      at,
      sealed: await seal(personId, food),
    })),
  );
  await makeRoom(() => db.foods.bulkPut(rows));
  for (const food of fresh) {
    known.set(keyOf(personId, food), food.version);
    if (opened?.personId === personId) opened.foods.set(food.id, food);
  }
  const mine = db.foods.where('[personId+at]').between([personId, 0], [personId, Infinity]);
  const more = (await mine.count()) - MOST;
  if (more > 0) await db.foods.bulkDelete(await mine.limit(more).primaryKeys());
};

const all = async (personId: string): Promise<Food[]> => {
  if (opened?.personId !== personId) {
    const rows = await db.foods.where('[personId+at]').between([personId, 0], [personId, Infinity]).toArray();
    const read = await Promise.all(
      rows.map(async (row) => Food.safeParse(await unseal(personId, row.sealed)).data),
    );
    opened = { personId, foods: new Map(read.flatMap((food) => (food ? [[food.id, food]] : []))) };
  }
  return [...opened.foods.values()];
};

const joined = async (personId: string, near: readonly Food[]): Promise<Food[]> => {
  const foods = new Map((await all(personId)).map((food) => [food.id, food]));
  // What a list says of a food is newer than how it was found once, but only the finding knows that it was eaten lately.
  for (const food of near) foods.set(food.id, { ...food, recent: foods.get(food.id)?.recent ?? food.recent });
  return [...foods.values()];
};

/** Foods on this device that a question means: own ones, the everyday table, and those that were looked at. */
export const findFoods = async (
  personId: string,
  near: readonly Food[],
  q: string,
  limit: number,
): Promise<Food[]> => found(await joined(personId, near), q, limit);

/** Foods on this device with a trade item number. */
export const byCode = async (personId: string, near: readonly Food[], code: string): Promise<Food[]> =>
  (await joined(personId, near)).filter((food) => food.details.code === code);

export const forgetFoods = async (personId: string): Promise<void> => {
  known.clear();
  opened = undefined;
  await db.foods.where('[personId+at]').between([personId, 0], [personId, Infinity]).delete();
};
