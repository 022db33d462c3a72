import type { AccessToken, TokenScope } from '@maul/contract/people';
import { sql } from 'kysely';
import type { AccountsDb } from '../../platform/db/connect.ts';
import type { Signed } from '../../platform/http/mount.ts';
import { hashToken, newToken } from './accounts.ts';

/** As many tokens as one person has at a time. */
export const MOST_TOKENS = 20;
/** How a token begins, so that it is known for one where it should not lie. */
const BEGINS = 'maul_';

const COLUMNS = [
  'id',
  'name',
  'scopes',
  'created_at as since',
  'expires_at as until',
  'used_at as used',
] as const;

const alive = (db: AccountsDb) =>
  db
    .selectFrom('access_token')
    .where('revoked_at', 'is', null)
    .where('expires_at', '>', sql<string>`now()`);

/** The live tokens of a person, the newest first. */
export const tokensOf = (db: AccountsDb, personId: string): Promise<AccessToken[]> =>
  alive(db)
    .where('person_id', '=', personId)
    .select([...COLUMNS])
    .orderBy('created_at', 'desc')
    .limit(MOST_TOKENS)
    .execute();

/** Makes a token and says it once; undefined where the id has one already. */
export const addToken = async (
  db: AccountsDb,
  personId: string,
  id: string,
  { name, scopes, days }: { name: string; scopes: TokenScope[]; days: number },
): Promise<(AccessToken & { token: string }) | undefined> => {
  const token = `${BEGINS}${newToken()}`;
  const row = await db
    .insertInto('access_token')
    .values({
      id,
      person_id: personId,
      name,
      token_hash: hashToken(token),
      scopes,
      expires_at: new Date(Date.now() + days * 86_400_000).toISOString(),
    })
    .onConflict((conflict) => conflict.doNothing())
    .returning([...COLUMNS])
    .executeTakeFirst();
  return row && { ...row, token };
};

export const revokeToken = (db: AccountsDb, personId: string, id: string) =>
  db
    .updateTable('access_token')
    .set({ revoked_at: sql<string>`now()` })
    .where('person_id', '=', personId)
    .where('id', '=', id)
    .where('revoked_at', 'is', null)
    .execute();

/** Who stands behind a live token and what it may do; undefined for none. That it was used is kept to the hour. */
export const findToken = async (
  db: AccountsDb,
  token: string,
): Promise<(Signed & { tokenId: string; scopes: TokenScope[] }) | undefined> => {
  const row = await alive(db)
    .where('token_hash', '=', hashToken(token))
    .select(['id', 'person_id', 'scopes'])
    .executeTakeFirst();
  if (!row) return undefined;
  await db
    .updateTable('access_token')
    .set({ used_at: sql<string>`now()` })
    .where('id', '=', row.id)
    .where((eb) =>
      eb.or([eb('used_at', 'is', null), eb('used_at', '<', sql<string>`now() - interval '1 hour'`)]),
    )
    .execute();
  return { personId: row.person_id, token, tokenId: row.id, scopes: row.scopes };
};
