import { sql } from 'kysely';
import { Secret, TOTP } from 'otpauth';
import type { AccountsDb } from '../../platform/db/connect.ts';

/** Six digits of SHA-1 every 30 s, as every application for codes has them. Source: RFC 6238. */
const PERIOD = 30;
/** A code holds for one step before and after its own: clocks differ. */
const WINDOW = 1;

const totp = (secret: string, label = '') =>
  new TOTP({ issuer: 'Maul', label, secret: Secret.fromBase32(secret), period: PERIOD });

/** The secret of a factor that guards, or waits for its first code. */
const factorOf = (db: AccountsDb, personId: string) =>
  db.selectFrom('second_factor').selectAll().where('person_id', '=', personId).executeTakeFirst();

export const hasFactor = async (db: AccountsDb, personId: string): Promise<boolean> =>
  ((await factorOf(db, personId))?.confirmed_at ?? null) !== null;

/** A new secret, which guards nothing yet. One that guards already stays; undefined then. */
export const newFactor = async (
  db: AccountsDb,
  person: { id: string; email: string },
): Promise<{ secret: string; uri: string } | undefined> => {
  const secret = new Secret({ size: 20 }).base32;
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('second_factor')
    .values({ person_id: person.id, secret, confirmed_at: null })
    .onConflict((clash) =>
      clash
        .column('person_id')
        .doUpdateSet({ secret, last_step: '0' })
        .where('second_factor.confirmed_at', 'is', null),
    )
    .executeTakeFirst();
  return numInsertedOrUpdatedRows === 0n ? undefined : { secret, uri: totp(secret, person.email).toString() };
};

/** Uses a code of the factor up: false when it is wrong, or of a step that was used. `now` in ms. */
export const spendFactorCode = async (
  db: AccountsDb,
  personId: string,
  code: string,
  now = Date.now(),
): Promise<boolean> => {
  const factor = await factorOf(db, personId);
  const token = code.replace(/\s/g, '');
  if (!factor || !/^\d{6}$/.test(token)) return false;
  const delta = totp(factor.secret).validate({ token, timestamp: now, window: WINDOW });
  if (delta === null) return false;
  const step = String(Math.floor(now / 1000 / PERIOD) + delta);
  // Of two at once, one.
  const { numUpdatedRows } = await db
    .updateTable('second_factor')
    .set({ last_step: step, confirmed_at: sql<string>`coalesce(confirmed_at, now())` })
    .where('person_id', '=', personId)
    .where('last_step', '<', step)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
};

export const dropFactor = (db: AccountsDb, personId: string) =>
  db.deleteFrom('second_factor').where('person_id', '=', personId).execute();
