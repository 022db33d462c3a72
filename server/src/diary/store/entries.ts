import { DayEntry, type DayEntryRow, type StandingRow, Standing } from '@maul/contract/diary';
import { rowCodec } from '../../platform/db/rows.ts';
import { type IsoDate } from '@maul/core/units';
import { sql } from 'kysely';
import { groupBy } from '../../platform/groupBy.ts';
import { oneOf } from '../../platform/db/oneOf.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** When the logs of many athletes are paused on purpose, by athlete. */
export const pausesIn = async (trx: AppTransaction, athleteIds: readonly string[]) => {
  const { rows } = await sql<{ athleteId: string; from: IsoDate; until: IsoDate | null }>`
    select athlete_id as "athleteId", thing ->> 'from' as "from", thing ->> 'until' as "until" from standing_entry
    where athlete_id = any(${athleteIds}::uuid[]) and deleted_at is null and thing ->> 'kind' = 'pause'`.execute(
    trx,
  );
  return groupBy(rows, (row) => row.athleteId);
};

export const entryRows = rowCodec('day_entry', DayEntry);
export const standingRows = rowCodec('standing_entry', Standing);

export const entriesWhere = (
  trx: AppTransaction,
  athleteIds: readonly string[],
  day: IsoDate,
  until: IsoDate,
) =>
  trx
    .selectFrom('day_entry')
    .selectAll()
    .where('athlete_id', '=', oneOf(athleteIds))
    .where('day', '>=', day)
    .where('day', '<=', until)
    .where('deleted_at', 'is', null)
    .orderBy('time')
    .orderBy('id')
    .execute();

export const entriesOn = async (
  trx: AppTransaction,
  athleteId: string,
  day: IsoDate,
  until = day,
): Promise<DayEntryRow[]> =>
  (await entriesWhere(trx, [athleteId], day, until)).map((row) => entryRows.read(row));

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
