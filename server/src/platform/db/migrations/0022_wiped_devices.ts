import { sql, type Kysely } from 'kysely';

/** A session that was ended everywhere says so to its device, which then keeps nothing. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  await sql`alter table session add column wipes boolean not null default false`.execute(db);
};
