import type { Food } from '@maul/contract/foods';
import { nameMatch } from '@maul/core/foods';
import { addDays, minutesOf, type IsoDate, wordsOf } from '@maul/core/units';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { prefixQuery, wholeQuery } from './ranking.ts';
import { asFood, ownFood, type Found, type Mark } from '../found.ts';

/** Below this many whole-word hits, words that are merely alike are looked for as well. */
const ENOUGH = 20;
/** How alike a mistyped question and a stretch of the food's words must be, 0 to 1. */
const ALIKE = 0.4;

/** What is selected of a reference food, to be found. */
export const reference = sql`id, name, state, per100g, measures, details, source, remark, origin, 1 as version, offered_first`;
/** The same of an imported one. */
export const imported = sql`id, name, state, per100g, measures, details, source, remark, 'imported' as origin, 1 as version, true as offered_first`;

const rows = (trx: AppTransaction, query: ReturnType<typeof sql<Found>>): Promise<Found[]> =>
  query.execute(trx).then((r) => r.rows);

/** Whole words before beginnings of words, everyday foods before tables: enough of them to be put in order. */
const byWords = async (trx: AppTransaction, text: string): Promise<Found[]> => {
  const query = prefixQuery(text);
  const found = await rows(
    trx,
    sql<Found>`select ${reference}, 1.0 as closeness from food_reference
      where words @@ to_tsquery('simple', ${query})
      order by words @@ to_tsquery('simple', ${wholeQuery(text)}) desc, origin = 'everyday' desc, offered_first desc,
        length(name), name limit 60`,
  );
  return [
    ...found,
    ...(await rows(trx, sql<Found>`select ${imported}, 1.0 as closeness from imported_by_words(${query})`)),
  ];
};

/** Typing errors: the question is like some stretch of the food's words. */
const byLikeness = async (trx: AppTransaction, text: string): Promise<Found[]> => {
  await sql`select set_config('pg_trgm.word_similarity_threshold', ${String(ALIKE)}, true)`.execute(trx);
  const found = await rows(
    trx,
    sql<Found>`select ${reference}, word_similarity(${text}, search) as closeness from food_reference
      where ${text} <% search order by closeness desc, length(name), name limit 30`,
  );
  return [
    ...found,
    ...(await rows(
      trx,
      sql<Found>`select ${imported}, closeness from imported_by_likeness(${text}, ${ALIKE}::real)`,
    )),
  ];
};

const byIds = async (trx: AppTransaction, ids: string[]): Promise<Found[]> =>
  ids.length === 0
    ? []
    : [
        ...(await rows(
          trx,
          sql<Found>`select ${reference}, 1.0 as closeness from food_reference where id = any(${ids}::text[])`,
        )),
        ...(await rows(
          trx,
          sql<Found>`select ${imported}, 1.0 as closeness from imported_by_id(${ids}::text[])`,
        )),
      ];

const ownFoods = (trx: AppTransaction, athleteId: string, text: string): Promise<Found[]> =>
  rows(
    trx,
    sql<Found>`select id::text, name, state, per100g, measures, details, source, null as remark, 'own' as origin, version,
      true as offered_first, case when ${text} = '' then 1.0 else word_similarity(${text}, name || ' ' || state) end as closeness
    from food_own where athlete_id = ${athleteId} and deleted_at is null
    order by closeness desc, updated_at desc limit 40`,
  );

/** Within so many minutes a meal counts as eaten at this hour. */
const THIS_HOUR = 90;

/** How often each food was used in the last 28 days; at this hour counts twice. */
const recentFoods = async (
  trx: AppTransaction,
  athleteId: string,
  today: IsoDate,
  at: string | undefined,
): Promise<Map<string, number>> => {
  const minute = at === undefined ? null : minutesOf(at);
  const found = await sql<{ id: string; times: number }>`
    select p.food ->> 'id' as id,
      sum(case when ${minute}::int is not null and abs(extract(epoch from m.time::time) / 60 - ${minute}::int) <= ${THIS_HOUR}
        then 2 else 1 end)::int as times
    from meal m join portion p on p.athlete_id = m.athlete_id and p.meal_id = m.id
    where m.athlete_id = ${athleteId} and m.day >= ${addDays(today, -28)} and p.deleted_at is null and m.deleted_at is null
    group by 1 order by 2 desc limit 60`.execute(trx);
  return new Map(found.rows.map((r) => [r.id, r.times]));
};

export const marksOf = async (trx: AppTransaction, athleteId: string): Promise<Map<string, Mark>> => {
  const found = await trx
    .selectFrom('food_mark')
    .select(['food_id', 'lever', 'in_stock'])
    .where('athlete_id', '=', athleteId)
    .execute();
  return new Map(found.map((m) => [m.food_id, m]));
};

export interface Question {
  q: string;
  limit: number;
  /** HH:MM, for what is usual at this hour. */
  at?: string;
}

/** Words in any order, unfinished or mistyped; own foods, those eaten at this hour and those in stock first, doubtful ones last. */
export const searchFoods = async (
  trx: AppTransaction,
  athleteId: string,
  today: IsoDate,
  { q, limit, at }: Question,
): Promise<Food[]> => {
  const words = wordsOf(q);
  const text = words.join(' ');
  const recent = await recentFoods(trx, athleteId, today, at);
  const marks = await marksOf(trx, athleteId);
  const own = (await ownFoods(trx, athleteId, text)).filter((f) => f.closeness >= ALIKE);
  const stocked = [...marks].flatMap(([id, mark]) => (mark.in_stock ? [id] : []));
  let found = text === '' ? await byIds(trx, [...recent.keys(), ...stocked]) : await byWords(trx, q);
  if (text !== '' && found.length < ENOUGH) found = [...found, ...(await byLikeness(trx, text))];
  const unique = [...new Map([...own, ...found].reverse().map((f) => [f.id, f])).values()];
  const most = Math.max(1, ...recent.values());
  const score = (f: Found): number =>
    (f.origin === 'own' ? 6 : 0) +
    (recent.has(f.id) ? 1 + (2 * (recent.get(f.id) ?? 0)) / most : 0) +
    (marks.get(f.id)?.in_stock ? 1.5 : 0) +
    (f.offered_first ? 1 : 0) +
    (f.origin === 'everyday' ? 3 : 0) +
    (f.details?.tags?.includes('common') ? 0.5 : 0) -
    (f.origin === 'imported' ? 0.5 : 0) +
    nameMatch(words, f.name) +
    4 * f.closeness -
    f.name.length / 200;
  return unique
    .sort((a, b) => score(b) - score(a) || a.name.localeCompare(b.name))
    .slice(0, limit)
    .map((f) => asFood(f, marks.get(f.id), recent.has(f.id)));
};

/** Every own food, by name. */
export const allOwnFoods = async (trx: AppTransaction, athleteId: string): Promise<Food[]> => {
  const marks = await marksOf(trx, athleteId);
  const found = await trx
    .selectFrom('food_own')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('deleted_at', 'is', null)
    .orderBy('name')
    .execute();
  return found.map((row) => asFood(ownFood(row), marks.get(row.id), false));
};

/** The foods with a trade item number, fourteen digits; own ones first. */
export const foodsByCode = async (trx: AppTransaction, athleteId: string, gtin: string): Promise<Food[]> => {
  const own = (await allOwnFoods(trx, athleteId)).filter((f) => f.details.code === gtin);
  const marks = await marksOf(trx, athleteId);
  const others = [
    ...(await rows(
      trx,
      sql<Found>`select ${reference}, 1.0 as closeness from food_reference where details ->> 'code' = ${gtin}`,
    )),
    ...(await rows(trx, sql<Found>`select ${imported}, 1.0 as closeness from imported_by_code(${gtin})`)),
  ];
  return [...own, ...others.map((f) => asFood(f, marks.get(f.id), false))];
};
