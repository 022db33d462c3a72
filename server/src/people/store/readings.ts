import type { Readings, ReadKind } from '@maul/contract/people';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** Writes down that whoever asks has read something of these athletes; of themselves it is no news. */
export const noteReading = (
  trx: AppTransaction,
  athleteIds: readonly string[],
  kind: ReadKind,
): Promise<unknown> => sql`select note_reading(${athleteIds}::uuid[], ${kind})`.execute(trx);

/** Who read what of whoever asks, in the last ninety days, the latest first. */
export const readingsOfMe = async (trx: AppTransaction): Promise<Readings['readings']> =>
  (
    await sql<Readings['readings'][number]>`
      select reader_id as "readerId", name, kind, first_at as first, last_at as last from readings_of_me()`.execute(
      trx,
    )
  ).rows;
