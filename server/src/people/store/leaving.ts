import { sql } from 'kysely';
import type { AccountsDb } from '../../platform/db/connect.ts';

const DAYS = 7;
const HOUR_MS = 3_600_000;

/** Asks that an account goes for good in seven days; one that was asked for already goes when it was to go. */
export const askDeletion = async (db: AccountsDb, personId: string): Promise<string> => {
  const { leaving_at: at } = await db
    .updateTable('person')
    .set({ leaving_at: sql<string>`coalesce(leaving_at, now() + make_interval(days => ${DAYS}))` })
    .where('id', '=', personId)
    .returning('leaving_at')
    .executeTakeFirstOrThrow();
  if (at === null) throw new Error('An account that leaves has no day.');
  return at;
};

/** Stays after all; whether it was to go. */
export const takeBackDeletion = async (db: AccountsDb, personId: string): Promise<boolean> => {
  const { numUpdatedRows } = await db
    .updateTable('person')
    .set({ leaving_at: null })
    .where('id', '=', personId)
    .where('leaving_at', 'is not', null)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
};

/** Deletes everybody whose seven days are over: their files first, then their rows. How many went. */
export const forgetWhoLeft = async (
  db: AccountsDb,
  dropFiles: (personId: string, ids: string[]) => Promise<void>,
): Promise<number> => {
  const due = await db
    .selectFrom('person')
    .select('id')
    .where('leaving_at', '<=', sql<string>`now()`)
    .limit(100)
    .execute();
  for (const { id } of due) {
    const { rows } = await sql<{ id: string }>`select f as id from files_of(${id}) f`.execute(db);
    await dropFiles(
      id,
      rows.map((row) => row.id),
    );
    await sql`select forget_person(${id})`.execute(db);
  }
  return due.length;
};

/** Looks every hour for who has left. Answers how to end it. */
export const keepForgetting = (
  db: AccountsDb,
  dropFiles: Parameters<typeof forgetWhoLeft>[1],
  failed: (error: unknown) => void,
): (() => void) => {
  const look = () => void forgetWhoLeft(db, dropFiles).catch(failed);
  look();
  const timer = setInterval(look, HOUR_MS);
  timer.unref();
  return () => clearInterval(timer);
};
