import { createHash, randomBytes } from 'node:crypto';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

export const newSecret = (): string => randomBytes(32).toString('base64url');

export const hashSecret = (secret: string): Buffer => createHash('sha256').update(secret, 'utf8').digest();

export const feedsOf = (trx: AppTransaction, athleteId: string) =>
  trx
    .selectFrom('calendar_feed')
    .select(['id', 'created_at'])
    .where('athlete_id', '=', athleteId)
    .where('revoked_at', 'is', null)
    .orderBy('created_at')
    .execute()
    .then((rows) => rows.map((r) => ({ id: r.id, createdAt: r.created_at, path: null })));

/** Opens the athlete behind a private address to this transaction, and to nothing else; undefined when it is not, or no more, one. */
export const athleteBehindFeed = async (trx: AppTransaction, secret: string) => {
  await sql`select set_config('maul.feed', ${secret}, true)`.execute(trx);
  return trx
    .selectFrom('athlete')
    .select(['athlete_id', 'zone', 'day_turns_at', 'profile'])
    .executeTakeFirst();
};

/** Makes a private address and answers when it was made; undefined when its id was used before. Only its hash is kept. */
export const addFeed = async (trx: AppTransaction, athleteId: string, id: string, secret: string) =>
  (
    await trx
      .insertInto('calendar_feed')
      .values({ athlete_id: athleteId, id, token_hash: hashSecret(secret), revoked_at: null })
      .onConflict((conflict) => conflict.columns(['athlete_id', 'id']).doNothing())
      .returning('created_at')
      .executeTakeFirst()
  )?.created_at;

/** Revokes a private address at once. */
export const revokeFeed = (trx: AppTransaction, athleteId: string, id: string) =>
  trx
    .updateTable('calendar_feed')
    .set({ revoked_at: sql<string>`now()` })
    .where('athlete_id', '=', athleteId)
    .where('id', '=', id)
    .where('revoked_at', 'is', null)
    .execute();
