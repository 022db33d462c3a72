import type { Handover } from '@maul/contract/diary';
import { sql, type Selectable } from 'kysely';
import type { HandoverTable } from '../../platform/db/schema.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { ProblemError } from '../../platform/http/problems.ts';

export const toHandover = (row: Selectable<HandoverTable>): Handover => ({
  id: row.id,
  day: row.day,
  food: row.food,
  grams: row.grams,
  method: row.method,
  fromId: row.athlete_id,
  fromName: row.from_name,
  toId: row.to_id,
  answer: row.answer,
  at: row.created_at,
});

/** What was given to an athlete and is not answered yet. */
export const offersTo = (trx: AppTransaction, athleteId: string): Promise<Handover[]> =>
  trx
    .selectFrom('handover')
    .selectAll()
    .where('to_id', '=', athleteId)
    .where('answer', 'is', null)
    .orderBy('created_at')
    .execute()
    .then((rows) => rows.map(toHandover));

/** A handover by its id, whoever gave it. */
export const handoverOf = (trx: AppTransaction, id: string) =>
  trx.selectFrom('handover').selectAll().where('id', '=', id).executeTakeFirst();

/** Why the database takes no more for somebody. */
const FULL: Readonly<Record<string, string>> = {
  MG001: 'Until they take something from you, you can offer them one thing a day. Nothing was given.',
  MG002: 'They do not accept portions from you. Nothing was given.',
  MG020: 'They have twenty offers to answer first. Nothing was given.',
};

/** Gives part of a dish to another athlete. To whom they do not know yet they give one at a time. */
export const addHandover = (
  trx: AppTransaction,
  athleteId: string,
  id: string,
  fromName: string,
  given: Pick<Handover, 'toId' | 'day' | 'food' | 'grams' | 'method'>,
) =>
  trx
    .insertInto('handover')
    .values({
      athlete_id: athleteId,
      id,
      to_id: given.toId,
      from_name: fromName,
      day: given.day,
      food: JSON.stringify(given.food),
      grams: given.grams,
      method: given.method,
      answer: null,
      answered_at: null,
    })
    .returningAll()
    .executeTakeFirstOrThrow()
    .catch((error: unknown) => {
      const sentence = FULL[(error as { code?: string }).code ?? ''];
      throw sentence === undefined ? error : new ProblemError('not-allowed', sentence);
    });

/** The receiver's answer; the first one stays. */
export const answerHandover = (trx: AppTransaction, id: string, toId: string, answer: 'taken' | 'left') =>
  trx
    .updateTable('handover')
    .set({ answer, answered_at: sql<string>`now()` })
    .where('id', '=', id)
    .where('to_id', '=', toId)
    .where('answer', 'is', null)
    .execute();

/** Takes no portions from somebody any more who gave one; what waits from them is left. */
export const block = async (trx: AppTransaction, athleteId: string, otherId: string): Promise<void> => {
  const gave = await trx
    .selectFrom('handover')
    .select('id')
    .where('to_id', '=', athleteId)
    .where('athlete_id', '=', otherId)
    .limit(1)
    .executeTakeFirst();
  if (!gave) throw new ProblemError('not-found', 'They have given you nothing.');
  await trx
    .insertInto('blocked')
    .values({ athlete_id: athleteId, other_id: otherId })
    .onConflict((clash) => clash.doNothing())
    .execute();
  await trx
    .updateTable('handover')
    .set({ answer: 'left', answered_at: sql<string>`now()` })
    .where('to_id', '=', athleteId)
    .where('athlete_id', '=', otherId)
    .where('answer', 'is', null)
    .execute();
};

export const unblock = (trx: AppTransaction, athleteId: string, otherId: string) =>
  trx.deleteFrom('blocked').where('athlete_id', '=', athleteId).where('other_id', '=', otherId).execute();

export const blockedBy = async (trx: AppTransaction): Promise<{ id: string; name: string }[]> =>
  (await sql<{ id: string; name: string }>`select id, name from blocked_people()`.execute(trx)).rows;
