import { expect, test } from '@playwright/test';
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SAME_SITE } from './people.ts';

const root = join(import.meta.dirname, '..');
let home: string;
let env: Record<string, string>;
const started: ChildProcess[] = [];

const freePort = () =>
  new Promise<number>((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => done(port));
    });
  });

test.beforeAll(async () => {
  home = mkdtempSync(join(tmpdir(), 'maul-start-'));
  chmodSync(home, 0o755);
  env = {
    ...(process.env as Record<string, string>),
    MAUL_HOME: home,
    PORT: String(await freePort()),
    DATABASE_URL: '',
  };
});
test.afterAll(() => {
  for (const child of started) child.kill('SIGKILL');
  spawnSync(process.execPath, ['scripts/stop.mjs'], { cwd: root, env });
  rmSync(home, { recursive: true, force: true });
});

/** Starts Maul and waits for its line; what it printed. */
const start = async (...args: string[]) => {
  const child = spawn(process.execPath, ['scripts/start.mjs', ...args], { cwd: root, env });
  started.push(child);
  let printed = '';
  child.stdout.on('data', (part: Buffer) => (printed += part.toString()));
  child.stderr.on('data', (part: Buffer) => (printed += part.toString()));
  const over = new Promise<number | null>((done) => child.on('exit', done));
  await Promise.race([expect.poll(() => printed, { timeout: 90_000 }).toContain('Maul is at'), over]);
  return { child, over, text: () => printed };
};
const run = (script: string) =>
  spawnSync(process.execPath, [`scripts/${script}`], { cwd: root, env, encoding: 'utf8' });
const address = () => `http://127.0.0.1:${env.PORT ?? ''}`;
const postgresPid = () => Number(readFileSync(join(home, 'postgres/postmaster.pid'), 'utf8').split('\n')[0]);
const alive = (pid: number) => {
  try {
    process.kill(pid, 0);
    return !readFileSync(`/proc/${pid}/stat`, 'utf8').includes(') Z ');
  } catch {
    return false;
  }
};

test('starts, refuses a second start, survives a kill -9, and leaves nothing behind', async ({ request }) => {
  const first = await start();
  expect(first.text()).toContain(`Maul is at ${address()}`);
  expect(first.text()).toContain('Demo (invented people)');
  expect(await (await request.get(`${address()}/api/health`)).json()).toEqual({ database: 'up' });

  for (const log of ['server.log', 'postgres.log'])
    expect(statSync(join(home, log)).mode & 0o777, log).toBe(0o600);

  const second = run('start.mjs');
  expect(second.status).toBe(1);
  expect(second.stderr).toContain(`Maul is running already at ${address()}. npm stop ends it.`);

  // Something of one's own, to be found again.
  const account = {
    id: crypto.randomUUID(),
    name: 'Own',
    email: 'own@example.test',
    password: 'still here after',
    role: 'coach',
  };
  expect((await request.post(`${address()}/api/accounts`, { data: account })).ok()).toBe(true);

  const leftover = postgresPid();
  first.child.kill('SIGKILL');
  await first.over;
  expect(alive(leftover)).toBe(true);
  // The server goes by itself when whoever started it is gone.
  await expect
    .poll(() =>
      request.get(`${address()}/api/health`).then(
        () => 'up',
        () => 'gone',
      ),
    )
    .toBe('gone');

  const again = await start();
  expect(again.text()).toContain(`Maul is at ${address()}`);
  expect(alive(leftover)).toBe(false);
  const { email, password } = account;
  expect(
    (await request.post(`${address()}/api/session`, { data: { email, password }, headers: SAME_SITE })).ok(),
  ).toBe(true);

  const postgres = postgresPid();
  expect(run('stop.mjs').stdout).toContain('Maul has stopped.');
  await again.over;
  expect(alive(postgres)).toBe(false);
  expect(existsSync(join(home, 'run.json'))).toBe(false);
  expect(run('stop.mjs').stdout).toContain('Maul was not running.');

  // Ctrl-C ends everything, and --fresh starts clean while the data before it are laid aside.
  mkdirSync(join(home, 'files'), { recursive: true });
  writeFileSync(join(home, 'files', 'half-sent'), 'name,state');
  const fresh = await start('--fresh');
  expect(existsSync(join(home, 'files', 'half-sent'))).toBe(false);
  expect(
    (
      await request.post(`${address()}/api/session`, { data: { email, password }, headers: SAME_SITE })
    ).status(),
  ).toBe(401);
  expect(existsSync(join(home, 'postgres-before-fresh'))).toBe(true);
  const last = postgresPid();
  fresh.child.kill('SIGINT');
  expect(await fresh.over).toBe(0);
  expect(alive(last)).toBe(false);
});

test('a port that is taken and a port that is none are said', async () => {
  const taken = createServer().listen(Number(env.PORT), '127.0.0.1');
  await new Promise<void>((done) => taken.once('listening', done));
  const blocked = await start();
  expect(await blocked.over).toBe(1);
  expect(blocked.text()).toContain(`Port ${env.PORT ?? ''} is in use. Choose another`);
  await new Promise<void>((done) => taken.close(() => done()));
  const odd = spawnSync(process.execPath, ['scripts/start.mjs'], {
    cwd: root,
    env: { ...env, PORT: 'many' },
    encoding: 'utf8',
  });
  expect(odd.stderr).toContain('PORT=many is not a port.');
});
