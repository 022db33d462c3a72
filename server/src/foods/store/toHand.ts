import type { Food } from '@maul/contract/foods';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { asFood, type Found } from '../found.ts';
import { allOwnFoods, marksOf } from './search.ts';

/** Own foods and the everyday ones, and whatever else was marked as a lever or in stock: what swaps, fits and treats choose from. */
export const foodsToHand = async (trx: AppTransaction, athleteId: string): Promise<Food[]> => {
  const marks = await marksOf(trx, athleteId);
  const marked = [...marks].flatMap(([id, m]) => (m.in_stock || m.lever ? [id] : []));
  const { rows } = await sql<Found>`
    select id, name, state, per100g, measures, details, source, remark, 'reference' as kind, 1 as version, offered_first,
      1.0 as closeness
    from food_reference where id like 'maul-%' or id = any(${marked}::text[]) order by name`.execute(trx);
  const imported = await sql<Found>`
    select id, name, state, per100g, measures, details, source, remark, 'imported' as kind, 1 as version,
      true as offered_first, 1.0 as closeness
    from imported_by_id(${marked.filter((id) => id.startsWith('imp-'))}::text[])`.execute(trx);
  return [
    ...(await allOwnFoods(trx, athleteId)),
    ...[...rows, ...imported.rows].map((f) => asFood(f, marks.get(f.id), false)),
  ];
};
