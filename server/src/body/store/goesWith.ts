import type { GOES_MARKS } from '@maul/contract/body';
import type { Elimination } from '@maul/core/body';
import type { IsoDate } from '@maul/core/units';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { saidAs } from './weighIns.ts';

export type Marks = Record<(typeof GOES_MARKS)[number], number | null>;

/** Marks by morning; a morning without marks is not in it. */
export const marksByDay = async (
  trx: AppTransaction,
  athleteId: string,
  from: IsoDate,
  to: IsoDate,
): Promise<ReadonlyMap<IsoDate, Marks>> => {
  const { rows } = await sql<Marks & { day: IsoDate }>`
    select distinct on (day) day, (thing ->> 'digestion')::int as digestion, (thing ->> 'fullness')::int as fullness,
      (thing ->> 'hunger')::int as hunger, (thing ->> 'sleep')::int as sleep
    from day_entry where athlete_id = ${athleteId} and day between ${from} and ${to} and ${saidAs('morning')}
    order by day, created_at desc`.execute(trx);
  return new Map(rows.map((row) => [row.day, row]));
};

/** The foods that were eaten on the most days, each with its days; those of every day or hardly any tell nothing and are left out. */
export const foodsByDay = async (
  trx: AppTransaction,
  athleteId: string,
  from: IsoDate,
  to: IsoDate,
  most: number,
): Promise<{ name: string; days: IsoDate[] }[]> => {
  const { rows } = await sql<{ name: string; days: IsoDate[] }>`
    with eaten as (
      select distinct m.day, p.food ->> 'name' as name from meal m
      join portion p on p.athlete_id = m.athlete_id and p.meal_id = m.id and p.deleted_at is null
      where m.athlete_id = ${athleteId} and m.day between ${from} and ${to} and m.deleted_at is null
        and (p.grams is not null or m.eaten)
    ), total as (select count(distinct day) as n from eaten)
    select name, array_agg(day::text order by day) as days from eaten, total
    group by name, total.n having count(*) >= 8 and count(*) <= total.n - 8
    order by count(*) desc, name limit ${most}`.execute(trx);
  return rows;
};

/** The names of what was eaten on each day. */
export const namesByDay = async (
  trx: AppTransaction,
  athleteId: string,
  from: IsoDate,
  to: IsoDate,
): Promise<{ day: IsoDate; names: string[] }[]> => {
  const { rows } = await sql<{ day: IsoDate; names: string[] }>`
    select m.day::text as day, array_agg(distinct p.food ->> 'name') as names from meal m
    join portion p on p.athlete_id = m.athlete_id and p.meal_id = m.id and p.deleted_at is null
    where m.athlete_id = ${athleteId} and m.day between ${from} and ${to} and m.deleted_at is null
      and (p.grams is not null or m.eaten)
    group by m.day order by m.day`.execute(trx);
  return rows;
};

/** Foods left out and brought back, the newest first, at most ten. */
export const eliminationsOf = async (
  trx: AppTransaction,
  athleteId: string,
): Promise<({ id: string; food: string } & Elimination)[]> => {
  const { rows } = await sql<{ id: string; food: string } & Elimination>`
    select id, thing ->> 'food' as food, thing ->> 'from' as "from", (thing ->> 'washOutDays')::int as "washOutDays",
      (thing ->> 'outDays')::int as "outDays", (thing ->> 'backDays')::int as "backDays"
    from standing_entry
    where athlete_id = ${athleteId} and deleted_at is null and thing ->> 'kind' = 'elimination'
    order by thing ->> 'from' desc, id desc limit 10`.execute(trx);
  return rows;
};
