import { Meal, Portion, type PortionRow } from '@maul/contract/diary';
import { type SheetFood } from '@maul/core/diary';
import { sql } from 'kysely';
import { rowCodec } from '../../platform/db/rows.ts';
import type { IsoDate } from '@maul/core/units';
import type { AppTransaction } from '../../platform/db/connect.ts';

export const mealRows = rowCodec('meal', Meal);
export const portionRows = rowCodec('portion', Portion);

/** A food as sums need it: its name, its state and what it holds. */
const lightFood =
  sql<SheetFood>`jsonb_strip_nulls(jsonb_build_object('id', p.food -> 'id', 'name', p.food -> 'name',
  'state', p.food -> 'state', 'per100g', p.food -> 'per100g', 'doubt', p.food -> 'doubt', 'counted', p.food -> 'counted'))`.as(
    'food',
  );

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
    .then((rows) => rows.map((row) => mealRows.read(row)));

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

/** What the sums of a day need of a portion, of the meals of many days: without what only its own page shows. */
export const portionSums = async (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  trx
    .selectFrom('meal as m')
    .innerJoin('portion as p', (join) =>
      join.onRef('p.athlete_id', '=', 'm.athlete_id').onRef('p.meal_id', '=', 'm.id'),
    )
    .select(['p.id', 'p.meal_id as mealId', 'p.grams', 'p.planned_grams as plannedGrams', 'p.method'])
    .select(['p.division', 'p.spread', 'p.guess', lightFood])
    .where('m.athlete_id', '=', athleteId)
    .where('m.day', '>=', from)
    .where('m.day', '<=', to)
    .where('m.deleted_at', 'is', null)
    .where('p.deleted_at', 'is', null)
    .orderBy('p.position')
    .orderBy('p.id')
    .execute();
