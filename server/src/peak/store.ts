import type { PeakLog } from '@maul/contract/peak';
import type { IsoDate } from '@maul/core/units';
import { sql } from 'kysely';
import type { AppTransaction } from '../platform/db/connect.ts';

/** Water drunk on each day that says any, mL. */
export const drunkByDay = async (
  trx: AppTransaction,
  athleteId: string,
  from: IsoDate,
  to: IsoDate,
): Promise<{ day: IsoDate; water: number }[]> =>
  (
    await sql<{ day: IsoDate; water: number }>`
      select day, sum((thing ->> 'millilitres')::double precision) as water from day_entry
      where athlete_id = ${athleteId} and day between ${from} and ${to} and deleted_at is null
        and thing ->> 'kind' = 'water' and (thing ->> 'done')::boolean
      group by day`.execute(trx)
  ).rows;

/** Hours slept before each morning that says them. */
export const sleepIn = async (
  trx: AppTransaction,
  athleteId: string,
  from: IsoDate,
  to: IsoDate,
): Promise<{ day: IsoDate; hours: number }[]> =>
  (
    await sql<{ day: IsoDate; hours: number }>`
      select day, (thing ->> 'sleepHours')::double precision as hours from day_entry
      where athlete_id = ${athleteId} and day between ${from} and ${to} and deleted_at is null
        and thing ->> 'kind' = 'morning' and thing ->> 'sleepHours' is not null`.execute(trx)
  ).rows;

/** Minutes of training, cardio and posing that were done on each day that says any. */
export const workByDay = async (
  trx: AppTransaction,
  athleteId: string,
  from: IsoDate,
  to: IsoDate,
): Promise<{ day: IsoDate; kind: 'training' | 'cardio' | 'posing'; minutes: number }[]> =>
  (
    await sql<{ day: IsoDate; kind: 'training' | 'cardio' | 'posing'; minutes: number }>`
      select day, thing ->> 'kind' as kind, sum((thing ->> 'minutes')::double precision) as minutes from day_entry
      where athlete_id = ${athleteId} and day between ${from} and ${to} and deleted_at is null
        and thing ->> 'kind' in ('training', 'cardio', 'posing') and (thing ->> 'done')::boolean
        and thing ->> 'minutes' is not null
      group by day, thing ->> 'kind'`.execute(trx)
  ).rows;

/** How the body looked, after a meal and on waking, the oldest first, at most 300. */
export const looksIn = async (
  trx: AppTransaction,
  athleteId: string,
  from: IsoDate,
  to: IsoDate,
): Promise<PeakLog['looks']> =>
  (
    await sql<PeakLog['looks'][number]>`
      select id, day, time, (thing ->> 'fullness')::int as fullness, (thing ->> 'tightness')::int as tightness,
        (thing ->> 'waist')::int as waist, coalesce(thing ->> 'words', '') as words
      from day_entry where athlete_id = ${athleteId} and day between ${from} and ${to} and deleted_at is null
        and thing ->> 'kind' in ('look', 'morning')
        and coalesce(thing ->> 'fullness', thing ->> 'tightness', thing ->> 'waist') is not null
      order by day, time, id limit 300`.execute(trx)
  ).rows;
