import { Kysely, PostgresDialect, sql, type Transaction } from 'kysely';
import pg from 'pg';
import type { AccountsDatabase } from './accountsSchema.ts';
import type { AppDatabase } from './schema.ts';

// Dates stay civil dates and moments become ISO 8601 text: nothing here is ever a Date in the wrong zone.
pg.types.setTypeParser(1082, (text) => text);
pg.types.setTypeParser(1184, (text) => new Date(text).toISOString());

export type AppDb = Kysely<AppDatabase>;
export type AppTransaction = Transaction<AppDatabase>;
export type AccountsDb = Kysely<AccountsDatabase>;

/**
 * A commit whose wait for the synchronous standby was cancelled is acknowledged with no more than a warning, and a change of primary may take it back. So
 * it counts as failed: the connection ends before the acknowledgement is read, the request is answered with 503 and sent again, and comes to the same.
 */
const notOnTheStandby = (message: string | undefined): boolean =>
  message !== undefined && /canceling (the )?wait for synchronous replication/i.test(message);
const endAtOnce = (client: pg.ClientBase): void => {
  const { stream } = (client as unknown as { connection: { stream: { destroy: (error: Error) => void } } })
    .connection;
  stream.destroy(new Error('Connection terminated: the standby may not have this write.'));
};

export const makePool = (url: string, max: number): pg.Pool => {
  const pool = new pg.Pool({ connectionString: url, max, connectionTimeoutMillis: 5000 });
  // A connection that the server ends is no reason to fall over, neither an idle one nor one at work: its query fails and is
  // answered, and the next one opens a new connection.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => {
    client.on('error', () => undefined);
    client.on('notice', (notice) => {
      if (notOnTheStandby(notice.message)) endAtOnce(client);
    });
  });
  return pool;
};

export const makeDb = <T>(pool: pg.Pool): Kysely<T> =>
  new Kysely<T>({ dialect: new PostgresDialect({ pool }) });

/**
 * Runs `work` in one transaction that acts as whoever holds the session token. The token is all that the transaction
 * sets: the database resolves the person from it, and every policy asks the database.
 */
export const acting = <T>(
  db: AppDb,
  token: string,
  work: (trx: AppTransaction) => Promise<T>,
  /** `one moment` reads every table as it stood at the first. */
  reads: 'as they come' | 'one moment' = 'as they come',
): Promise<T> => {
  const begun = db.transaction();
  const transaction = reads === 'one moment' ? begun.setIsolationLevel('repeatable read') : begun;
  return transaction.execute(async (trx) => {
    await sql`select set_config('maul.token', ${token}, true)`.execute(trx);
    return work(trx);
  });
};

const PART = 'part';
/** Begins a part of a transaction that can be taken back alone; ends the one before it, if one is open. */
export const openPart = async (trx: AppTransaction, first: boolean): Promise<void> => {
  await sql.raw(`${first ? '' : `release savepoint ${PART}; `}savepoint ${PART}`).execute(trx);
};
/** Takes back what the open part did. */
export const withoutPart = async (trx: AppTransaction): Promise<void> => {
  await sql.raw(`rollback to savepoint ${PART}`).execute(trx);
};

/** Asks the database for nothing; throws while it does not answer. */
export const databaseAnswers = async (db: AppDb): Promise<void> => {
  await sql`select 1`.execute(db);
};
