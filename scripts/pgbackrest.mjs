// Continuous archiving with pgBackRest: a base backup now and then, and every change of the database as it comes.
import { spawnSync } from 'node:child_process';
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { OperatorError, runAs, startPostgres, until } from './postgres.mjs';

const PROGRAM = '/usr/bin/pgbackrest';
const STANZA = 'maul';
/** At the latest after so many seconds a change has left the house, also on a quiet day. */
const AT_LEAST_EVERY = 60;
/** Where the archive takes nothing in, changes wait in the house up to here; then the house goes on without them. */
const WAITING = '2GiB';
/** A socket's path may be so long. */
const LONGEST_SOCKET = 90;

/** How they say that an archive does not reach back, or on, to a moment. */
const EARLIER = 'unable to find backup set with stop time less than';
const LATER = 'recovery ended before configured recovery target was reached';

/** Beside the data, and PostgreSQL's to read and write. */
const placeOf = (data) => join(dirname(data), 'archiving');
const confOf = (place) => join(place, 'pgbackrest.conf');

const owned = (path, mode) => {
  const { uid, gid } = runAs();
  if (uid !== undefined) chownSync(path, uid, gid);
  chmodSync(path, mode);
};
export const ownedFolder = (path) => {
  mkdirSync(path, { recursive: true });
  owned(path, 0o700);
};

/** Writes the configuration for the data directory `data` and the archive in `repo`. */
export const configure = (place, { data, repo, port, passphrase }) => {
  ownedFolder(place);
  for (const inside of ['lock', 'log', 'socket']) ownedFolder(join(place, inside));
  const socket = join(place, 'socket');
  if (socket.length > LONGEST_SOCKET)
    throw new OperatorError(`The path ${socket} is too long for a socket. Choose a shorter MAUL_HOME.`);
  const lines = [
    '[global]',
    `repo1-path=${repo}`,
    'repo1-retention-full=2',
    `lock-path=${join(place, 'lock')}`,
    `log-path=${join(place, 'log')}`,
    `spool-path=${join(place, 'log')}`,
    'log-level-file=off',
    'log-level-console=error',
    'log-level-stderr=error',
    'start-fast=y',
    'compress-type=zst',
    `archive-push-queue-max=${WAITING}`,
    ...(passphrase ? ['repo1-cipher-type=aes-256-cbc', `repo1-cipher-pass=${passphrase}`] : []),
    `[${STANZA}]`,
    `pg1-path=${data}`,
    `pg1-port=${port}`,
    `pg1-socket-path=${socket}`,
    'pg1-user=maul_owner',
    'pg1-database=postgres',
  ];
  writeFileSync(confOf(place), `${lines.join('\n')}\n`, { mode: 0o600 });
  owned(confOf(place), 0o600);
};

/** Where the house with this data directory is archived; undefined when it is not. */
export const archivedIn = (data) => {
  const conf = confOf(placeOf(data));
  return existsSync(conf) ? /^repo1-path=(.*)$/m.exec(readFileSync(conf, 'utf8'))?.[1] : undefined;
};

/** What PostgreSQL has to know to archive; nothing where the house is not archived. */
export const archiveSettings = (data) => {
  const place = placeOf(data);
  if (!existsSync(confOf(place))) return {};
  return {
    archive_mode: 'on',
    archive_timeout: AT_LEAST_EVERY,
    archive_command: `${PROGRAM} --config="${confOf(place)}" --stanza=${STANZA} archive-push "%p"`,
    unix_socket_directories: join(place, 'socket'),
  };
};

export const endArchiving = (data) => rmSync(placeOf(data), { recursive: true, force: true });

/** Runs pgBackRest as PostgreSQL's user. Throws its last words. */
export const pgbackrest = (place, args, password = '') => {
  const { status, stdout, stderr, error } = spawnSync(
    PROGRAM,
    [`--config=${confOf(place)}`, `--stanza=${STANZA}`, ...args],
    {
      ...runAs(),
      cwd: '/',
      encoding: 'utf8',
      env: { PATH: process.env.PATH, LC_ALL: 'C.UTF-8', PGPASSWORD: password },
    },
  );
  if (status === 0) return stdout;
  const said = `${stdout ?? ''}${stderr ?? String(error)}`;
  if (said.includes(EARLIER)) throw new OperatorError('The archive begins only after that moment.');
  const reason = /ERROR: \[\d+\]: (.*)/.exec(said)?.[1];
  throw new OperatorError(reason ?? said.trim());
};

/** From its next start on, the house with this data directory is archived in `repo`. */
export const beginArchiving = (data, { repo, passphrase }) =>
  configure(placeOf(data), { data, repo, port: 5432, passphrase });

/** What is done with the archive of the house whose owner's connection is `owner`. */
export const archiveOf = (data, owner) => {
  const place = placeOf(data);
  const { port, password } = new URL(owner);
  // The house opens on another port each time.
  const conf = readFileSync(confOf(place), 'utf8').replace(/^pg1-port=.*$/m, `pg1-port=${port}`);
  writeFileSync(confOf(place), conf);
  const run = (...args) => pgbackrest(place, args, decodeURIComponent(password));
  return { create: () => run('stanza-create'), backUp: () => run('--type=full', 'backup') };
};

const written = (moment) => `${moment.toISOString().slice(0, 19).replace('T', ' ')} UTC`;

/**
 * Fills the empty data directory `data` out of the archive in `repo`: as the house was at the moment `at`, or at the end of what was archived.
 * The owner's password becomes `password`. Answers what it is, in words.
 */
export const takeBack = async (data, { repo, at, passphrase, password }) => {
  const { default: pg } = await import('pg');
  const place = `${data}-from`;
  rmSync(place, { recursive: true, force: true });
  const log = join(place, 'recovery.log');
  let server;
  try {
    ownedFolder(data);
    configure(place, { data, repo, port: 5432, passphrase });
    const target = at?.toISOString().replace('T', ' ').replace('Z', '+00');
    pgbackrest(place, [
      'restore',
      ...(target ? ['--type=time', `--target=${target}`, '--target-action=promote'] : []),
    ]);
    // Nobody but who reads this folder comes in until the owner has a new password.
    const hba = join(place, 'pg_hba.conf');
    writeFileSync(hba, 'local all all trust\nhost all all all reject\n');
    owned(hba, 0o600);
    const socket = join(place, 'socket');
    const more = { hba_file: hba, unix_socket_directories: socket };
    server = await startPostgres({ data, password, log, more });
    const ask = async (text) => {
      const client = new pg.Client({
        host: socket,
        port: server.port,
        user: 'maul_owner',
        database: 'postgres',
      });
      client.on('error', () => undefined);
      await client.connect();
      return client.query(text).finally(() => client.end());
    };
    let over = false;
    void server.over.then(() => (over = true));
    const there = () =>
      ask('select pg_is_in_recovery() as going, pg_last_xact_replay_timestamp() as last').then(
        ({ rows }) => !rows[0].going && rows,
        () => false,
      );
    let rows;
    await until(async () => over || (rows = await there()), { tries: 72_000 });
    if (!rows) throw new OperatorError('The archive could not be played back.');
    await ask(`alter role maul_owner password ${pg.escapeLiteral(password)}`);
    await ask('alter system reset all');
    const { last } = rows[0];
    const as = at ? `at ${written(at)}` : 'when it was last archived';
    return `The house as it was ${as}${last ? `, its last change from ${written(last)},` : ''}`;
  } catch (error) {
    if (existsSync(log) && readFileSync(log, 'utf8').includes(LATER))
      throw new OperatorError(
        `The archive ends before ${written(at)}. Leave --at out for the latest that it holds.`,
      );
    throw error;
  } finally {
    await server?.stop();
    rmSync(place, { recursive: true, force: true });
  }
};

/** Whether a folder is an archive of Maul's. */
export const isArchive = (folder) => existsSync(join(folder, 'archive', STANZA));
export const isEmpty = (folder) => !existsSync(folder) || readdirSync(folder).length === 0;
