import { sql } from 'kysely';
import { randomBytes } from 'node:crypto';
import type { OpenSessions } from '@maul/contract/people';
import type { AccountsDb } from '../../platform/db/connect.ts';

/** A challenge holds so long. */
const MINUTES = 5;

/** Something that nobody can have signed before; of a person's own where they are known. */
export const newChallenge = async (db: AccountsDb, personId: string | null): Promise<string> => {
  const challenge = randomBytes(32).toString('base64url');
  await db
    .deleteFrom('passkey_challenge')
    .where('expires_at', '<', sql<string>`now()`)
    .execute();
  await db
    .insertInto('passkey_challenge')
    .values({
      challenge,
      person_id: personId,
      expires_at: sql<string>`now() + make_interval(mins => ${MINUTES})`,
    })
    .execute();
  return challenge;
};

/** Uses a challenge up: of two answers to it, one. */
export const spendChallenge = async (
  db: AccountsDb,
  challenge: string,
  personId: string | null,
): Promise<boolean> => {
  const { numDeletedRows } = await db
    .deleteFrom('passkey_challenge')
    .where('challenge', '=', challenge)
    .where('person_id', 'is not distinct from', personId)
    .where('expires_at', '>', sql<string>`now()`)
    .executeTakeFirst();
  return numDeletedRows > 0n;
};

export const passkeysOf = (db: AccountsDb, personId: string): Promise<OpenSessions['passkeys']> =>
  db
    .selectFrom('passkey')
    .select(['id', 'name', 'created_at as since', 'used_at as used'])
    .where('person_id', '=', personId)
    .orderBy('created_at')
    .limit(50)
    .execute();

export const passkeyById = (db: AccountsDb, id: string) =>
  db.selectFrom('passkey').selectAll().where('id', '=', id).executeTakeFirst();

/** Keeps a new passkey; false where one with its id is there. */
export const keepPasskey = async (
  db: AccountsDb,
  key: { id: string; personId: string; publicKey: Uint8Array; counter: number; name: string },
): Promise<boolean> => {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('passkey')
    .values({
      id: key.id,
      person_id: key.personId,
      public_key: Buffer.from(key.publicKey),
      counter: key.counter,
      name: key.name,
    })
    .onConflict((clash) => clash.doNothing())
    .executeTakeFirst();
  return (numInsertedOrUpdatedRows ?? 0n) > 0n;
};

export const passkeyUsed = (db: AccountsDb, id: string, counter: number) =>
  db
    .updateTable('passkey')
    .set({ counter, used_at: sql<string>`now()` })
    .where('id', '=', id)
    .execute();

/** Removes one of a person's passkeys; whether there was one. */
export const dropPasskey = async (db: AccountsDb, personId: string, id: string): Promise<boolean> => {
  const { numDeletedRows } = await db
    .deleteFrom('passkey')
    .where('person_id', '=', personId)
    .where('id', '=', id)
    .executeTakeFirst();
  return numDeletedRows > 0n;
};

export const dropPasskeys = (db: AccountsDb, personId: string) =>
  db.deleteFrom('passkey').where('person_id', '=', personId).execute();
