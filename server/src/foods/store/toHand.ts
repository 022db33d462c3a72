import { imported, reference, allOwnFoods, marksOf } from './search.ts';
import type { Food } from '@maul/contract/foods';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { asFood, type Found } from '../found.ts';

/** Own foods and the everyday ones, and whatever else was marked as a lever or in stock: what swaps, fits and treats choose from. */
export const foodsToHand = async (trx: AppTransaction, athleteId: string): Promise<Food[]> => {
  const marks = await marksOf(trx, athleteId);
  const marked = [...marks].flatMap(([id, m]) => (m.in_stock || m.lever ? [id] : []));
  const { rows } = await sql<Found>`
    select ${reference}, 1.0 as closeness from food_reference
    where origin = 'everyday' or id = any(${marked}::text[]) order by name`.execute(trx);
  const imports = await sql<Found>`
    select ${imported}, 1.0 as closeness from imported_by_id(${marked}::text[])`.execute(trx);
  return [
    ...(await allOwnFoods(trx, athleteId)),
    ...[...rows, ...imports.rows].map((f) => asFood(f, marks.get(f.id), false)),
  ];
};
