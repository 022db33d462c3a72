import type { Food } from '@maul/contract';
import type { IsoDate } from '@maul/core';
import { addDays } from '@maul/core';
import { sql } from 'kysely';
import type { AppTransaction } from '../db/connect.ts';

interface Found {
  id: string;
  name: string;
  state: Food['state'];
  per100g: Food['per100g'];
  measures: Food['measures'];
  source: string;
  remark: string | null;
  kind: Food['kind'];
  version: number;
  offered_first: boolean;
  closeness: number;
}

/** Letters and digits of each word, for a prefix search: "chick bre" -> chick:* & bre:*. Empty when nothing is left. */
export const prefixQuery = (text: string): string =>
  wordsOf(text)
    .map((word) => `${word}:*`)
    .join(' & ');

export const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];

/** Below this many whole-word hits, words that are merely alike are looked for as well. */
const ENOUGH = 20;

const reference = sql`id, name, state, per100g, measures, source, remark, 'reference' as kind, 1 as version, offered_first`;

const byWords = (trx: AppTransaction, query: string) =>
  sql<Found>`select ${reference}, 1.0 as closeness from food_reference
    where words @@ to_tsquery('simple', ${query}) order by offered_first desc, length(name), name limit 60`
    .execute(trx)
    .then((r) => r.rows);

/** How alike a mistyped question and a stretch of the food's words must be, 0 to 1. */
const ALIKE = 0.4;

/** Typing errors: the question is like some stretch of the food's words. */
const byLikeness = async (trx: AppTransaction, text: string): Promise<Found[]> => {
  await sql`select set_config('pg_trgm.word_similarity_threshold', ${String(ALIKE)}, true)`.execute(trx);
  const { rows } =
    await sql<Found>`select ${reference}, word_similarity(${text}, search) as closeness from food_reference
    where ${text} <% search order by closeness desc, length(name), name limit 30`.execute(trx);
  return rows;
};

const byIds = (trx: AppTransaction, ids: string[]) =>
  ids.length === 0
    ? Promise.resolve([])
    : sql<Found>`select ${reference}, 1.0 as closeness from food_reference where id = any(${ids}::text[])`
        .execute(trx)
        .then((r) => r.rows);

const ownFoods = (trx: AppTransaction, athleteId: string, text: string) =>
  sql<Found>`select id::text, name, state, per100g, measures, 'own' as source, null as remark, 'own' as kind, version,
      true as offered_first, case when ${text} = '' then 1.0 else word_similarity(${text}, name || ' ' || state) end as closeness
    from food_own where athlete_id = ${athleteId} and deleted_at is null
    order by closeness desc, updated_at desc limit 40`
    .execute(trx)
    .then((r) => r.rows);

/** How often each food was used in the last 28 days. */
const recentFoods = async (
  trx: AppTransaction,
  athleteId: string,
  today: IsoDate,
): Promise<Map<string, number>> => {
  const { rows } = await sql<{ id: string; times: number }>`
    select p.food ->> 'id' as id, count(*)::int as times
    from meal m join portion p on p.athlete_id = m.athlete_id and p.meal_id = m.id
    where m.athlete_id = ${athleteId} and m.day >= ${addDays(today, -28)} and p.deleted_at is null and m.deleted_at is null
    group by 1 order by 2 desc limit 60`.execute(trx);
  return new Map(rows.map((r) => [r.id, r.times]));
};

/** Words in any order, unfinished or mistyped; own and recent foods first, doubtful ones last. */
export const searchFoods = async (
  trx: AppTransaction,
  athleteId: string,
  today: IsoDate,
  q: string,
  limit: number,
): Promise<Food[]> => {
  const text = wordsOf(q).join(' ');
  const recent = await recentFoods(trx, athleteId, today);
  const own = (await ownFoods(trx, athleteId, text)).filter((f) => f.closeness >= ALIKE);
  let found = text === '' ? await byIds(trx, [...recent.keys()]) : await byWords(trx, prefixQuery(q));
  if (text !== '' && found.length < ENOUGH) found = [...found, ...(await byLikeness(trx, text))];
  const unique = [...new Map([...own, ...found].reverse().map((f) => [f.id, f])).values()];
  const words = wordsOf(q);
  const score = (f: Found): number =>
    (f.kind === 'own' ? 3 : 0) +
    Math.min(3, recent.get(f.id) ?? 0) +
    (f.offered_first ? 1 : 0) +
    (f.id.startsWith('maul-') ? 0.5 : 0) +
    (words[0] !== undefined && f.name.toLowerCase().startsWith(words[0]) ? 1 : 0) +
    4 * f.closeness -
    f.name.length / 200;
  return unique
    .sort((a, b) => score(b) - score(a) || a.name.localeCompare(b.name))
    .slice(0, limit)
    .map(({ closeness: _closeness, offered_first: _first, ...food }) => ({
      ...food,
      recent: recent.has(food.id),
    }));
};
