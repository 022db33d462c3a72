import type { IsoDate } from '@maul/core/units';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { saidAs } from './weighIns.ts';

type Marks = Record<'digestion' | 'fullness' | 'hunger' | 'sleep', number | null>;

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
