import { type DayEntryRow, Meal, type MealRow, Portion, type PortionRow } from '@maul/contract/diary';
import { type SheetFood } from '@maul/core/diary';
import { sql } from 'kysely';
import { rowCodec } from '../../platform/db/rows.ts';
import { groupBy } from '../../platform/groupBy.ts';
import { entriesWhere, entryRows } from './entries.ts';
import type { IsoDate } from '@maul/core/units';
import { oneOf } from '../../platform/db/oneOf.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';

export const mealRows = rowCodec('meal', Meal);
export const portionRows = rowCodec('portion', Portion);

/** What the sums of a day need of a food, piece by piece: putting them together in the database costs twice as much as reading them. */
const foodPieces = [
  sql<string>`p.food ->> 'id'`.as('foodId'),
  sql<string>`p.food ->> 'name'`.as('foodName'),
  sql<SheetFood['state']>`p.food ->> 'state'`.as('foodState'),
  sql<SheetFood['per100g']>`p.food -> 'per100g'`.as('per100g'),
  sql<SheetFood['doubt'] | null>`p.food -> 'doubt'`.as('doubt'),
  sql<SheetFood['counted'] | null>`p.food -> 'counted'`.as('counted'),
] as const;

const mealsWhere = (trx: AppTransaction, athleteIds: readonly string[], from: IsoDate, to: IsoDate) =>
  trx
    .selectFrom('meal')
    .selectAll()
    .where('athlete_id', '=', oneOf(athleteIds))
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .orderBy('id')
    .execute();

export const mealsOn = async (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  (await mealsWhere(trx, [athleteId], from, to)).map((row) => mealRows.read(row));

export const portionsOf = async (
  trx: AppTransaction,
  athleteId: string,
  mealIds: string[],
): Promise<PortionRow[]> => {
  if (mealIds.length === 0) return [];
  const rows = await trx
    .selectFrom('portion')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('meal_id', 'in', mealIds)
    .where('deleted_at', 'is', null)
    .orderBy('position')
    .orderBy('id')
    .execute();
  return rows.map((row) => portionRows.read(row));
};

/** What the sums of a day need of a portion, of the meals of many days and athletes: without what only its own page shows. In the order of a meal. */
const sumsWhere = async (trx: AppTransaction, athleteIds: readonly string[], from: IsoDate, to: IsoDate) => {
  const rows = await trx
    .selectFrom('meal as m')
    .innerJoin('portion as p', (join) =>
      join.onRef('p.athlete_id', '=', 'm.athlete_id').onRef('p.meal_id', '=', 'm.id'),
    )
    .select(['m.athlete_id', 'm.day', 'p.id', 'p.position', 'p.meal_id as mealId', 'p.grams'])
    .select(['p.planned_grams as plannedGrams', 'p.method', 'p.division', 'p.spread', 'p.guess'])
    .select(foodPieces)
    .where('m.athlete_id', '=', oneOf(athleteIds))
    .where('m.day', '>=', from)
    .where('m.day', '<=', to)
    .where('m.deleted_at', 'is', null)
    .where('p.deleted_at', 'is', null)
    .execute();
  // Put in order here: a thousand athletes' weeks would not fit into the memory that a sort has there.
  return rows
    .sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1))
    .map((row) => {
      const food: SheetFood = {
        id: row.foodId,
        name: row.foodName,
        state: row.foodState,
        per100g: row.per100g,
      };
      if (row.doubt !== null) food.doubt = row.doubt;
      if (row.counted !== null) food.counted = row.counted;
      const { athlete_id, day, id, mealId, grams, plannedGrams, method, division, spread, guess } = row;
      return { athlete_id, day, id, mealId, grams, plannedGrams, method, division, spread, guess, food };
    });
};

export type PortionSum = Awaited<ReturnType<typeof sumsWhere>>[number];

export const portionSums = (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  sumsWhere(trx, [athleteId], from, to);

/** What a log says between two days, for the sums of its days. */
export interface Log {
  meals: MealRow[];
  portions: PortionSum[];
  entries: DayEntryRow[];
}

/** The logs of many athletes between two days, by athlete: three queries, however many they are. */
export const logsIn = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
  from: IsoDate,
  to: IsoDate,
): Promise<Map<string, Log>> => {
  const meals = groupBy(await mealsWhere(trx, athleteIds, from, to), (row) => row.athlete_id);
  const portions = groupBy(await sumsWhere(trx, athleteIds, from, to), (row) => row.athlete_id);
  const entries = groupBy(await entriesWhere(trx, athleteIds, from, to), (row) => row.athlete_id);
  return new Map(
    athleteIds.map((id) => [
      id,
      {
        meals: (meals.get(id) ?? []).map((row) => mealRows.read(row)),
        portions: portions.get(id) ?? [],
        entries: (entries.get(id) ?? []).map((row) => entryRows.read(row)),
      },
    ]),
  );
};
