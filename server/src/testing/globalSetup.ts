import { mkdtempSync, chmodSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { dataDirectory, ensurePackages, startPostgres } from '../../../scripts/postgres.mjs';
import { makeDb, makePool } from '../platform/db/connect.ts';
import { ensureRoles, migrate } from '../platform/db/migrate.ts';
import { loadReferenceFoods } from '../foods/index.ts';

/** One PostgreSQL for all server tests, and a migrated database that each file copies. */
const setup = async (): Promise<void> => {
  ensurePackages({ tests: true });
  const home = mkdtempSync(join(tmpdir(), 'maul-test-'));
  chmodSync(home, 0o755);
  const postgres = await startPostgres({ data: dataDirectory(home) });
  const base = `postgres://maul_owner@127.0.0.1:${postgres.port}`;
  const client = new pg.Client({ connectionString: `${base}/postgres` });
  await client.connect();
  await client.query('create database template_maul');
  await client.end();
  const owner = makeDb<unknown>(makePool(`${base}/template_maul`, 2));
  await ensureRoles(owner, { app: 'app', accounts: 'accounts' });
  await migrate(owner);
  await loadReferenceFoods(owner, join(import.meta.dirname, '../../../data'));
  await owner.destroy();
  // What tests keep as files goes when they do.
  process.env.MAUL_FILES = join(home, 'files');
  process.env.MAUL_TEST_PORT = String(postgres.port);
  Object.assign(globalThis, { maulTest: { postgres, home } });
};

export default setup;
