import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import type { AccountsDb } from '../../platform/db/connect.ts';
import { randomLetters } from '../letters.ts';

const CODES = 10;

/** Sixteen letters in fours: eighty bits. */
const newCode = (): string => randomLetters(16).replace(/.{4}(?=.)/g, '$&-');

/** What the database keeps of a code: however it is typed, its letters alone. */
const hashCode = (code: string): Buffer =>
  createHash('sha256')
    .update(code.toUpperCase().replace(/[^0-9A-Z]/g, ''))
    .digest();

/** Makes ten codes of a person's own; those before are no more. */
export const makeCodes = (db: AccountsDb, personId: string): Promise<string[]> =>
  db.transaction().execute(async (trx) => {
    await trx.deleteFrom('way_back').where('person_id', '=', personId).where('kind', '=', 'own').execute();
    const codes = Array.from({ length: CODES }, newCode);
    await trx
      .insertInto('way_back')
      .values(codes.map((code) => ({ person_id: personId, code_hash: hashCode(code), kind: 'own' as const })))
      .execute();
    return codes;
  });

export const codesLeft = (db: AccountsDb, personId: string): Promise<number> =>
  db
    .selectFrom('way_back')
    .select((eb) => eb.fn.countAll<string>().as('n'))
    .where('person_id', '=', personId)
    .where('kind', '=', 'own')
    .where('used_at', 'is', null)
    .executeTakeFirstOrThrow()
    .then(({ n }) => Number(n));

/** Uses a code up, and answers whose it was; undefined when there is none like it that still holds. Of two at once, one. */
export const spendCode = async (
  db: AccountsDb,
  personId: string,
  code: string,
): Promise<'own' | 'operator' | undefined> => {
  const spent = await db
    .updateTable('way_back')
    .set({ used_at: sql<string>`now()` })
    .where('person_id', '=', personId)
    .where('code_hash', '=', hashCode(code))
    .where('used_at', 'is', null)
    .where((eb) => eb.or([eb('expires_at', 'is', null), eb('expires_at', '>', sql<string>`now()`)]))
    .returning('kind')
    .executeTakeFirst();
  return spent?.kind;
};

/** A code for once that the operator gives to who forgot a password; it holds for a day. Undefined for an email without an account. */
export const operatorCode = async (db: AccountsDb, email: string): Promise<string | undefined> => {
  // The invented people keep the password that everybody knows.
  const person = await db
    .selectFrom('person')
    .select('id')
    .where('email', '=', email)
    .where('is_demo', '=', false)
    .executeTakeFirst();
  if (!person) return undefined;
  const code = newCode();
  await db
    .insertInto('way_back')
    .values({
      person_id: person.id,
      code_hash: hashCode(code),
      kind: 'operator',
      expires_at: sql<string>`now() + interval '1 day'`,
    })
    .execute();
  return code;
};
