// What the rows of the bench share: requests, times, a new athlete, frames in a real browser.
import { build } from 'esbuild';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import pg from 'pg';
import { v7 as uuidv7 } from 'uuid';
import { newcomerStart } from './newcomer.mjs';
import { chromiumPath } from './postgres.mjs';
import { root } from './project.mjs';

const { MAUL_ADDRESS: address } = process.env;

/** One request, and its answer in bytes. A body that is a Buffer goes as it is. */
export const send = (agent, method, path, { cookie, body, headers } = {}) =>
  new Promise((done, fail) => {
    const text = body === undefined || Buffer.isBuffer(body) ? body : JSON.stringify(body);
    const ask = request(`${address}${path}`, {
      agent,
      method,
      headers: {
        ...(cookie ? { cookie, 'sec-fetch-site': 'same-origin' } : {}),
        ...(text
          ? {
              'content-type': Buffer.isBuffer(body) ? 'application/octet-stream' : 'application/json',
              'content-length': Buffer.byteLength(text),
            }
          : {}),
        ...headers,
      },
    });
    ask.on('error', fail);
    ask.on('response', (res) => {
      const parts = [];
      res.on('data', (part) => parts.push(part));
      res.on('end', () => {
        const raw = Buffer.concat(parts);
        if (res.statusCode >= 400)
          return fail(new Error(`${method} ${path}: ${res.statusCode} ${raw.toString().slice(0, 200)}`));
        done({ raw, headers: res.headers });
      });
    });
    ask.end(text);
  });

export const quantile = (times, q) =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(q * times.length))];

/** Runs `count` pieces of work on `lanes` lanes at once; the time of each in ms. */
export const timed = async (lanes, count, work) => {
  const times = [];
  let started = 0;
  const lane = async (index) => {
    while (started < count) {
      started += 1;
      const begin = performance.now();
      await work(index);
      times.push(performance.now() - begin);
    }
  };
  await Promise.all(Array.from({ length: lanes }, (_, i) => lane(i)));
  return times;
};

/** Signs in; the session's cookie. */
export const signIn = async (agent, email, password) => {
  const { headers } = await send(agent, 'POST', '/api/session', { body: { email, password } });
  return headers['set-cookie'][0].split(';')[0];
};

/** A new athlete with a first phase, and a meal today. */
export const newAthlete = async (agent) => {
  const id = uuidv7();
  const account = {
    id,
    name: 'Bench',
    email: `${randomUUID()}@bench.maul`,
    password: 'a long enough password',
    role: 'athlete',
  };
  await send(agent, 'POST', '/api/accounts', { body: account });
  const cookie = await signIn(agent, account.email, account.password);
  await send(agent, 'PUT', `/api/athletes/${id}/start`, { cookie, body: newcomerStart() });
  return { id, cookie, token: cookie.split('=')[1] };
};
export const today = () => new Date(Date.now() - 4 * 3_600_000).toISOString().slice(0, 10);

/** So many athletes more, each with the body and season of the one given, and a session; laid down by the owner, as signing up takes its time. */
export const moreAthletes = async (like, count) => {
  const owner = new pg.Client({ connectionString: process.env.MAUL_OWNER });
  await owner.connect();
  const made = Array.from({ length: count }, () => {
    const token = randomBytes(32).toString('base64url');
    return {
      id: uuidv7(),
      token,
      hash: createHash('sha256').update(token).digest(),
      cookie: `maul_session=${token}`,
    };
  });
  const ids = made.map((m) => m.id);
  await owner.query(
    `insert into person (id, email, name, password_hash, is_athlete, is_coach)
     select id, id || '@bench.maul', 'Bench', 'none', true, false from unnest($1::uuid[]) id`,
    [ids],
  );
  await owner.query(
    `insert into session (token_hash, person_id, expires_at)
     select hash, id, now() + interval '1 day' from unnest($1::uuid[], $2::bytea[]) as t (id, hash)`,
    [ids, made.map((m) => m.hash)],
  );
  for (const table of ['athlete', 'season_revision', 'basis'])
    await owner.query(
      `insert into ${table} select (jsonb_populate_record(old, jsonb_build_object('athlete_id', new.id, 'written_by', new.id))).*
       from unnest($1::uuid[]) as new (id), ${table} old where old.athlete_id = $2`,
      [ids, like],
    );
  await owner.query('analyze');
  await owner.end();
  return made;
};

/** An empty meal of today; its id. */
export const newMeal = async (agent, { id, cookie }, time = '08:00') => {
  const mealId = uuidv7();
  const body = { base: 0, day: today(), time, zone: 'UTC', eaten: false, deleted: false };
  await send(agent, 'PUT', `/api/athletes/${id}/meals/${mealId}`, { cookie, body });
  return mealId;
};
/** A portion weighed into a meal. */
export const portionIn = (mealId, food, trail = null) => ({
  base: 0,
  mealId,
  position: 1,
  food,
  plannedGrams: 60,
  grams: 61,
  method: 'scale',
  division: 1,
  trail,
  deleted: false,
});

/** Share of frames over 25 ms in a page, while `work` goes on in it. */
export const slowFrames = async (page, work) => {
  await page.evaluate(() => {
    const watch = { frames: 0, slow: 0, on: true };
    globalThis.maulFrames = watch;
    let before = performance.now();
    const look = (now) => {
      watch.frames += 1;
      if (now - before > 25) watch.slow += 1;
      before = now;
      if (watch.on) globalThis.requestAnimationFrame(look);
    };
    globalThis.requestAnimationFrame(look);
  });
  await work();
  const { frames, slow } = await page.evaluate(() => {
    globalThis.maulFrames.on = false;
    return globalThis.maulFrames;
  });
  return { frames, share: (100 * slow) / frames };
};

/** A page in Debian's Chromium; `close` ends it. */
export const openPage = async (options = {}) => {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
    chromiumSandbox: false,
    args: ['--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-sync'],
  });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, ...options });
  const page = await context.newPage();
  return { page, close: () => browser.close() };
};

/** Signs a person of the demo in. */
export const enterAs = async (page, name) => {
  await page.goto(`${address}/sign-in`);
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
};

/** Files of the core as one module that Node can read. */
export const loadCore = async (files) => {
  const dir = mkdtempSync(join(tmpdir(), 'maul-core-'));
  const outfile = join(dir, 'core.mjs');
  await build({
    stdin: {
      contents: files.map((file) => `export * from './core/src/${file}';`).join('\n'),
      resolveDir: root,
    },
    outfile,
    bundle: true,
    format: 'esm',
    platform: 'node',
    logLevel: 'error',
  });
  try {
    return await import(pathToFileURL(outfile).href);
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
};
