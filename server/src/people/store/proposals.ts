import type { GrantRole, Proposal } from '@maul/contract/people';
import { type RawBuilder, sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

type Open = Proposal & { toId: string };
const openWhere = async (trx: AppTransaction, which: RawBuilder<unknown>): Promise<Open[]> =>
  (
    await sql<Open>`
      select id, athlete_id as "athleteId", athlete_name as "athleteName", by_name as "byName", to_id as "toId", to_name as "toName",
        role, instead, at, mine from open_proposals() where ${which}`.execute(trx)
  ).rows;

/** What a coach asked of this athlete, or this coach asked, and nobody has answered; the oldest first, at most 200. */
export const openProposals = (trx: AppTransaction): Promise<Open[]> =>
  openWhere(trx, sql`true order by at, id limit 200`);

/** One of them: by its id, or by whom an athlete was asked about. */
export const openProposal = async (
  trx: AppTransaction,
  athleteId: string,
  one: { id: string } | { toId: string },
): Promise<Open | undefined> =>
  (
    await openWhere(
      trx,
      sql`athlete_id = ${athleteId} and ${'id' in one ? sql`id = ${one.id}` : sql`to_id = ${one.toId} and not mine`}`,
    )
  )[0];

/** Asks an athlete; the same question twice is one. */
export const addProposal = (
  trx: AppTransaction,
  key: { athleteId: string; id: string },
  asked: { byId: string; toId: string; role: GrantRole; instead: boolean },
) =>
  trx
    .insertInto('grant_proposal')
    .values({
      athlete_id: key.athleteId,
      id: key.id,
      by_id: asked.byId,
      to_id: asked.toId,
      role: asked.role,
      instead: asked.instead,
    })
    .onConflict((conflict) => conflict.doNothing())
    .execute();

/** Answers a question that is open. */
export const closeProposal = (trx: AppTransaction, key: { athleteId: string; id: string }, answer: boolean) =>
  trx
    .updateTable('grant_proposal')
    .set({ answer, answered_at: sql<string>`now()` })
    .where('athlete_id', '=', key.athleteId)
    .where('id', '=', key.id)
    .where('answered_at', 'is', null)
    .execute();

/** The live sharing of an athlete with whoever asked; undefined where it has ended. */
export const grantOfAsker = async (trx: AppTransaction, key: { athleteId: string; id: string }) =>
  (
    await trx
      .selectFrom('grant_proposal as p')
      .innerJoin('coach_grant as g', (join) =>
        join.onRef('g.athlete_id', '=', 'p.athlete_id').onRef('g.coach_id', '=', 'p.by_id'),
      )
      .select(['g.id', 'g.sees'])
      .where('p.athlete_id', '=', key.athleteId)
      .where('p.id', '=', key.id)
      .where('g.ended_at', 'is', null)
      .where('g.role', '=', 'coach')
      .execute()
  )[0];
