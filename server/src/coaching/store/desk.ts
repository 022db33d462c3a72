import type { Hours, RosterView } from '@maul/contract/coaching';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

export const MOST_VIEWS = 60;

/** The views that a coach keeps, by name. */
export const viewsOf = (trx: AppTransaction, coachId: string): Promise<RosterView[]> =>
  trx
    .selectFrom('roster_view')
    .select(['id', 'name', 'filter', 'members'])
    .where('coach_id', '=', coachId)
    .orderBy('name')
    .orderBy('id')
    .limit(MOST_VIEWS)
    .execute();

/** Keeps a view; the same one twice is one. */
export const keepView = (trx: AppTransaction, coachId: string, { id, name, filter, members }: RosterView) => {
  const said = { name, filter: JSON.stringify(filter), members };
  return trx
    .insertInto('roster_view')
    .values({ coach_id: coachId, id, ...said })
    .onConflict((conflict) => conflict.columns(['coach_id', 'id']).doUpdateSet(said))
    .execute();
};

export const dropView = (trx: AppTransaction, coachId: string, id: string) =>
  trx.deleteFrom('roster_view').where('coach_id', '=', coachId).where('id', '=', id).execute();

/** Hours of silence of whoever asks, and of everybody with whom they share. */
export const hoursOf = async (trx: AppTransaction, personId: string): Promise<(Hours & { id: string })[]> =>
  (
    await sql<Hours & { id: string }>`
      select coach_id as id, from_time as "from", to_time as "to", zone
      from hours_of(array(select ${personId}::uuid union select coach_id from coach_grant where athlete_id = ${personId} and ended_at is null))
      order by coach_id limit 200`.execute(trx)
  ).rows;

export const keepHours = async (trx: AppTransaction, coachId: string, hours: Hours | null): Promise<void> => {
  if (hours === null) {
    await trx.deleteFrom('coach_hours').where('coach_id', '=', coachId).execute();
    return;
  }
  const said = { from_time: hours.from, to_time: hours.to, zone: hours.zone };
  await trx
    .insertInto('coach_hours')
    .values({ coach_id: coachId, ...said })
    .onConflict((conflict) => conflict.column('coach_id').doUpdateSet(said))
    .execute();
};
