// npm run siege [-- --kills 50 --writers 30], npm run siege -- cluster [--athletes 1000], npm run siege -- throughput, npm run siege -- upgrade [--from REVISION]: kills server, database and `npm start` itself at random while athletes write, and says
// what became of every write that was acknowledged.
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { Agent } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import pg from 'pg';
import { v7 as uuidv7 } from 'uuid';
import { ownerOf } from './house.mjs';
import { dataDirectory, freePort, until } from './postgres.mjs';
import { root } from './project.mjs';

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    kills: { type: 'string', default: '50' },
    writers: { type: 'string', default: '30' },
    seed: { type: 'string' },
    athletes: { type: 'string', default: '1000' },
    events: { type: 'string', default: '' },
    from: { type: 'string' },
  },
});
if (positionals[0] === 'upgrade') {
  const { upgradeUnderWay } = await import('./upgrade.mjs');
  process.exit((await upgradeUnderWay({ from: values.from })) ? 0 : 1);
}
if (positionals[0] === 'cluster') {
  const { besiegeCluster } = await import('./cluster/siege.mjs');
  process.exit((await besiegeCluster({ athletes: Number(values.athletes), only: values.events })) ? 0 : 1);
}
if (positionals[0] === 'throughput') {
  const { compareThroughput } = await import('./cluster/throughput.mjs');
  process.exit((await compareThroughput({ athletes: Number(values.athletes) })) ? 0 : 1);
}
const kills = Number(values.kills);
const writers = Number(values.writers);
/** Between two kills, ms: more than five ends of one thing within a minute are given up on purpose. */
const calm = kills > 6 ? 2500 : 400;
/** Writes go on by themselves within so long after a kill. */
const BACK_MS = 15_000;
/** What is killed, in turn from a place that the seed gives. */
const TARGETS = ['server', 'backend', 'postmaster', 'start'];
const offset = Number(values.seed ?? Date.now() % TARGETS.length);

const home = mkdtempSync(join(tmpdir(), 'maul-siege-'));
chmodSync(home, 0o755);
const port = await freePort();
const address = `http://127.0.0.1:${port}`;
process.env.MAUL_ADDRESS = address;
const env = { ...process.env, MAUL_HOME: home, PORT: String(port), DATABASE_URL: '' };
const { newAthlete, send, today } = await import('./bench-kit.mjs');

const sleep = (ms) => new Promise((done) => setTimeout(done, ms));
let start;
let besieged = true;
const startMaul = () => {
  start = spawn(process.execPath, ['scripts/start.mjs'], { cwd: root, env, stdio: 'ignore' });
  // Whoever keeps a service starts it again: here, this file.
  start.once('exit', () => besieged && setTimeout(startMaul, 500));
};
const health = () =>
  fetch(`${address}/api/health`).then(
    (answer) => answer.ok,
    () => false,
  );

/** Processes with their parents and command lines. */
const processes = () =>
  readdirSync('/proc')
    .filter((pid) => /^\d+$/.test(pid))
    .flatMap((pid) => {
      try {
        const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
        const parent = Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]);
        return [{ pid: Number(pid), parent, line: readFileSync(`/proc/${pid}/cmdline`, 'utf8') }];
      } catch {
        return [];
      }
    });
const postmaster = () => {
  const file = join(dataDirectory(home), 'postmaster.pid');
  return existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : undefined;
};
const pidOf = (target) => {
  if (target === 'start') return start.pid;
  if (target === 'postmaster') return postmaster();
  const all = processes();
  if (target === 'server') return all.find((p) => p.parent === start.pid && p.line.includes('main.mjs'))?.pid;
  const backends = all.filter((p) => p.parent === postmaster() && /maul_(app|accounts)/.test(p.line));
  return backends[Math.floor(Math.random() * backends.length)]?.pid;
};

/** One athlete who writes notes one after the other, each again until it is acknowledged. */
const acknowledged = new Map();
let writing = true;
/** When a write was last acknowledged, and the longest time without one since the last kill, ms. */
let acknowledgedAt = Date.now();
let pause = 0;
const write = async (athlete, number) => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  for (let i = 0; writing; i += 1) {
    const id = uuidv7();
    const body = { base: 0, day: today(), mealId: null, text: `writer ${number}, note ${i}`, deleted: false };
    for (let tries = 0; ; tries += 1)
      try {
        const path = `/api/athletes/${athlete.id}/notes/${id}`;
        const { raw } = await send(agent, 'PUT', path, { cookie: athlete.cookie, body });
        pause = Math.max(pause, Date.now() - acknowledgedAt);
        acknowledgedAt = Date.now();
        acknowledged.set(id, { athlete: athlete.id, text: body.text, version: JSON.parse(raw).version });
        break;
      } catch (error) {
        // A refusal is no outage: it would come again for ever.
        if (/: 4\d\d /.test(error.message) && !/: 429 /.test(error.message)) throw error;
        if (!writing) return agent.destroy();
        await sleep(100 + 50 * Math.min(tries, 10));
      }
    await sleep(20);
  }
  agent.destroy();
};

let failed = false;
const say = (text) => console.log(text);
try {
  startMaul();
  if (!(await until(health, { tries: 1200, wait: 100 }))) throw new Error('Maul did not start.');
  const agent = new Agent({ keepAlive: true, maxSockets: 4 });
  const athletes = [];
  for (let i = 0; i < writers; i += 1) athletes.push(await newAthlete(agent));
  agent.destroy();
  const work = Promise.all(athletes.map(write));
  let broken;
  work.catch((error) => (broken = error));
  const pauses = [];
  await until(() => acknowledged.size > 0 || broken);
  for (let k = 0; k < kills && !broken; k += 1) {
    await sleep(calm + Math.random() * calm);
    const target = TARGETS[(k + offset) % TARGETS.length];
    const pid = pidOf(target);
    if (pid === undefined) {
      say(`kill ${k + 1}: no ${target} to kill`);
      failed = true;
      continue;
    }
    pause = 0;
    process.kill(pid, 'SIGKILL');
    const until15 = (ready) => until(ready, { tries: BACK_MS / 50 });
    const up = await until15(async () => broken || (pidOf(target) !== pid && (await health())));
    const since = acknowledged.size;
    const back = up && (await until15(() => broken || acknowledged.size > since + writers));
    if (!back || pause > BACK_MS) failed = true;
    pauses.push(pause);
    say(`kill ${k + 1}: ${target}, ${back ? `${pause} ms without a write` : 'writes did not go on'}`);
    await until(health, { tries: 300 });
  }
  writing = false;
  await work;
  await until(health, { tries: 300 });
  const db = new pg.Client({ connectionString: ownerOf(home) });
  await db.connect();
  const { rows } = await db.query(
    `select id, athlete_id, text, version from note where athlete_id = any($1)`,
    [athletes.map((a) => a.id)],
  );
  await db.end();
  const there = new Map(rows.map((row) => [row.id, row]));
  const lost = [...acknowledged].filter(([id]) => !there.has(id)).length;
  const wrong = [...acknowledged].filter(([id, ack]) => {
    const row = there.get(id);
    return row && (row.version !== 1 || ack.version !== 1 || row.athlete_id !== ack.athlete);
  }).length;
  const texts = new Set(rows.map((row) => `${row.athlete_id} ${row.text}`)).size;
  const doubled = rows.length - texts;
  say(
    `${kills} kills under ${writers} writers: ${acknowledged.size} writes acknowledged, ${lost} lost, ${doubled} doubled, ` +
      `${wrong} changed; at most ${Math.max(...pauses)} ms without a write`,
  );
  if (lost > 0 || doubled > 0 || wrong > 0) failed = true;
} catch (error) {
  console.error(error);
  failed = true;
} finally {
  writing = false;
  besieged = false;
  spawnSync(process.execPath, ['scripts/stop.mjs'], { cwd: root, env });
  start?.kill('SIGKILL');
  rmSync(home, { recursive: true, force: true });
}
process.exit(failed ? 1 : 0);
