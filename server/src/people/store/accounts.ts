import { createHash, randomBytes } from 'node:crypto';
import { sql } from 'kysely';
import type { AccountsDb } from '../../platform/db/connect.ts';
import type { Signed } from '../../platform/http/mount.ts';
import type { OpenSessions } from '@maul/contract/people';
import { randomLetters } from '../letters.ts';
import { hasFactor } from './factor.ts';
import { passkeysOf } from './passkeys.ts';
import { codesLeft } from './waysBack.ts';

export const SESSION_DAYS = 30;

/** Printed and shown on the sign-in page: the invented people guard nothing. */
export const DEMO_PASSWORD = 'weigh it once more';

/** What the database keeps of a token: its SHA-256, so that a stolen copy of the table opens nothing. */
export const hashToken = (token: string): Buffer => createHash('sha256').update(token, 'utf8').digest();

export const newToken = (): string => randomBytes(32).toString('base64url');

/** What an athlete types to share with a coach: eight letters that cannot be mistaken for each other. */
export const newCoachCode = (): string => randomLetters(8);

export const openSession = async (db: AccountsDb, personId: string, device = ''): Promise<string> => {
  const token = newToken();
  await db
    .insertInto('session')
    .values({
      token_hash: hashToken(token),
      person_id: personId,
      device,
      expires_at: new Date(Date.now() + SESSION_DAYS * 86_400_000).toISOString(),
      ended_at: null,
    })
    .execute();
  return token;
};

export const findSession = async (db: AccountsDb, token: string): Promise<Signed | undefined> => {
  const row = await db
    .selectFrom('session')
    .select('person_id')
    .where('token_hash', '=', hashToken(token))
    .where('ended_at', 'is', null)
    .where('expires_at', '>', sql<string>`now()`)
    .executeTakeFirst();
  return row && { personId: row.person_id, token };
};

/** Whether a session was ended so that its device keeps nothing. */
export const wipesDevice = async (db: AccountsDb, token: string): Promise<boolean> => {
  const row = await db
    .selectFrom('session')
    .select('wipes')
    .where('token_hash', '=', hashToken(token))
    .where('ended_at', 'is not', null)
    .executeTakeFirst();
  return row?.wipes ?? false;
};

export const extendSession = (db: AccountsDb, token: string) =>
  db
    .updateTable('session')
    .set({
      expires_at: sql<string>`now() + ${SESSION_DAYS} * interval '1 day'`,
      seen_at: sql<string>`now()`,
    })
    .where('token_hash', '=', hashToken(token))
    .where('expires_at', '<', sql<string>`now() + (${SESSION_DAYS} - 1) * interval '1 day'`)
    .execute();

export const endSession = (db: AccountsDb, token: string) =>
  db
    .updateTable('session')
    .set({ ended_at: sql<string>`now()` })
    .where('token_hash', '=', hashToken(token))
    .where('ended_at', 'is', null)
    .execute();

/** Ends a person's sessions: all of them, all but one's own, or one alone. With `wipes` their devices keep nothing from when they next ask. */
export const endSessions = (
  db: AccountsDb,
  personId: string,
  { but, only, wipes = false }: { but?: string; only?: string; wipes?: boolean },
) => {
  let query = db
    .updateTable('session')
    .set({ ended_at: sql<string>`now()`, wipes })
    .where('person_id', '=', personId)
    .where('ended_at', 'is', null);
  if (but !== undefined) query = query.where('token_hash', '<>', hashToken(but));
  if (only !== undefined) query = query.where('id', '=', only);
  return query.execute();
};

/** Where a person is signed in, the latest first, and how many codes of their own are left. */
export const whereSignedIn = async (db: AccountsDb, { personId, token }: Signed): Promise<OpenSessions> => {
  const rows = await db
    .selectFrom('session')
    .select(['id', 'device', 'created_at', 'seen_at', 'token_hash'])
    .where('person_id', '=', personId)
    .where('ended_at', 'is', null)
    .where('expires_at', '>', sql<string>`now()`)
    .orderBy('seen_at', 'desc')
    .orderBy('created_at', 'desc')
    .limit(50)
    .execute();
  const here = hashToken(token);
  return {
    sessions: rows.map((row) => ({
      id: row.id,
      device: row.device,
      since: row.created_at,
      seen: row.seen_at,
      here: here.equals(row.token_hash),
    })),
    codesLeft: await codesLeft(db, personId),
    factor: await hasFactor(db, personId),
    passkeys: await passkeysOf(db, personId),
  };
};

export const setPassword = (db: AccountsDb, personId: string, passwordHash: string) =>
  db.updateTable('person').set({ password_hash: passwordHash }).where('id', '=', personId).execute();

export const personByEmail = (db: AccountsDb, email: string) =>
  db.selectFrom('person').selectAll().where('email', '=', email).executeTakeFirst();

export const personById = (db: AccountsDb, id: string) =>
  db.selectFrom('person').selectAll().where('id', '=', id).executeTakeFirstOrThrow();

export const demoPeople = (db: AccountsDb) =>
  db
    .selectFrom('person')
    .selectAll()
    .where('is_demo', '=', true)
    .orderBy('created_at')
    .orderBy('email')
    .execute();

/** A new account; nothing where the email or the id has one. */
export const addPerson = (
  db: AccountsDb,
  person: { id: string; email: string; name: string; role: 'athlete' | 'coach' },
  passwordHash: string,
) =>
  db
    .insertInto('person')
    .values({
      id: person.id,
      email: person.email,
      name: person.name,
      password_hash: passwordHash,
      is_athlete: person.role === 'athlete',
      is_coach: person.role === 'coach',
      coach_code: person.role === 'coach' ? newCoachCode() : null,
    })
    .onConflict((clash) => clash.doNothing())
    .execute();
