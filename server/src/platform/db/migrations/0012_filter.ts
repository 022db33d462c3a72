import { sql, type Kysely } from 'kysely';

/** Expenditure is told by a filter; what was measured from 28 days before stays as it was. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  await run(`alter table basis drop constraint basis_expenditure_from_check`);
  await run(`alter table basis add constraint basis_expenditure_from_check
    check (expenditure_from in ('equation', 'known', 'balance', 'filter', 'carried'))`);
};
