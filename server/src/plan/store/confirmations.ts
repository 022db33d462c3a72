import { type CautionId, type Confirmation } from '@maul/core/plan';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** What was confirmed in the last 15 days: older confirmations have lapsed. */
export const confirmationsOf = (trx: AppTransaction, athleteId: string): Promise<Confirmation[]> =>
  sql<Confirmation>`
    select caution_id as "cautionId", figure, by_role as by, at from caution_confirmation
    where athlete_id = ${athleteId} and at > now() - interval '15 days' order by at`
    .execute(trx)
    .then((r) => r.rows);

/** Writes down that this person has read hard cautions and stands by the plan; with an id, a single one, safe to repeat. */
export const confirm = async (
  trx: AppTransaction,
  athleteId: string,
  personId: string,
  cautions: readonly { id: CautionId; figure: number | null }[],
  id?: string,
): Promise<void> => {
  for (const caution of cautions)
    await trx
      .insertInto('caution_confirmation')
      .values({
        athlete_id: athleteId,
        id: id ?? randomUUID(),
        caution_id: caution.id,
        figure: caution.figure,
        person_id: personId,
        by_role: roleOf(athleteId, personId),
      })
      .onConflict((conflict) => conflict.columns(['athlete_id', 'id']).doNothing())
      .execute();
};

export type Role = 'coach' | 'athlete';

export const roleOf = (athleteId: string, personId: string): Role =>
  athleteId === personId ? 'athlete' : 'coach';
