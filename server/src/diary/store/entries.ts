import { DayEntry, type DayEntryRow, type StandingRow, Standing } from '@maul/contract/diary';
import { rowCodec } from '../../platform/db/rows.ts';
import { type IsoDate } from '@maul/core/units';
import { sql } from 'kysely';
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

export const entryRows = rowCodec('day_entry', DayEntry);
export const standingRows = rowCodec('standing_entry', Standing);

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
    .then((rows) => rows.map((row) => entryRows.read(row)));

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
    .then((rows) => rows.map((row) => standingRows.read(row)));
