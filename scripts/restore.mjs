// npm run restore -- FILE, or DIR [--at TIME]: a house out of a backup, or out of an archive as it was at a moment. Only where there is no
// house yet, or with --fresh, which lays the present one aside. It is there whole, or not at all.
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { freshen, openAt, ownerAt, runAdmin, secretsOf } from './house.mjs';
import { isArchive, takeBack } from './pgbackrest.mjs';
import { dataDirectory, ensurePackages, OperatorError, runPostgres, startPostgres } from './postgres.mjs';
import { ensureBuild, ensureModules, root } from './project.mjs';

const home = resolve(process.env.MAUL_HOME ?? join(root, '.maul'));
const passphrase = process.env.MAUL_PASSPHRASE || undefined;
const NOTHING = 'Nothing was restored.';

const momentOf = (text) => {
  if (text === undefined) return undefined;
  const at = new Date(text.replace(' ', 'T'));
  if (!/^\d{4}-\d{2}-\d{2}[ T]\d{2}:\d{2}/.test(text) || Number.isNaN(at.getTime()))
    throw new OperatorError(
      `"${text}" is no moment. One is written 2026-03-14 18:05:00, or with a zone, 2026-03-14T17:05:00Z.`,
    );
  if (at.getTime() > Date.now())
    throw new OperatorError(`${text} is still to come. Leave --at out for the latest that was archived.`);
  return at;
};

/** A database that a dump fills. */
const fromDump = async (data, staging, manifest) => {
  const { port, stop } = await startPostgres({
    data,
    password: secretsOf(home).owner,
    log: join(home, 'postgres.log'),
  });
  try {
    runAdmin('roles', ownerAt(home, port, 'postgres'));
    const owner = ownerAt(home, port);
    runPostgres('createdb', ['maul'], ownerAt(home, port, 'postgres'));
    runPostgres(
      'pg_restore',
      [
        '--exit-on-error',
        '--single-transaction',
        '--no-owner',
        '--dbname=maul',
        join(staging, 'database.dump'),
      ],
      owner,
    );
    try {
      runAdmin('migrate', owner);
    } catch (error) {
      if (!/previously executed migration/.test(error.message)) throw error;
      throw new OperatorError('This backup is of a later Maul than this one.');
    }
  } finally {
    await stop();
  }
  return `The house of ${manifest.madeAt.slice(0, 16).replace('T', ' ')} UTC`;
};

const readBackup = async (file, staging) => {
  const { digestOf, unpack } = await import('./archive.mjs');
  await unpack(file, staging, passphrase);
  const read = (name) => (existsSync(join(staging, name)) ? readFileSync(join(staging, name), 'utf8') : '');
  const manifest = JSON.parse(read('manifest.json') || 'null');
  if (manifest?.format !== 1)
    throw new OperatorError('This is no backup that this version of Maul can read.');
  if ((await digestOf(join(staging, 'database.dump'))) !== manifest.digest)
    throw new OperatorError(
      'The backup was changed after it was made: its database is not the one it was made with.',
    );
  return manifest;
};

const data = dataDirectory(home);
const making = `${data}-restoring`;
let staging;
try {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { at: { type: 'string' }, fresh: { type: 'boolean' } },
  });
  const at = momentOf(values.at);
  if (positionals.length !== 1)
    throw new OperatorError(
      'Say out of what: npm run restore -- FILE, or npm run restore -- DIR --at "2026-03-14 18:05:00"',
    );
  if (process.env.DATABASE_URL)
    throw new OperatorError('Maul restores into a database of its own. Leave DATABASE_URL out.');
  const from = resolve(positionals[0]);
  if (!existsSync(from)) throw new OperatorError(`There is no ${from}.`);
  const folder = statSync(from).isDirectory();
  if (folder && !isArchive(from)) throw new OperatorError(`${from} holds no archive of Maul's.`);
  if (!folder && at)
    throw new OperatorError(
      'A backup holds one moment alone. Leave --at out, or name the folder of an archive.',
    );
  const address = openAt(home);
  if (address !== undefined) throw new OperatorError(`Maul is running at ${address}. npm stop ends it.`);
  if (existsSync(join(data, 'PG_VERSION')) && !values.fresh)
    throw new OperatorError(
      `There is a house in ${home}. Restore into another MAUL_HOME, or lay the present one aside: npm run restore -- --fresh ${positionals[0]}`,
    );
  ensurePackages({ archive: folder });
  ensureModules();
  ensureBuild();
  mkdirSync(home, { recursive: true });
  staging = mkdtempSync(join(home, 'restore-'));
  rmSync(making, { recursive: true, force: true });
  let said;
  if (folder) {
    said = await takeBack(making, { repo: from, at, passphrase, password: secretsOf(home).owner });
    if (existsSync(join(from, 'files')))
      cpSync(join(from, 'files'), join(staging, 'files'), { recursive: true });
  } else said = await fromDump(making, staging, await readBackup(from, staging));
  await freshen(home);
  if (existsSync(join(staging, 'files'))) renameSync(join(staging, 'files'), join(home, 'files'));
  renameSync(making, data);
  console.log(`${said} is restored in ${home}. npm start opens it.`);
} catch (error) {
  const why = error.code === 'ENOSPC' ? 'The disk is full.' : error.message;
  console.error(error instanceof OperatorError || error.syscall ? `${why} ${NOTHING}` : error);
  process.exitCode = 1;
} finally {
  if (staging) rmSync(staging, { recursive: true, force: true });
  rmSync(making, { recursive: true, force: true });
}
