// Maul's own PostgreSQL: found, installed, started and ended here. Node built-ins only.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  chownSync,
  closeSync,
  copyFileSync,
  existsSync,
  fchmodSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join, resolve } from 'node:path';

export class OperatorError extends Error {}

const isRoot = () => process.getuid?.() === 0;

/** Where the server's programs are: version 15, or the newest above it. */
export const postgresBin = () => {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return undefined;
  const versions = readdirSync(base)
    .filter((v) => Number(v) >= 15 && existsSync(join(base, v, 'bin/initdb')))
    .sort((a, b) => Number(a) - Number(b));
  return versions[0] && join(base, versions[0], 'bin');
};

export const chromiumPath = () => (existsSync('/usr/bin/chromium') ? '/usr/bin/chromium' : undefined);

const apt = (packages, say) => {
  say(`Installing Debian packages: ${packages.join(' ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const run = (...args) => spawnSync('apt-get', args, { env, encoding: 'utf8' });
  run('update', '-qq');
  const done = run(
    'install',
    '-y',
    '-qq',
    '--no-install-recommends',
    '-o',
    'Dpkg::Options::=--force-confold',
    ...packages,
  );
  if (done.status !== 0)
    throw new OperatorError(
      `The Debian packages could not be installed:\n${(done.stderr ?? String(done.error)).trim()}`,
    );
};

/** Sees to the Debian packages: root installs what is missing, anybody else is told what to ask for. */
export const ensurePackages = ({
  chromium = false,
  tests = false,
  archive = tests,
  say = console.log,
} = {}) => {
  const missing = [];
  if (!postgresBin()) missing.push('postgresql-15');
  if (archive && !existsSync('/usr/bin/pgbackrest')) missing.push('pgbackrest');
  if (chromium && !chromiumPath()) missing.push('chromium', 'fonts-liberation');
  // Tests read PDFs back.
  if (tests && !existsSync('/usr/bin/pdftotext')) missing.push('poppler-utils');
  if (missing.length === 0) return;
  if (!isRoot())
    throw new OperatorError(
      `Maul needs the Debian package${missing.length > 1 ? 's' : ''} ${missing.join(', ')}, and only root can install them.\n` +
        `Run this once, then try again:  sudo apt-get install --no-install-recommends ${missing.join(' ')}`,
    );
  // Debian would start a cluster of its own; Maul brings its own and wants no other.
  if (!postgresBin() && !existsSync('/etc/postgresql-common/createcluster.conf')) {
    mkdirSync('/etc/postgresql-common', { recursive: true });
    writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n');
  }
  apt(missing, say);
};

/** Sees to the Debian packages of a house of several servers. Nothing of them is started by Debian itself. */
export const ensureClusterPackages = ({ say = console.log } = {}) => {
  ensurePackages({ say });
  const missing = [
    ['/usr/bin/etcd', 'etcd-server'],
    ['/usr/bin/patroni', 'patroni'],
    ['/usr/lib/python3/dist-packages/etcd', 'python3-etcd'],
    ['/usr/sbin/pgbouncer', 'pgbouncer'],
    ['/usr/sbin/haproxy', 'haproxy'],
    ['/usr/sbin/ip', 'iproute2'],
  ].flatMap(([file, name]) => (existsSync(file) ? [] : [name]));
  if (missing.length === 0) return;
  const policy = '/usr/sbin/policy-rc.d';
  const ours = !existsSync(policy);
  if (ours) writeFileSync(policy, '#!/bin/sh\nexit 101\n', { mode: 0o755 });
  try {
    apt(missing, say);
  } finally {
    if (ours) rmSync(policy);
  }
};

/** The account that the server runs as: PostgreSQL refuses root, so root lends it to the user `postgres`. */
export const runAs = () => {
  if (!isRoot()) return {};
  const line = readFileSync('/etc/passwd', 'utf8')
    .split('\n')
    .find((l) => l.startsWith('postgres:'));
  if (!line) throw new OperatorError('The user "postgres" is missing; reinstall the package postgresql-15.');
  const [, , uid, gid] = line.split(':');
  return { uid: Number(uid), gid: Number(gid) };
};

const reachable = (dir, uid) => {
  for (let at = dirname(resolve(dir)); ; at = dirname(at)) {
    if (existsSync(at)) {
      const { mode, uid: owner } = statSync(at);
      if (owner !== uid && (mode & 0o001) === 0) return false;
    }
    if (at === dirname(at)) return true;
  }
};

/** The data directory: under `home`, or in /var/tmp where the user `postgres` may not enter the project's folder. */
export const dataDirectory = (home) => {
  const wanted = join(resolve(home), 'postgres');
  const { uid } = runAs();
  if (uid === undefined || reachable(wanted, uid)) return wanted;
  return join(
    '/var/tmp',
    `maul-${createHash('sha256').update(wanted).digest('hex').slice(0, 12)}`,
    'postgres',
  );
};

const LARGEST_LOG = 10_000_000;
/** Lays aside what a log that is being written to holds, when it has grown large; the one before it goes. */
export const layAside = (file, largest = LARGEST_LOG) => {
  if (!existsSync(file) || statSync(file).size <= largest) return;
  copyFileSync(file, `${file}.1`);
  chmodSync(`${file}.1`, 0o600);
  // Whoever writes appends, so goes on at the new end.
  truncateSync(file);
};
/** Opens a log that its owner alone reads; one that has grown large is laid aside first, and the one before it goes. */
export const openLog = (file) => {
  if (existsSync(file) && statSync(file).size > LARGEST_LOG) renameSync(file, `${file}.1`);
  const out = openSync(file, 'a', 0o600);
  fchmodSync(out, 0o600);
  return out;
};

export const freePort = () =>
  new Promise((done, fail) => {
    const probe = createServer();
    probe.on('error', fail);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => done(port));
    });
  });

export const alive = (pid, needle) => {
  try {
    process.kill(pid, 0);
    return needle === undefined || readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(needle);
  } catch (error) {
    return error.code === 'EPERM';
  }
};

export const until = async (ready, { tries = 300, wait = 50 } = {}) => {
  for (let i = 0; i < tries; i += 1) {
    if (await ready()) return true;
    await new Promise((done) => setTimeout(done, wait));
  }
  return false;
};

/** The port of the server that runs on this data directory; undefined when none does. */
export const runningPort = (data) => {
  const file = join(data, 'postmaster.pid');
  if (!existsSync(file)) return undefined;
  const lines = readFileSync(file, 'utf8').split('\n');
  return lines.length > 3 && alive(Number(lines[0]), data) ? Number(lines[3]) : undefined;
};

/** Runs one of PostgreSQL's programs on the database of `url`, whose password no list of processes shows. Throws its last words. */
export const runPostgres = (program, args, url) => {
  const { hostname, port, username, password, pathname } = new URL(url);
  const { status, stderr, error } = spawnSync(join(postgresBin(), program), args, {
    encoding: 'utf8',
    env: {
      PATH: process.env.PATH,
      LC_ALL: 'C.UTF-8',
      PGHOST: hostname,
      PGPORT: port || '5432',
      PGUSER: decodeURIComponent(username),
      PGPASSWORD: decodeURIComponent(password),
      PGDATABASE: decodeURIComponent(pathname.slice(1)),
    },
  });
  if (status !== 0)
    throw new OperatorError((stderr ?? String(error)).trim() || `${program} ended without a word.`);
};

/** Ends a server that an earlier, killed run left behind on this data directory. */
export const endLeftover = async (data) => {
  const file = join(data, 'postmaster.pid');
  if (!existsSync(file)) return false;
  const pid = Number(readFileSync(file, 'utf8').split('\n')[0]);
  if (!pid || !alive(pid, data)) {
    rmSync(file, { force: true });
    return false;
  }
  process.kill(pid, 'SIGINT');
  if (!(await until(() => !alive(pid, data), { tries: 200 }))) process.kill(pid, 'SIGQUIT');
  await until(() => !alive(pid, data));
  return true;
};

const prepare = (data, as, password) => {
  const bin = postgresBin();
  const parent = dirname(data);
  mkdirSync(parent, { recursive: true });
  mkdirSync(data, { recursive: true, mode: 0o700 });
  if (as.uid !== undefined) chownSync(data, as.uid, as.gid);
  const args = ['-D', data, '-U', 'maul_owner', '-E', 'UTF8', '--locale=C.UTF-8', '--no-instructions'];
  let pwfile;
  if (password === undefined) args.push('--auth=trust', '--no-sync');
  else {
    pwfile = `${data}.pw`;
    writeFileSync(pwfile, password, { mode: 0o600 });
    if (as.uid !== undefined) chownSync(pwfile, as.uid, as.gid);
    args.push('--auth=scram-sha-256', `--pwfile=${pwfile}`);
  }
  const made = spawnSync(join(bin, 'initdb'), args, { ...as, cwd: '/', encoding: 'utf8' });
  if (pwfile) rmSync(pwfile, { force: true });
  if (made.status !== 0) {
    rmSync(data, { recursive: true, force: true });
    throw new OperatorError(`PostgreSQL could not make its data directory:\n${made.stderr ?? made.error}`);
  }
};

/**
 * Starts PostgreSQL on loopback with its own data directory and port. Without a password it trusts every local caller and
 * does not wait for the disk: for tests alone. `more` are settings besides. Returns the port, how to end it, and when it is over.
 */
export const startPostgres = async ({ data, password, log, port: wanted, more = {} }) => {
  const bin = postgresBin();
  if (!bin) throw new OperatorError('PostgreSQL is not installed.');
  const as = runAs();
  await endLeftover(data);
  if (!existsSync(join(data, 'PG_VERSION'))) {
    rmSync(data, { recursive: true, force: true });
    prepare(data, as, password);
  }
  const port = wanted ?? (await freePort());
  const out = log ? openLog(log) : 'ignore';
  const settings = { listen_addresses: '127.0.0.1', port, unix_socket_directories: '', max_connections: 100 };
  // Statements, their parameters and the rows that an error would quote are nobody's to read.
  Object.assign(settings, {
    log_min_messages: 'log',
    log_error_verbosity: 'terse',
    log_min_error_statement: 'panic',
    log_parameter_max_length: 0,
    log_parameter_max_length_on_error: 0,
  });
  if (password === undefined)
    Object.assign(settings, { fsync: 'off', synchronous_commit: 'off', full_page_writes: 'off' });
  Object.assign(settings, more);
  const args = Object.entries(settings).flatMap(([key, value]) => ['-c', `${key}=${value}`]);
  const child = spawn(join(bin, 'postgres'), ['-D', data, ...args], {
    ...as,
    cwd: '/',
    detached: true,
    stdio: ['ignore', out, out],
    env: { PATH: process.env.PATH, LC_ALL: 'C.UTF-8' },
  });
  if (log) closeSync(out);
  let ended = false;
  const over = new Promise((done) => child.on('exit', () => ((ended = true), done())));
  child.on('error', () => (ended = true));
  const up = await until(
    () =>
      ended || spawnSync(join(bin, 'pg_isready'), ['-q', '-h', '127.0.0.1', '-p', String(port)]).status === 0,
  );
  if (!up || ended)
    throw new OperatorError(`PostgreSQL did not start.${log ? ` What it said is in ${log}.` : ''}`);
  child.unref();
  return {
    port,
    pid: child.pid,
    over,
    stop: async () => {
      if (ended) return;
      // Held again while it ends: an unheld child would let this process leave before it is over.
      child.ref();
      process.kill(child.pid, 'SIGINT');
      await Promise.race([over, new Promise((done) => setTimeout(done, 10_000).unref())]);
      if (!ended) process.kill(child.pid, 'SIGQUIT');
      await over;
    },
  };
};
