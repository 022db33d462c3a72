import { type DayEntryRow, type StandingRow } from '@maul/contract/diary';
import { type DayEntryTable, type StandingTable } from '../../platform/db/schema.ts';
import { type IsoDate } from '@maul/core/units';
import { sql, type Selectable } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** Since when the log is paused on a date, and until when; undefined when it is not. */
export const pauseOn = async (
  trx: AppTransaction,
  athleteId: string,
  date: IsoDate,
): Promise<{ from: IsoDate; until: IsoDate | null } | undefined> => {
  const { rows } = await sql<{ from: IsoDate; until: IsoDate | null }>`
    select thing ->> 'from' as "from", thing ->> 'until' as "until" from standing_entry
    where athlete_id = ${athleteId} and deleted_at is null and thing ->> 'kind' = 'pause'
      and ${date}::date >= (thing ->> 'from')::date
      and (thing ->> 'until' is null or ${date}::date <= (thing ->> 'until')::date)
    limit 1`.execute(trx);
  return rows[0];
};

export const toEntry = (row: Selectable<DayEntryTable>): DayEntryRow => ({
  id: row.id,
  day: row.day,
  time: row.time,
  zone: row.zone,
  thing: row.thing,
  version: row.version,
  deleted: row.deleted_at !== null,
});

export const toStanding = (row: Selectable<StandingTable>): StandingRow => ({
  id: row.id,
  thing: row.thing,
  version: row.version,
  deleted: row.deleted_at !== null,
});

export const entriesOn = (
  trx: AppTransaction,
  athleteId: string,
  day: IsoDate,
  until = day,
): Promise<DayEntryRow[]> =>
  trx
    .selectFrom('day_entry')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('day', '>=', day)
    .where('day', '<=', until)
    .where('deleted_at', 'is', null)
    .orderBy('time')
    .orderBy('id')
    .execute()
    .then((rows) => rows.map(toEntry));

/** What stands from day to day; saved meals, which carry their foods, only when they are asked for. */
export const standingOf = (
  trx: AppTransaction,
  athleteId: string,
  withMeals: boolean,
): Promise<StandingRow[]> =>
  trx
    .selectFrom('standing_entry')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('deleted_at', 'is', null)
    .$if(!withMeals, (q) => q.where(sql<boolean>`thing ->> 'kind' <> 'meal'`))
    .orderBy('id')
    .execute()
    .then((rows) => rows.map(toStanding));
