import type { EndedGrant, Grant } from '@maul/contract/people';
import { sql } from 'kysely';
import type { z } from 'zod';
import type { AppTransaction } from '../../platform/db/connect.ts';

type GrantRow = z.infer<typeof Grant>;
type EndedGrantRow = z.infer<typeof EndedGrant>;

/** The name of a person whom the acting person may know; empty when they may not. */
export const nameOf = async (trx: AppTransaction, personId: string): Promise<string> => {
  const { rows } = await sql<{
    name: string;
  }>`select name from known_people() where id = ${personId}`.execute(trx);
  return rows[0]?.name ?? '';
};

/** Every live grant that the acting person gave or holds, the oldest first. */
export const liveGrants = async (trx: AppTransaction): Promise<GrantRow[]> => {
  const { rows } = await sql<GrantRow>`
    with known as materialized (select * from known_people())
    select g.id, g.athlete_id as "athleteId", a.name as "athleteName", g.coach_id as "coachId", c.name as "coachName",
      g.role, g.sees, g.from_at as "from"
    from coach_grant g join known a on a.id = g.athlete_id join known c on c.id = g.coach_id
    where g.ended_at is null order by g.from_at`.execute(trx);
  return rows;
};

/** Within so many hours an athlete takes up a sharing again that they ended. */
const TAKEN_BACK_HOURS = 24;

/** What the acting person ended as an athlete within the last day and has not taken up again, the newest first. */
export const endedGrants = async (trx: AppTransaction): Promise<EndedGrantRow[]> => {
  const { rows } = await sql<EndedGrantRow>`
    with known as materialized (select * from known_people())
    select g.id, g.athlete_id as "athleteId", a.name as "athleteName", g.coach_id as "coachId", c.name as "coachName",
      g.role, g.sees, g.from_at as "from", g.ended_at as "endedAt"
    from coach_grant g join known a on a.id = g.athlete_id join known c on c.id = g.coach_id
    where g.athlete_id = (select acting_person()) and g.ended_at > now() - make_interval(hours => ${TAKEN_BACK_HOURS})
      and not exists (select from coach_grant l where l.athlete_id = g.athlete_id and l.coach_id = g.coach_id
        and (l.ended_at is null or l.ended_at > g.ended_at))
    order by g.ended_at desc limit 20`.execute(trx);
  return rows;
};

/** The coach with a code; undefined when nobody has it. */
export const coachByCode = async (trx: AppTransaction, code: string) =>
  (await sql<{ id: string; name: string }>`select * from coach_by_code(${code})`.execute(trx)).rows[0];

/** The athlete with a table code, to eat with; undefined when nobody has it. */
export const eaterByCode = async (trx: AppTransaction, code: string) =>
  (await sql<{ id: string; name: string }>`select id, name from eater_by_code(${code})`.execute(trx)).rows[0];

/** Shares with somebody. A grant of the same role that is live already is answered as it is; one of another role makes way. */
export const shareWith = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
  coach: { id: string; name: string },
  { role, sees }: Pick<GrantRow, 'role' | 'sees'>,
): Promise<GrantRow> => {
  const live = await trx
    .selectFrom('coach_grant')
    .select(['id', 'from_at', 'role', 'sees'])
    .where('athlete_id', '=', athleteId)
    .where('coach_id', '=', coach.id)
    .where('ended_at', 'is', null)
    .executeTakeFirst();
  if (live && live.role !== role) await endShare(trx, athleteId, live.id);
  const grant =
    (live?.role === role ? live : undefined) ??
    (await trx
      .insertInto('coach_grant')
      .values({ athlete_id: athleteId, id, coach_id: coach.id, ended_at: null, role, sees })
      .returning(['id', 'from_at', 'role', 'sees'])
      .executeTakeFirstOrThrow());
  return {
    id: grant.id,
    athleteId,
    athleteName: await nameOf(trx, athleteId),
    coachId: coach.id,
    coachName: coach.name,
    role: grant.role,
    sees: grant.sees,
    from: grant.from_at,
  };
};

/** Ends a grant at once; one that has ended stays ended when it was. */
export const endShare = (trx: AppTransaction, athleteId: string, id: string) =>
  trx
    .updateTable('coach_grant')
    .set({ ended_at: sql<string>`now()` })
    .where('athlete_id', '=', athleteId)
    .where('id', '=', id)
    .where('ended_at', 'is', null)
    .execute();

/** What a live sharing shows from now on; false where there is none. */
export const narrow = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
  sees: GrantRow['sees'],
): Promise<boolean> => {
  const { numUpdatedRows } = await trx
    .updateTable('coach_grant')
    .set({ sees })
    .where('athlete_id', '=', athleteId)
    .where('id', '=', id)
    .where('ended_at', 'is', null)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
};

/** Whom a person may see: every athlete with a live grant who is set up; as coaches alone where only those are meant who sign. */
export const athletesOfCoach = (
  trx: AppTransaction,
  coachId: string,
  role?: GrantRow['role'],
): Promise<string[]> =>
  trx
    .selectFrom('coach_grant as g')
    .innerJoin('athlete as a', 'a.athlete_id', 'g.athlete_id')
    .select('g.athlete_id')
    .where('g.coach_id', '=', coachId)
    .where('g.ended_at', 'is', null)
    .$if(role !== undefined, (query) => query.where('g.role', '=', role ?? 'coach'))
    .execute()
    .then((rows) => rows.map((r) => r.athlete_id));
