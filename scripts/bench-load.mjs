// Rows under load: many people in the house, and many of them connected at once.
import { Agent, get } from 'node:http';
import pg from 'pg';
import { v7 as uuidv7 } from 'uuid';
import { runAdmin } from './house.mjs';
import {
  moreAthletes,
  newAthlete,
  newMeal,
  portionIn,
  quantile,
  send,
  signIn,
  timed,
  today,
} from './bench-kit.mjs';

const { MAUL_ADDRESS: address, MAUL_OWNER: ownerUrl } = process.env;

const manyPeople = async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const one = await newAthlete(agent);
  const ask = () => send(agent, 'GET', '/api/session', { cookie: one.cookie });
  const median = async () => {
    await timed(1, 200, ask);
    return quantile(await timed(1, 1500, ask), 0.5);
  };
  const few = await median();
  await moreAthletes(one.id, 10_000);
  const many = await median();
  agent.destroy();
  return [
    {
      row: 'who is signed in, with 10,000 people in the house',
      figure: `median ${many.toFixed(2)} ms, ${(many / few).toFixed(2)}x that with a few`,
      bar: 'at most 1.2x',
      holds: many / few <= 1.2,
    },
  ];
};

const food = { id: 'bench', name: 'Oats, rolled', state: 'dry', source: 'bench', per100g: { PROCNT: 13 } };
const sleep = (ms) => new Promise((done) => setTimeout(done, ms));

/** A page that listens; `end` closes it. */
const stream = ({ cookie }) =>
  new Promise((done, fail) => {
    const ask = get(`${address}/api/events`, { agent: false, headers: { cookie } });
    ask.on('error', fail);
    ask.on('response', (res) => {
      if (res.statusCode !== 200) return fail(new Error(`the stream answers ${res.statusCode}`));
      const heard = { events: 0, end: () => ask.destroy() };
      res.on('data', (part) => (heard.events += part.toString().split('event: change').length - 1));
      res.on('error', () => undefined);
      done(heard);
    });
  });

/** Each of them saves a portion every 20 s and opens the day every 60 s, for so many seconds; times of the requests, and what was heard. */
const live = async (athletes, seconds) => {
  const agent = new Agent({ keepAlive: true, maxSockets: 64 });
  const pages = [];
  for (const athlete of athletes) pages.push(await stream(athlete));
  const times = [];
  let errors = 0;
  const end = Date.now() + seconds * 1000;
  const request = async (...ask) => {
    const begin = performance.now();
    await send(agent, ...ask).then(
      () => times.push(performance.now() - begin),
      () => (errors += 1),
    );
  };
  const meals = new Map();
  for (const athlete of athletes) meals.set(athlete.id, await newMeal(agent, athlete));
  const portions = async ({ id, cookie }) => {
    await sleep(Math.random() * 20_000);
    while (Date.now() < end) {
      const body = portionIn(meals.get(id), food);
      await request('PUT', `/api/athletes/${id}/portions/${uuidv7()}`, { cookie, body });
      await sleep(20_000);
    }
  };
  const days = async ({ id, cookie }) => {
    await sleep(Math.random() * 60_000);
    while (Date.now() < end) {
      await request('GET', `/api/athletes/${id}/days/${today()}`, { cookie });
      await sleep(60_000);
    }
  };
  await Promise.race([
    Promise.all(athletes.flatMap((athlete) => [portions(athlete), days(athlete)])),
    sleep(seconds * 1000),
  ]);
  const heard = pages.reduce((sum, page) => sum + page.events, 0);
  for (const page of pages) page.end();
  agent.destroy();
  return { times, errors, heard };
};

const connected = async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const one = await newAthlete(agent);
  agent.destroy();
  const all = await moreAthletes(one.id, 1000);
  await live(all.slice(0, 10), 10);
  const few = await live(all.slice(0, 10), 60);
  const many = await live(all, 60);
  const [p10, p1000] = [few, many].map(({ times }) => quantile(times, 0.95));
  return [
    {
      row: '1,000 athletes connected, each a portion every 20 s and a day every 60 s',
      figure: `p95 ${p1000.toFixed(1)} ms of ${many.times.length} requests, ${(p1000 / p10).toFixed(2)}x that of 10 athletes, ${many.errors} errors, ${many.heard} changes heard`,
      bar: 'under 3x, no error',
      holds: p1000 / p10 < 3 && many.errors + few.errors === 0 && many.heard > 0,
    },
  ];
};

/** A coach's roster, and the weeks of forty athletes, with ten times as many athletes; each with sixty days of log. */
const roster = async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  const grow = async (athletes) => {
    runAdmin('team', ownerUrl, String(athletes), '60');
    // What the database does by itself after so many new rows is not what is measured.
    await owner.query('vacuum analyze');
  };
  await grow(100);
  const cookie = await signIn(agent, 'coach@team.maul', 'weigh it once more');
  const ask = () => send(agent, 'GET', '/api/roster', { cookie });
  const { raw } = await ask();
  const some = JSON.parse(raw.toString()).athletes.slice(0, 40);
  const read = async () => {
    await ask();
    const list = quantile(await timed(1, 12, ask), 0.95);
    let at = 0;
    const week = () => send(agent, 'GET', `/api/athletes/${some[at++ % 40].athleteId}/check-ins`, { cookie });
    // Each of them once before: what a database reads for the first time is not what is measured.
    await timed(1, 40, week);
    return { list, weeks: quantile(await timed(1, 160, week), 0.95) };
  };
  const few = await read();
  await grow(1000);
  const many = await read();
  agent.destroy();
  await owner.end();
  return [
    {
      row: 'roster of 1,000 athletes',
      figure: `p95 ${many.list.toFixed(0)} ms, ${(many.list / few.list).toFixed(1)}x that of 100`,
      bar: 'at most 12x',
      holds: many.list / few.list <= 12,
    },
    {
      row: 'weeks of one athlete, of 40, with 1,000 in the roster',
      figure: `p95 ${many.weeks.toFixed(1)} ms, ${(many.weeks / few.weeks).toFixed(2)}x that with 100`,
      bar: 'at most 1.3x',
      holds: many.weeks / few.weeks <= 1.3,
    },
  ];
};

/** What one athlete's day costs the database: rows, bytes with their indexes, write-ahead log. For docs/scale.md; no bar. */
const growth = async () => {
  const db = new pg.Client({ connectionString: ownerUrl });
  await db.connect();
  const [athletes, days] = [100, 60];
  const state = async () => {
    await db.query('vacuum analyze');
    const { rows } = await db.query(
      `select pg_current_wal_lsn() - '0/0'::pg_lsn as wal, pg_database_size(current_database()) as bytes,
        (select sum(c.reltuples) from pg_class c join pg_namespace n on n.oid = c.relnamespace
         where n.nspname = 'public' and c.relkind = 'r' and c.relname not like 'food_reference%') as rows`,
    );
    return Object.fromEntries(Object.entries(rows[0]).map(([key, value]) => [key, Number(value)]));
  };
  const before = await state();
  runAdmin('team', ownerUrl, String(athletes), String(days));
  const after = await state();
  await db.end();
  const each = (key) => (after[key] - before[key]) / athletes / days;
  return [
    {
      row: `what a day of an athlete leaves, over ${athletes} athletes and ${days} days`,
      figure: `${each('rows').toFixed(1)} rows, ${Math.round(each('bytes'))} bytes with indexes, ${Math.round(each('wal'))} bytes of WAL`,
      bar: 'none, for docs/scale.md',
      holds: true,
    },
  ];
};

const rows = await { growth, 'many-people': manyPeople, connected, roster }[process.argv[2]]();
process.send(rows, () => process.exit(0));
