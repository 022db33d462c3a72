import { expect, test } from '@playwright/test';
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import {
  appendFileSync,
  chmodSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { unpack } from '../scripts/archive.mjs';
import { ownerOf } from '../scripts/house.mjs';
import { dataDirectory, freePort } from '../scripts/postgres.mjs';

const root = join(import.meta.dirname, '..');
const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms));
const place = (): string => {
  const made = mkdtempSync(join(tmpdir(), 'maul-kept-'));
  chmodSync(made, 0o755);
  return made;
};
/** One of Maul's commands on a house of its own: what it said, and how it ended. */
const command = (home: string, script: string, args: string[], env: Record<string, string> = {}) => {
  const { stdout, stderr, status } = spawnSync(process.execPath, [`scripts/${script}.mjs`, ...args], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: '', MAUL_HOME: home, MAUL_DEMO: 'off', MAUL_PASSPHRASE: '', ...env },
  });
  return { said: `${stdout}${stderr}`.trim(), status };
};

let open: ChildProcess | undefined;
const start = async (home: string): Promise<void> => {
  const port = await freePort();
  open = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: root,
    stdio: 'ignore',
    env: { ...process.env, DATABASE_URL: '', MAUL_HOME: home, MAUL_DEMO: 'off', PORT: String(port) },
  });
  const healthy = () =>
    fetch(`http://127.0.0.1:${port}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    );
  await expect.poll(healthy, { timeout: 60_000 }).toBe(true);
};

const asOwner = async <T>(home: string, work: (db: pg.Client) => Promise<T>): Promise<T> => {
  const db = new pg.Client({ connectionString: ownerOf(home) });
  db.on('error', () => undefined);
  await db.connect();
  try {
    return await work(db);
  } finally {
    await db.end().catch(() => undefined);
  }
};
const write = (home: string, name: string) =>
  asOwner(home, (db) =>
    db.query(
      `insert into person (id, email, name, password_hash, is_athlete, is_coach) values (gen_random_uuid(), $1 || '@kept.maul', $1, '-', true, false)`,
      [name],
    ),
  );
const names = (home: string) =>
  asOwner(home, async (db) =>
    (await db.query<{ name: string }>('select name from person order by name')).rows.map((r) => r.name),
  );

let homes: string[] = [];
const newHome = (): string => {
  homes.push(place());
  return homes.at(-1) as string;
};
test.afterEach(() => {
  for (const home of homes) {
    command(home, 'stop', []);
    rmSync(home, { recursive: true, force: true });
  }
  homes = [];
});

test('a house is archived, killed, and taken back as it was at a second', async () => {
  const home = newHome();
  const archive = join(newHome(), 'archive');
  expect(command(home, 'admin', ['archive', archive]).said).toContain('There is no house in');
  await start(home);
  expect(command(home, 'admin', ['archive', archive]).said).toContain('npm stop ends it');
  await write(home, 'before archiving');
  command(home, 'stop', []);
  expect(command(home, 'admin', ['archive', archive])).toMatchObject({ status: 0 });
  expect(command(home, 'admin', ['archive', archive]).said).toContain('is archived in');

  await start(home);
  await write(home, 'archived');
  await sleep(1100);
  const moment = new Date();
  await sleep(1100);
  await write(home, 'too late');
  // What a minute brings by itself.
  await asOwner(home, async (db) => {
    const { rows } = await db.query<{ file: string }>('select pg_walfile_name(pg_switch_wal()) as file');
    const last = async () =>
      (await db.query<{ file: string }>('select last_archived_wal as file from pg_stat_archiver')).rows[0]
        ?.file ?? '';
    await expect.poll(last).toBe(rows[0]?.file);
  });
  await write(home, 'not archived');
  // Everything ends at once, as when the power goes.
  const postmaster = Number(readFileSync(join(dataDirectory(home), 'postmaster.pid'), 'utf8').split('\n')[0]);
  open?.kill('SIGKILL');
  process.kill(postmaster, 'SIGKILL');

  const [second, latest, future] = [newHome(), newHome(), newHome()];
  const restored = command(second, 'restore', [archive, '--at', moment.toISOString()]);
  expect(restored.said).toContain(`as it was at ${moment.toISOString().slice(0, 19).replace('T', ' ')} UTC`);
  await start(second);
  expect(await names(second)).toEqual(['archived', 'before archiving']);
  command(second, 'stop', []);
  // A house that was taken back is not archived by itself: two would write into one archive.
  expect(command(second, 'admin', ['archive']).said).toContain('not archived yet');

  expect(command(latest, 'restore', [archive]).said).toContain('when it was last archived');
  await start(latest);
  expect(await names(latest)).toEqual(['archived', 'before archiving', 'too late']);
  command(latest, 'stop', []);

  const refusals: [string, string][] = [
    [new Date(Date.now() - 1000).toISOString(), 'The archive ends before'],
    ['2020-01-01 00:00', 'begins only after that moment'],
    ['2200-01-01 00:00', 'still to come'],
    ['yesterday', 'is no moment'],
  ];
  for (const [at, why] of refusals) {
    const { said, status } = command(future, 'restore', [archive, '--at', at]);
    expect(said).toContain(why);
    expect(said).toContain('Nothing was restored.');
    expect(status).toBe(1);
  }
  expect(existsSync(dataDirectory(future))).toBe(false);
});

test('what lies behind the end of a backup is no fault of it, whenever its reader leaves', async () => {
  const folder = newHome();
  const file = join(folder, 'long.tar');
  writeFileSync(join(folder, 'one'), 'a file');
  expect(spawnSync('tar', ['-C', folder, '-cf', file, 'one']).status).toBe(0);
  appendFileSync(file, Buffer.alloc(3_000_000));
  // The pipe breaks in one of several ways, by who is quicker.
  for (let i = 0; i < 40; i += 1) await unpack(file, folder);
  expect(readFileSync(join(folder, 'one'), 'utf8')).toBe('a file');
});

test('a backup of an open house is restored whole, or not at all', async () => {
  const home = newHome();
  const kept = newHome();
  const file = join(kept, 'plain.maul');
  const sealed = join(kept, 'sealed.maul');
  const passphrase = { MAUL_PASSPHRASE: 'four words of my own' };
  expect(command(home, 'backup', [file]).said).toContain('There is no house in');
  await start(home);
  await write(home, 'backed up');
  spawnSync('mkdir', ['-p', join(home, 'files/a')]);
  writeFileSync(join(home, 'files/a/one'), 'a file of somebody’s');
  expect(command(home, 'backup', [sealed], passphrase).said).toMatch(/1 account, encrypted/);
  await write(home, 'too late');
  expect(command(home, 'backup', [file]).said).toMatch(/2 accounts, not encrypted/);
  expect(command(home, 'backup', [file]).said).toContain('is there already');
  // A house that a later version has migrated.
  const later = join(kept, 'later.maul');
  const step = `insert into kysely_migration values ('9999_later', now()::text)`;
  await asOwner(home, (db) => db.query(step));
  expect(command(home, 'backup', [later]).status).toBe(0);
  await asOwner(home, (db) => db.query(`delete from kysely_migration where name = '9999_later'`));
  // No file may grow past 100 kB, as on a disk that is full: nothing is half there.
  const large = join(kept, 'large.maul');
  const { stderr, status: full } = spawnSync(
    'prlimit',
    ['--fsize=100000', process.execPath, 'scripts/backup.mjs', large],
    { cwd: root, encoding: 'utf8', env: { ...process.env, DATABASE_URL: '', MAUL_HOME: home } },
  );
  expect(stderr).toContain('There is no backup.');
  expect([full, existsSync(large), existsSync(`${large}.part`)]).toEqual([1, false, false]);
  expect(readdirSync(home).filter((name) => name.startsWith('backup-'))).toEqual([]);
  // A closed house has a backup too.
  command(home, 'stop', []);
  expect(command(home, 'backup', [join(kept, 'closed.maul')]).status).toBe(0);
  expect(command(home, 'restore', [sealed], passphrase).said).toContain('There is a house in');

  const empty = newHome();
  const half = join(kept, 'half.maul');
  const refused = (path: string, why: string, env?: Record<string, string>) => {
    const { said, status } = command(empty, 'restore', [path], env);
    expect(said).toContain(why);
    expect(said).toContain('Nothing was restored.');
    expect(status).toBe(1);
    expect(existsSync(dataDirectory(empty))).toBe(false);
  };
  refused(sealed, 'encrypted');
  refused(sealed, 'not the one', { MAUL_PASSPHRASE: 'four other words' });
  for (const whole of [file, sealed]) {
    writeFileSync(half, readFileSync(whole));
    truncateSync(half, 200_000);
    refused(half, 'whole', passphrase);
  }
  const changed = readFileSync(file);
  changed[150_000] = (changed[150_000] as number) ^ 1;
  writeFileSync(half, changed);
  refused(half, 'changed after it was made');
  refused(join(root, 'package.json'), 'not a whole backup');
  refused(join(kept, 'nowhere'), 'There is no');
  refused(later, 'of a later Maul than this one');

  const restored = command(empty, 'restore', [file]);
  expect(restored.status, restored.said).toBe(0);
  // Over a house that is there, which is laid aside.
  expect(command(empty, 'restore', [sealed], passphrase).said).toContain('There is a house in');
  expect(command(empty, 'restore', ['--fresh', sealed], passphrase).status).toBe(0);
  expect(readFileSync(join(empty, 'files/a/one'), 'utf8')).toBe('a file of somebody’s');
  await start(empty);
  expect(await names(empty)).toEqual(['backed up']);
});
