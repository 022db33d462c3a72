import type { MealRow, PortionRow } from '@maul/contract/diary';
import type { IsoDate } from '@maul/core/units';
import { type Selectable } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';
import type { MealTable, PortionTable } from '../../platform/db/schema.ts';

export const toMeal = (row: Selectable<MealTable>): MealRow => ({
  id: row.id,
  day: row.day,
  time: row.time,
  zone: row.zone,
  eaten: row.eaten,
  ticks: row.ticks,
  version: row.version,
  deleted: row.deleted_at !== null,
});

export const toPortion = (row: Selectable<PortionTable>): PortionRow => ({
  id: row.id,
  mealId: row.meal_id,
  position: row.position,
  food: row.food,
  plannedGrams: row.planned_grams,
  grams: row.grams,
  method: row.method,
  division: row.division,
  trail: row.trail,
  spread: row.spread,
  guess: row.guess,
  reason: row.reason,
  version: row.version,
  deleted: row.deleted_at !== null,
});

export const mealsOn = (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  trx
    .selectFrom('meal')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .orderBy('id')
    .execute()
    .then((rows) => rows.map(toMeal));

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
  return rows.map(toPortion);
};
