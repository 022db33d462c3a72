// npm run backup -- FILE: the whole house in one file, open or closed. Encrypted where MAUL_PASSPHRASE is set.
import { existsSync, mkdirSync, mkdtempSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { withDatabase } from './house.mjs';
import { OperatorError, runPostgres } from './postgres.mjs';
import { ensureModules, root } from './project.mjs';

const home = resolve(process.env.MAUL_HOME ?? join(root, '.maul'));
const [file] = process.argv.slice(2);
const passphrase = process.env.MAUL_PASSPHRASE || undefined;

/** How many accounts stand in the database, and up to which step it was migrated. */
const describe = async (owner) => {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: owner });
  await client.connect();
  try {
    const { rows } = await client.query(`select name from kysely_migration order by name`);
    const { rows: people } = await client.query(`select count(*)::int as n from person`);
    return { migrations: rows.map((row) => row.name), people: people[0].n };
  } finally {
    await client.end();
  }
};

let staging;
let part;
try {
  if (!file) throw new OperatorError('Say where to: npm run backup -- FILE');
  const target = resolve(file);
  if (existsSync(target)) throw new OperatorError(`${target} is there already.`);
  if (!existsSync(dirname(target))) throw new OperatorError(`There is no folder ${dirname(target)}.`);
  ensureModules();
  const { alsoIn, digestOf, pack } = await import('./archive.mjs');
  await withDatabase(home, async (owner) => {
    part = `${target}.part`;
    staging = mkdtempSync(join(home, 'backup-'));
    mkdirSync(join(staging, 'files'));
    const files = join(home, 'files');
    // Before and after: whatever a row of the dump speaks of is among them, also what goes or comes meanwhile.
    if (existsSync(files)) alsoIn(files, join(staging, 'files'));
    const about = await describe(owner);
    // Any server that Maul runs on can take it back, so it names no owner.
    runPostgres(
      'pg_dump',
      ['--format=custom', '--no-owner', `--file=${join(staging, 'database.dump')}`],
      owner,
    );
    if (existsSync(files)) alsoIn(files, join(staging, 'files'));
    const manifest = {
      format: 1,
      madeAt: new Date().toISOString(),
      ...about,
      digest: await digestOf(join(staging, 'database.dump')),
    };
    writeFileSync(join(staging, 'manifest.json'), JSON.stringify(manifest, null, 2));
    await pack(staging, part, passphrase);
    renameSync(part, target);
    const size = (statSync(target).size / 1e6).toFixed(1);
    console.log(
      `${target}: ${size} MB, ${manifest.people} ${manifest.people === 1 ? 'account' : 'accounts'}, ` +
        (passphrase
          ? 'encrypted. Keep the passphrase elsewhere.'
          : 'not encrypted. MAUL_PASSPHRASE encrypts.'),
    );
  });
} catch (error) {
  const why = error.code === 'ENOSPC' ? 'The disk is full.' : error.message;
  console.error(error instanceof OperatorError || error.syscall ? `${why} There is no backup.` : error);
  process.exitCode = 1;
} finally {
  if (part) rmSync(part, { force: true });
  if (staging) rmSync(staging, { recursive: true, force: true });
}
