import type { MealRow, NoteRow, PortionRow } from '@maul/contract/diary';
import type { WeighInRow } from '@maul/contract/body';
import type { IsoDate } from '@maul/core/units';
import { sql, type Selectable } from 'kysely';
import type { AppTransaction } from '../platform/db/connect.ts';
import type { MealTable, PortionTable, WeighInTable } from '../platform/db/schema.ts';

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

export const toWeighIn = (row: Selectable<WeighInTable>): WeighInRow => ({
  id: row.id,
  day: row.day,
  kg: row.kg,
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

export const notesOn = (trx: AppTransaction, athleteId: string, day: IsoDate): Promise<NoteRow[]> =>
  sql<NoteRow>`
    select n.id, n.day, n.meal_id as "mealId", n.text, n.author_id as "authorId", p.name as "authorName",
      n.created_at as "createdAt", n.version, false as deleted
    from note n join known_people() p on p.id = n.author_id
    where n.athlete_id = ${athleteId} and n.day = ${day} and n.deleted_at is null
    order by n.created_at, n.id`
    .execute(trx)
    .then((r) => r.rows);

export const weighInOn = (trx: AppTransaction, athleteId: string, day: IsoDate): Promise<WeighInRow | null> =>
  trx
    .selectFrom('weigh_in')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('day', '=', day)
    .where('deleted_at', 'is', null)
    .executeTakeFirst()
    .then((row) => (row ? toWeighIn(row) : null));
