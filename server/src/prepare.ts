/** Makes the database ready before the server starts: roles, migrations, reference foods, demo. Safe to repeat. */
import { sql, type Kysely } from 'kysely';
import pg from 'pg';
import { DEMO_PASSWORD } from './people/index.ts';
import { makeDb, makePool } from './platform/db/connect.ts';
import { readSettings } from './platform/settings.ts';
import { ensureRoles, migrate, refuseForeignDatabase } from './platform/db/migrate.ts';
import type { AccountsDatabase } from './platform/db/accountsSchema.ts';
import type { AppDatabase } from './platform/db/schema.ts';
import { demoMoment, ensureDemo } from './demo/load.ts';
import { loadReferenceFoods } from './foods/index.ts';

const need = (name: string): string => {
  const value = process.env[name];
  if (value === undefined || value === '') throw new Error(`${name} is missing. Start Maul with npm start.`);
  return value;
};

const withUser = (url: string, user: string, password: string): string => {
  const made = new URL(url);
  made.username = user;
  made.password = password;
  return made.href;
};

/** In Maul's own cluster the data live in a database of their own. */
const ownDatabase = async (url: string): Promise<string> => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rowCount } = await client.query(`select from pg_database where datname = 'maul'`);
  if (rowCount === 0) await client.query('create database maul');
  await client.end();
  const made = new URL(url);
  made.pathname = '/maul';
  return made.href;
};

const demoPeople = async (owner: Kysely<unknown>) => {
  const { rows } = await sql<{ email: string; role: string }>`
    select email, case when is_coach then 'coach' else 'athlete' end as role from person
    where is_demo order by is_coach desc, created_at`.execute(owner);
  return rows.length > 0 ? { password: DEMO_PASSWORD, people: rows } : null;
};

/** Who was signed in as one of the invented people is not any more. */
const endDemoSessions = (owner: Kysely<unknown>) =>
  sql`update session s set ended_at = now() from person p
    where p.id = s.person_id and p.is_demo and s.ended_at is null`.execute(owner);

const ownerUrl = need('MAUL_OWNER_URL');
const passwords = { app: need('MAUL_APP_PASSWORD'), accounts: need('MAUL_ACCOUNTS_PASSWORD') };
const data = need('MAUL_DATA');
const database = process.env.MAUL_OWN_CLUSTER ? await ownDatabase(ownerUrl) : ownerUrl;
const owner = makeDb<unknown>(makePool(database, 2));
const app = makeDb<AppDatabase>(makePool(withUser(database, 'maul_app', passwords.app), 2));
const accounts = makeDb<AccountsDatabase>(
  makePool(withUser(database, 'maul_accounts', passwords.accounts), 2),
);
try {
  await refuseForeignDatabase(owner);
  await ensureRoles(owner, passwords);
  await migrate(owner);
  await loadReferenceFoods(owner, data);
  const { demo } = readSettings(process.env);
  const said = demo
    ? await ensureDemo({ owner, app, accounts }, data, demoMoment(process.env.MAUL_DEMO_CLOCK))
    : null;
  if (!demo) await endDemoSessions(owner);
  console.log(JSON.stringify({ database, said, demo: demo ? await demoPeople(owner) : null }));
} finally {
  await Promise.all([owner.destroy(), app.destroy(), accounts.destroy()]);
}
