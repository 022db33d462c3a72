// One row of the bench, measured from outside: over HTTP, and through the bare driver as the same role.
import { Agent } from 'node:http';
import pg from 'pg';
import { v7 as uuidv7 } from 'uuid';
import {
  newAthlete,
  newMeal,
  openPage,
  portionIn,
  quantile,
  send,
  slowFrames,
  timed,
  today,
} from './bench-kit.mjs';

const { MAUL_OWNER: ownerUrl, MAUL_APP: appUrl } = process.env;

const food = {
  id: 'maul-oats-rolled',
  name: 'Oats, rolled',
  state: 'dry',
  source: 'bench',
  per100g: { PROCNT: 13, FAT: 7, CHOAVLDF: 58, FIBTG: 10 },
};
const trail = (grams) => ({
  gross: grams + 386,
  tare: 386,
  net: grams,
  division: 1,
  settled: 'stable',
  source: 'simulated scale',
  at: new Date().toISOString(),
});

const savePortion = async () => {
  const rows = [];
  for (const lanes of [1, 16]) {
    const agent = new Agent({ keepAlive: true, maxSockets: lanes });
    const { id, cookie, token } = await newAthlete(agent);
    const mealId = await newMeal(agent, { id, cookie });
    const clients = await Promise.all(
      Array.from({ length: lanes }, async () => {
        const client = new pg.Client({ connectionString: appUrl });
        await client.connect();
        return client;
      }),
    );
    const save = () => {
      const body = portionIn(mealId, food, trail(61));
      return send(agent, 'PUT', `/api/athletes/${id}/portions/${uuidv7()}`, { cookie, body });
    };
    const bare = async (lane) => {
      const client = clients[lane];
      await client.query('begin');
      await client.query(`select set_config('maul.token', $1, true)`, [token]);
      await client.query(
        `insert into portion (athlete_id, id, meal_id, position, food, planned_grams, grams, method, division, trail)
         values ($1, $2, $3, 1, $4, 60, 61, 'scale', 1, $5) on conflict (athlete_id, id) do nothing returning *`,
        [id, uuidv7(), mealId, JSON.stringify(food), JSON.stringify(trail(61))],
      );
      await client.query('commit');
    };
    const empty = () => send(agent, 'PUT', '/api/session', { cookie, body: {} });
    const works = { save, bare, empty };
    const times = { save: [], bare: [], empty: [] };
    for (const work of Object.values(works)) await timed(lanes, 40 * lanes, work);
    // In turns, so that whatever else the machine does falls on all three alike.
    for (let turn = 0; turn < 6; turn += 1)
      for (const name of ['save', 'bare', 'empty'])
        times[name].push(...(await timed(lanes, lanes === 1 ? 120 : 320, works[name])));
    const p95 = Object.fromEntries(Object.entries(times).map(([name, t]) => [name, quantile(t, 0.95)]));
    const ratio = p95.save / (p95.bare + p95.empty);
    rows.push({
      row: `save a portion, ${lanes} connection${lanes > 1 ? 's' : ''}`,
      figure: `${ratio.toFixed(2)}x of bare ${p95.bare.toFixed(1)} ms + empty ${p95.empty.toFixed(1)} ms (p95)`,
      bar: 'at most 1.5x',
      holds: ratio <= 1.5,
    });
    await Promise.all(clients.map((c) => c.end()));
    agent.destroy();
  }
  return rows;
};

/** Fills an athlete's log: five meals of four portions on each of so many days up to today. */
const fillLog = async (owner, athleteId, days) => {
  await owner.query(
    `with d as (select $2::date - n as day from generate_series(0, $3::int - 1) n),
      m as (insert into meal (athlete_id, id, day, time, zone, eaten)
        select $1, gen_random_uuid(), day, to_char(6 + 3 * k, 'FM00') || ':00', 'UTC', true from d, generate_series(0, 4) k returning id)
     insert into portion (athlete_id, id, meal_id, position, food, planned_grams, grams, method, division)
     select $1, gen_random_uuid(), m.id, k, $4, 60, 61, 'scale', 1 from m, generate_series(0, 3) k`,
    [athleteId, today(), days, JSON.stringify(food)],
  );
};

const daySheet = async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  const years = await newAthlete(agent);
  const weeks = await newAthlete(agent);
  await fillLog(owner, years.id, 3 * 365);
  await fillLog(owner, weeks.id, 21);
  await owner.query('analyze');
  await owner.end();
  const read =
    ({ id, cookie }) =>
    () =>
      send(agent, 'GET', `/api/athletes/${id}/days/${today()}`, { cookie });
  const times = { years: [], weeks: [] };
  await timed(1, 60, read(years));
  await timed(1, 60, read(weeks));
  for (let turn = 0; turn < 20; turn += 1) {
    times.years.push(...(await timed(1, 25, read(years))));
    times.weeks.push(...(await timed(1, 25, read(weeks))));
  }
  agent.destroy();
  const ratio = quantile(times.years, 0.5) / quantile(times.weeks, 0.5);
  return [
    {
      row: 'a day, 3 years of log against 3 weeks',
      figure: `${ratio.toFixed(2)}x (median)`,
      bar: 'at most 1.2x',
      holds: ratio <= 1.2,
    },
  ];
};

/** Cautions and past days over a year of log, against one indexed pass of the bare driver over the rows that they look at. */
const lookBack = async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  const { id, cookie, token } = await newAthlete(agent);
  await fillLog(owner, id, 365);
  await owner.query('analyze');
  await owner.end();
  const client = new pg.Client({ connectionString: appUrl });
  await client.connect();
  const pass = (days) => async () => {
    await client.query('begin');
    await client.query(`select set_config('maul.token', $1, true)`, [token]);
    await client.query(
      `select m.day, m.time, p.* from meal m join portion p on p.athlete_id = m.athlete_id and p.meal_id = m.id
       where m.athlete_id = $1 and m.day > $2::date - $3::int and m.deleted_at is null and p.deleted_at is null`,
      [id, today(), days],
    );
    await client.query('commit');
  };
  const get = (path) => () => send(agent, 'GET', `/api/athletes/${id}/${path}`, { cookie });
  const rows = [];
  for (const [name, work, days] of [
    ['cautions of a year of log', get('cautions'), 56],
    ['past days of a year of log', get('past-days'), 365],
  ]) {
    const bare = pass(days);
    await timed(1, 5, work);
    await timed(1, 5, bare);
    const times = { work: [], bare: [] };
    for (let turn = 0; turn < 8; turn += 1) {
      times.work.push(...(await timed(1, 4, work)));
      times.bare.push(...(await timed(1, 4, bare)));
    }
    const [whole, pass1] = [quantile(times.work, 0.5), quantile(times.bare, 0.5)];
    rows.push({
      row: name,
      figure: `${(whole / pass1).toFixed(2)}x of one indexed pass (median ${whole.toFixed(0)} ms against ${pass1.toFixed(0)} ms)`,
      bar: 'at most 3x',
      holds: whole / pass1 <= 3,
    });
  }
  await client.end();
  agent.destroy();
  return rows;
};

/** Three years of mornings beside the log, the last with what was said of them. */
const fillMornings = async (owner, athleteId, days) => {
  await owner.query(
    `insert into weigh_in (athlete_id, id, day, kg)
     select $1, gen_random_uuid(), $2::date - n, 80 + 0.3 * sin(n) + n * 0.003 from generate_series(1, $3::int - 1) n`,
    [athleteId, today(), days],
  );
};

/** A browser with an athlete signed in. */
const signedIn = async ({ token }) => {
  const opened = await openPage();
  const { hostname } = new URL(process.env.MAUL_ADDRESS);
  await opened.page
    .context()
    .addCookies([{ name: 'maul_session', value: token, domain: hostname, path: '/' }]);
  return opened;
};

/** The Trend place with 3 years of log: opening it against an empty one, and frames while 3 years are panned and zoomed. */
const trendPlace = async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  const years = await newAthlete(agent);
  const empty = await newAthlete(agent);
  await fillLog(owner, years.id, 3 * 365);
  await fillMornings(owner, years.id, 3 * 365);
  await owner.query('delete from weigh_in where athlete_id = $1', [empty.id]);
  await owner.query('analyze');
  await owner.end();
  agent.destroy();
  const [full, none] = [await signedIn(years), await signedIn(empty)];
  try {
    const open = async ({ page }, shown) => {
      const begin = performance.now();
      await page.goto(`${process.env.MAUL_ADDRESS}/trend`);
      await page.locator(shown).first().waitFor();
      return performance.now() - begin;
    };
    const times = { years: [], empty: [] };
    for (let turn = 0; turn < 12; turn += 1) {
      const took = [await open(full, '.trend-canvas canvas'), await open(none, '.day-empty')];
      if (turn < 2) continue;
      times.years.push(took[0]);
      times.empty.push(took[1]);
    }
    const [opened, bare] = [quantile(times.years, 0.5), quantile(times.empty, 0.5)];
    const { page } = full;
    await page.getByLabel('Span').click();
    const answer = page.waitForResponse((r) => r.url().includes('/trend?days=1096'));
    await page.getByRole('option', { name: '3 years' }).click();
    await answer;
    await page.locator('.trend-canvas canvas').waitFor();
    const wait = () => page.evaluate((ms) => new Promise((done) => setTimeout(done, ms)), 4000);
    await wait();
    const idle = await slowFrames(page, wait);
    const box = await page.locator('.trend-canvas').boundingBox();
    const [x, y] = [box.x + box.width / 2, box.y + 100];
    await page.mouse.move(x, y);
    const panned = await slowFrames(page, async () => {
      for (let turn = 0; turn < 6; turn += 1) {
        await page.mouse.wheel(0, turn < 4 ? -120 : 240);
        await page.mouse.down();
        for (let step = 1; step <= 30; step += 1) await page.mouse.move(x + (turn % 2 ? -6 : 6) * step, y);
        await page.mouse.up({ button: 'left' });
        await page.mouse.move(x, y);
      }
    });
    return [
      {
        row: 'opening the Trend place, 3 years of log against none',
        figure: `${(opened / bare).toFixed(2)}x (median ${opened.toFixed(0)} ms against ${bare.toFixed(0)} ms)`,
        bar: 'at most 1.5x',
        holds: opened / bare <= 1.5,
      },
      {
        row: 'frames over 25 ms while 3 years of trend are panned and zoomed',
        figure: `${panned.share.toFixed(1)} % of ${panned.frames}, idle ${idle.share.toFixed(1)} % of ${idle.frames}`,
        bar: 'at most 2 points above idle',
        holds: panned.share - idle.share <= 2,
      },
    ];
  } finally {
    await full.close();
    await none.close();
  }
};

/** All JavaScript that must be there before Today answers, as it is sent: what the page and its modules import outright. */
const firstLoad = async () => {
  const agent = new Agent({ keepAlive: true });
  const get = (path, encoding) => send(agent, 'GET', path, { headers: { 'accept-encoding': encoding } });
  const page = (await get('/', 'identity')).raw.toString();
  const open = [...page.matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g)].map((m) => m[1]);
  const seen = new Set();
  let bytes = 0;
  while (open.length > 0) {
    const path = open.pop();
    if (seen.has(path)) continue;
    seen.add(path);
    const sent = await get(path, 'br');
    // Files under a kilobyte are sent as they are.
    if (sent.headers['content-encoding'] !== 'br' && sent.raw.length > 1024)
      throw new Error(`${path} is not sent as brotli`);
    bytes += sent.raw.length;
    const code = (await get(path, 'identity')).raw.toString();
    for (const found of code.matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g))
      open.push(`/assets/${found[1]}`);
  }
  agent.destroy();
  const kb = bytes / 1000;
  return [
    {
      row: 'first load before Today answers',
      figure: `${kb.toFixed(0)} kB of JavaScript in ${seen.size} files`,
      bar: 'at most 250 kB',
      holds: kb <= 250,
    },
  ];
};

const rows = await {
  'save-portion': savePortion,
  'day-sheet': daySheet,
  'look-back': lookBack,
  'first-load': firstLoad,
  'trend-place': trendPlace,
}[process.argv[2]]();
process.send(rows, () => process.exit(0));
