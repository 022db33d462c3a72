import { Meal, Portion, type PortionRow } from '@maul/contract/diary';
import { rowCodec } from '../../platform/db/rows.ts';
import type { IsoDate } from '@maul/core/units';
import type { AppTransaction } from '../../platform/db/connect.ts';

export const mealRows = rowCodec('meal', Meal);
export const portionRows = rowCodec('portion', Portion);

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
    .then((rows) => rows.map((row) => mealRows.read(row as never)));

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
  return rows.map((row) => portionRows.read(row as never));
};
