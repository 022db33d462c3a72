// The siege of the cluster: athletes write while its parts are killed, cut off and switched over; says what became of every acknowledged write.
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { v7 as uuidv7 } from 'uuid';
import { until } from '../postgres.mjs';
import { openCluster } from './house.mjs';

/** Each athlete writes so often, ms. */
const PERIOD_MS = 20_000;
/** Writers see at most so long without a write, ms. */
const PAUSE_MS = 30_000;
const sleep = (ms) => new Promise((done) => setTimeout(done, ms));
const kill = (pid) => process.kill(pid, 'SIGKILL');

/** What is done to the house, in this order. A primary that was ended is started again by whoever keeps it. */
const EVENTS = {
  'a Maul server killed': (house) => kill(house.pid('maul1')),
  'the PgBouncer of the primary killed': async (house) =>
    kill(house.pid(`pgbouncer${await house.primary()}`)),
  'the PostgreSQL of the primary killed': async (house) => kill(house.postmaster(await house.primary())),
  'a switch-over by hand': async (house) => {
    const status = await house.switchOver(await house.primary());
    if (status !== 200) throw new Error(`Patroni answers ${status} to a switch-over.`);
  },
  'Patroni and PostgreSQL of the primary killed': async (house) => {
    const n = await house.primary();
    kill(house.pid(`patroni${n}`));
    kill(house.postmaster(n));
  },
  'an etcd killed': (house) => kill(house.pid('etcd1')),
  'the link of the primary cut': async (house) => {
    if (!house.apart) return 'left out: this machine allows no network namespaces';
    const n = await house.primary();
    house.link(n, 'down');
    return async () => house.link(n, 'up');
  },
};

/** Opens a cluster, besieges it and closes it. True when nothing acknowledged was lost and writes always went on. */
export const besiegeCluster = async ({ athletes: count, only, say = console.log }) => {
  const folder = mkdtempSync(join(tmpdir(), 'maul-cluster-'));
  const house = await openCluster({ folder, first: 25200, networks: true, say });
  let good = true;
  let besieged = true;
  try {
    process.env.MAUL_ADDRESS = house.address;
    process.env.MAUL_OWNER = house.owner;
    const { moreAthletes, newAthlete, send, today } = await import('../bench-kit.mjs');
    const first = new Agent({ keepAlive: true, maxSockets: 1 });
    const one = await newAthlete(first);
    first.destroy();
    const athletes = await moreAthletes(one.id, count);

    const acknowledged = new Map();
    let refused = 0;
    let acknowledgedAt = Date.now();
    let pause = 0;
    let broken;
    const agent = new Agent({ keepAlive: true, maxSockets: 64 });
    const writer = async (athlete, number) => {
      await sleep(Math.random() * PERIOD_MS);
      for (let i = 0; besieged; i += 1) {
        const id = uuidv7();
        const text = `writer ${number}, note ${i}`;
        const body = { base: 0, day: today(), mealId: null, text, deleted: false };
        for (;;)
          try {
            const path = `/api/athletes/${athlete.id}/notes/${id}`;
            await send(agent, 'PUT', path, { cookie: athlete.cookie, body });
            pause = Math.max(pause, Date.now() - acknowledgedAt);
            acknowledgedAt = Date.now();
            acknowledged.set(id, text);
            break;
          } catch (error) {
            // A refusal is no outage: it would come again for ever.
            if (/: 4\d\d /.test(error.message)) return (broken = error);
            refused += 1;
            if (!besieged) return;
            await sleep(3000);
          }
        await sleep(PERIOD_MS);
      }
    };
    const work = Promise.all(athletes.map(writer));

    let primaries = 0;
    const watch = (async () => {
      while (besieged) {
        const [a, b] = await Promise.all([1, 2].map(house.takesWrites));
        if (a === true && b === true) primaries += 1;
        await sleep(500);
      }
    })();

    for (const [name, event] of Object.entries(EVENTS)) {
      if (only !== '' && !name.includes(only)) continue;
      const calm = await until(async () => broken || ((await house.isSync()) && (await house.primary())), {
        tries: 600,
        wait: 200,
      });
      if (broken || !calm) {
        good = false;
        say(broken ? String(broken) : `before "${name}" the house did not come to rest`);
        break;
      }
      await sleep(3000);
      [pause, refused] = [0, 0];
      const before = acknowledged.size;
      const undo = await event(house);
      if (typeof undo === 'string') {
        say(`${name}: ${undo}`);
        continue;
      }
      await sleep(5000);
      const on = await until(() => broken || acknowledged.size > before + count / 5, {
        tries: 450,
        wait: 200,
      });
      pause = Math.max(pause, Date.now() - acknowledgedAt);
      if (typeof undo === 'function') await undo();
      if (!on || broken || pause > PAUSE_MS) good = false;
      say(
        `${name}: ${(pause / 1000).toFixed(1)} s without a write, ${refused} tries answered by 503 or not at all`,
      );
    }
    besieged = false;
    await Promise.race([work, sleep(15_000)]);
    await watch;
    agent.destroy();
    await until(async () => (await house.isSync()) && (await house.primary()), { tries: 600, wait: 200 });
    const db = new pg.Client({ connectionString: house.owner });
    await db.connect();
    const { rows } = await db.query('select id, text, version from note where athlete_id = any($1)', [
      athletes.map((a) => a.id),
    ]);
    await db.end();
    const there = new Map(rows.map((row) => [row.id, row]));
    const lost = [...acknowledged].filter(([id, text]) => there.get(id)?.text !== text).length;
    const doubled = rows.length - new Set(rows.map((row) => row.text)).size;
    say(
      `${count} athletes: ${acknowledged.size} writes acknowledged, ${lost} lost, ${doubled} doubled; two primaries seen ${primaries} times`,
    );
    if (lost > 0 || doubled > 0 || primaries > 0) good = false;
  } catch (error) {
    good = false;
    say(`${String(error)}; the logs are in ${folder}`);
  } finally {
    besieged = false;
    await house.close();
    if (good) rmSync(folder, { recursive: true, force: true });
  }
  return good;
};
