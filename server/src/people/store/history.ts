import type { AccountDeed, AccountHistory } from '@maul/contract/people';
import type { AccountsDb } from '../../platform/db/connect.ts';

const PAGE = 50;

/** Writes down what a person did with their own account, where no row of it tells the database. */
export const addDeed = (
  db: AccountsDb,
  deed: { personId: string; what: AccountDeed; byId: string | null; device?: string },
) =>
  db
    .insertInto('account_history')
    .values({ person_id: deed.personId, what: deed.what, by_id: deed.byId, device: deed.device ?? '' })
    .execute();

/** Fifty deeds, the latest first, before the one named. */
export const historyOf = async (
  db: AccountsDb,
  personId: string,
  before?: string,
): Promise<AccountHistory> => {
  let query = db
    .selectFrom('account_history as t')
    .leftJoin('person as by', 'by.id', 't.by_id')
    .leftJoin('person as other', 'other.id', 't.with_id')
    .select(['t.id', 't.at', 't.what', 't.by_id', 't.device', 'by.name as by', 'other.name as with'])
    .where('t.person_id', '=', personId);
  if (before !== undefined) query = query.where('t.id', '<', before);
  const rows = await query
    .orderBy('t.id', 'desc')
    .limit(PAGE + 1)
    .execute();
  const shown = rows.slice(0, PAGE);
  return {
    deeds: shown.map((row) => ({
      id: row.id,
      at: row.at,
      what: row.what,
      by: row.by === null ? null : { name: row.by, self: row.by_id === personId },
      with: row.with,
      device: row.device,
    })),
    before: rows.length > PAGE ? (shown.at(-1)?.id ?? null) : null,
  };
};
