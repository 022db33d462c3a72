import { Migrator, sql, type Kysely, type Migration } from 'kysely';
import pg from 'pg';
import * as ground from './migrations/0001_ground.ts';
import * as season from './migrations/0002_season.ts';
import * as kitchen from './migrations/0003_kitchen.ts';
import * as day from './migrations/0004_day.ts';
import * as origin from './migrations/0005_origin.ts';
import * as levels from './migrations/0006_caution_levels.ts';
import * as eaten from './migrations/0007_eaten.ts';
import * as listening from './migrations/0008_listening.ts';
import * as doors from './migrations/0009_doors.ts';
import * as waysBack from './migrations/0010_ways_back.ts';
import * as accounts from './migrations/0011_accounts.ts';
import * as filter from './migrations/0012_filter.ts';
import * as body from './migrations/0013_body.ts';
import * as checkIns from './migrations/0014_check_ins.ts';
import * as everything from './migrations/0015_everything.ts';
import * as questions from './migrations/0016_questions.ts';
import * as portionNotes from './migrations/0017_portion_notes.ts';
import * as protocols from './migrations/0018_protocols.ts';
import * as rights from './migrations/0019_rights.ts';
import * as desk from './migrations/0020_desk.ts';
import * as kitchenWork from './migrations/0021_kitchen_work.ts';
import * as wipedDevices from './migrations/0022_wiped_devices.ts';
import * as quickRights from './migrations/0023_quick_rights.ts';
import * as whoReplaced from './migrations/0024_who_replaced.ts';
import * as givenProtocols from './migrations/0025_given_protocols.ts';
import * as standingNamed from './migrations/0026_standing_named.ts';

const migrations: Record<string, Migration> = {
  '0001_ground': ground,
  '0002_season': season,
  '0003_kitchen': kitchen,
  '0004_day': day,
  '0005_origin': origin,
  '0006_caution_levels': levels,
  '0007_eaten': eaten,
  '0008_listening': listening,
  '0009_doors': doors,
  '0010_ways_back': waysBack,
  '0011_accounts': accounts,
  '0012_filter': filter,
  '0013_body': body,
  '0014_check_ins': checkIns,
  '0015_everything': everything,
  '0016_questions': questions,
  '0017_portion_notes': portionNotes,
  '0018_protocols': protocols,
  '0019_rights': rights,
  '0020_desk': desk,
  '0021_kitchen_work': kitchenWork,
  '0022_wiped_devices': wipedDevices,
  '0023_quick_rights': quickRights,
  '0024_who_replaced': whoReplaced,
  '0025_given_protocols': givenProtocols,
  '0026_standing_named': standingNamed,
};

/**
 * Brings a database up to date, forward only, or up to the step named. Safe to repeat. Throws what went wrong; a failed step
 * leaves nothing behind.
 */
export const migrate = async (owner: Kysely<unknown>, to?: keyof typeof migrations): Promise<string[]> => {
  const migrator = new Migrator({
    db: owner,
    provider: { getMigrations: () => Promise.resolve(migrations) },
  });
  const { error, results } = await (to === undefined ? migrator.migrateToLatest() : migrator.migrateTo(to));
  if (error) throw error instanceof Error ? error : new Error(JSON.stringify(error));
  return (results ?? []).map((r) => r.migrationName);
};

const MARK = 'Maul, made by its start command';

/** The two roles that the server connects as. They own nothing and are no superusers. */
export const ensureRoles = async (owner: Kysely<unknown>, passwords: { app: string; accounts: string }) => {
  for (const [role, password] of [
    ['maul_app', passwords.app],
    ['maul_accounts', passwords.accounts],
  ] as const) {
    const found = await sql<{ mark: string | null }>`
      select shobj_description(oid, 'pg_authid') as mark from pg_roles where rolname = ${role}`.execute(
      owner,
    );
    const quoted = pg.escapeLiteral(password);
    if (found.rows.length === 0) {
      await sql.raw(`create role ${role} login nosuperuser nobypassrls password ${quoted}`).execute(owner);
      await sql.raw(`comment on role ${role} is '${MARK}'`).execute(owner);
    } else if (found.rows[0]?.mark !== MARK) {
      throw new Error(`This PostgreSQL server has a role "${role}" that is not Maul's. Nothing was changed.`);
    } else {
      await sql.raw(`alter role ${role} password ${quoted}`).execute(owner);
    }
    // Compiling a query costs more than any of ours takes.
    await sql.raw(`alter role ${role} set jit = off`).execute(owner);
  }
};

/** Refuses a database that holds somebody else's tables. */
export const refuseForeignDatabase = async (owner: Kysely<unknown>): Promise<void> => {
  const { rows } = await sql<{ name: string }>`
    select tablename as name from pg_tables where schemaname = 'public'`.execute(owner);
  const names = rows.map((r) => r.name);
  if (names.length > 0 && !names.includes('kysely_migration'))
    throw new Error(
      'This database holds tables that are not Maul’s. Give Maul an empty database. Nothing was changed.',
    );
  if (names.length > 0 && !names.includes('house'))
    throw new Error(
      'This database was migrated by another program. Give Maul an empty database. Nothing was changed.',
    );
};
