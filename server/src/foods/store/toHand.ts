import { imported, reference, allOwnFoods, marksOf } from './search.ts';
import type { Food, SeenFoods } from '@maul/contract/foods';
import { addDays, type IsoDate } from '@maul/core/units';
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

/** Own portions of the last so many days tell how much of a food is usual. */
const SEEN_DAYS = 90;

/** How often the athlete ate each food lately, how much at once, and at which hours; the most used first, at most 400 foods. */
export const portionsSeen = async (
  trx: AppTransaction,
  athleteId: string,
  today: IsoDate,
): Promise<SeenFoods> => {
  const { rows } = await sql<SeenFoods[string] & { id: string }>`
    select p.food ->> 'id' as id, count(*)::int as times,
      percentile_disc(0.5) within group (order by p.grams) as usual, max(p.grams) as largest,
      array_agg(distinct left(m.time, 2)::int) as hours
    from meal m join portion p on p.athlete_id = m.athlete_id and p.meal_id = m.id
    where m.athlete_id = ${athleteId} and m.day > ${addDays(today, -SEEN_DAYS)}::date and m.deleted_at is null
      and p.deleted_at is null and p.grams is not null
    group by 1 order by 2 desc limit 400`.execute(trx);
  return Object.fromEntries(rows.map(({ id, ...seen }) => [id, seen]));
};
