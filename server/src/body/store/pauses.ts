import type { IsoDate } from '@maul/core/units';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** When the log was paused on purpose, the newest first, at most 200 times. */
export const pausesOf = async (
  trx: AppTransaction,
  athleteId: string,
): Promise<{ from: IsoDate; until: IsoDate | null }[]> =>
  (
    await sql<{ from: IsoDate; until: IsoDate | null }>`
      select thing ->> 'from' as "from", thing ->> 'until' as "until" from standing_entry
      where athlete_id = ${athleteId} and deleted_at is null and thing ->> 'kind' = 'pause'
      order by thing ->> 'from' desc limit 200`.execute(trx)
  ).rows;
