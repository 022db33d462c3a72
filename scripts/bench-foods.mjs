// Rows of foods and of the bench: importing 300,000 foods, searching among them, frames while a scale streams.
import { spawn } from 'node:child_process';
import { Agent } from 'node:http';
import { join } from 'node:path';
import pg from 'pg';
import { from as copyFrom, to as copyTo } from 'pg-copy-streams';
import { finished } from 'node:stream/promises';
import { v7 as uuidv7 } from 'uuid';
import { enterAs, newAthlete, openPage, quantile, send, slowFrames, timed } from './bench-kit.mjs';
import { root } from './project.mjs';

const { MAUL_ADDRESS: address, MAUL_OWNER: ownerUrl, MAUL_APP: appUrl } = process.env;
const FIRST = [
  'Fen',
  'Tide',
  'Mill',
  'Harbour',
  'Upland',
  'Marsh',
  'Quay',
  'Moor',
  'Ridge',
  'Heath',
  'Brook',
  'Dune',
];
const KIND = [
  'bread',
  'oats',
  'rice',
  'yoghurt',
  'chicken breast',
  'lentils',
  'bar',
  'potato',
  'skyr',
  'tuna',
  'tofu',
  'granola',
];
const STYLE = [
  'plain',
  'salted',
  'vanilla',
  'smoked',
  'wholemeal',
  'light',
  'roasted',
  'spiced',
  'mild',
  'dark',
];
const name = (i) =>
  `${FIRST[i % 12]} ${KIND[Math.floor(i / 12) % 12]}, ${STYLE[Math.floor(i / 144) % 10]} ${i}`;
const figures = (i) => [5 + (i % 20), 1 + (i % 9), 20 + (i % 40), 2 + (i % 5)];

const ownCsv = (count) => {
  const lines = ['name,state,PROCNT,FAT,CHOAVLDF,FIBTG,NA,measures'];
  for (let i = 0; i < count; i += 1) {
    const [p, f, c, b] = figures(i);
    lines.push(`"${name(i)}",as sold,${p},${f},${c},${b},${i % 500},serving=${20 + (i % 80)}`);
  }
  return Buffer.from(lines.join('\n'));
};

const NUTRIENTS = [
  ['203', 'Protein', 'g'],
  ['204', 'Total lipid (fat)', 'g'],
  ['205', 'Carbohydrate, by difference', 'g'],
  ['291', 'Fiber, total dietary', 'g'],
  ['307', 'Sodium, Na', 'mg'],
  ['301', 'Calcium, Ca', 'mg'],
  ['303', 'Iron, Fe', 'mg'],
  ['306', 'Potassium, K', 'mg'],
  ['606', 'Fatty acids, total saturated', 'g'],
  ['269', 'Sugars, total', 'g'],
  ['401', 'Vitamin C', 'mg'],
  ['208', 'Energy', 'kcal'],
];
const fdcJson = (count) => {
  const foods = [];
  for (let i = 0; i < count; i += 1) {
    const [p, f, c, b] = figures(i);
    const amounts = [p, f, c + b, b, i % 500, 40, 1.2, 150, f / 3, c / 4, 0, 4 * p + 9 * f + 4 * (c + b)];
    foods.push(
      JSON.stringify({
        foodClass: 'Branded',
        description: `Bench ${name(i)}`,
        foodNutrients: NUTRIENTS.map(([number, label, unitName], k) => ({
          type: 'FoodNutrient',
          id: i * 12 + k,
          nutrient: { id: 1000 + k, number, name: label, rank: 600, unitName },
          foodNutrientDerivation: {
            code: 'LCCS',
            description: 'Calculated from value per serving size measure',
          },
          amount: amounts[k],
        })),
        brandOwner: 'Invented',
        ingredients: 'OATS, WATER, SALT, '.repeat(12),
        servingSize: 30 + (i % 70),
        servingSizeUnit: 'g',
        dataType: 'Branded',
        fdcId: 5_000_000 + i,
        publicationDate: '3/19/2021',
      }),
    );
  }
  return Buffer.from(`{"BrandedFoods": [\n${foods.join(',\n')}\n]}`);
};

const sleep = (ms) => new Promise((done) => setTimeout(done, ms));

/** Sends a file and imports it; how long the import took, from the word to its end, in ms. */
const imported = async (agent, { id: athleteId, cookie }, file, fileName, format) => {
  const id = uuidv7();
  const at = `/api/athletes/${athleteId}/imports/${id}`;
  await send(agent, 'PUT', at, { cookie, body: { fileName, bytes: file.length } });
  for (let offset = 0; offset < file.length; offset += 4_000_000)
    await send(agent, 'PUT', `${at}/file?offset=${offset}`, {
      cookie,
      body: file.subarray(offset, offset + 4_000_000),
    });
  const begin = performance.now();
  await send(agent, 'PUT', `${at}/run`, { cookie, body: { format, encoding: 'utf-8', mapping: {} } });
  for (;;) {
    const { raw } = await send(agent, 'GET', `/api/athletes/${athleteId}/imports`, { cookie });
    const now = JSON.parse(raw).imports.find((one) => one.id === id);
    if (now.state === 'done') return { id, ms: performance.now() - begin, kept: now.kept };
    if (now.state !== 'running') throw new Error(`the import ${now.state}: ${now.sentence}`);
    await sleep(50);
  }
};

const COLUMNS =
  'athlete_id, import_id, n, key, name, state, per100g, measures, details, source, remark, code, search';

/** The rows of an import, already parsed, by COPY into the same table with its indexes; in ms. */
const bareCopy = async (owner, { id: athleteId, token }, importId) => {
  const out = owner.query(
    copyTo(
      `copy (select ${COLUMNS} from food_imported where import_id = '${importId}' order by n) to stdout`,
    ),
  );
  const parts = [];
  for await (const part of out) parts.push(part);
  const again = uuidv7();
  const rows = Buffer.from(Buffer.concat(parts).toString().replaceAll(importId, again));
  await owner.query(`insert into food_import (athlete_id, id, file_name, bytes) values ($1, $2, 'bare', 1)`, [
    athleteId,
    again,
  ]);
  const client = new pg.Client({ connectionString: appUrl });
  await client.connect();
  const begin = performance.now();
  await client.query('begin');
  await client.query(`select set_config('maul.token', $1, true)`, [token]);
  const into = client.query(copyFrom(`copy food_imported (${COLUMNS}) from stdin`));
  into.end(rows);
  await finished(into);
  await client.query('commit');
  await client.query('select settle_imported()');
  const ms = performance.now() - begin;
  await client.end();
  await owner.query('delete from food_import where id = $1', [again]);
  return ms;
};

const QUESTIONS = [
  'chick', 'chicken bre', 'chicken breast smo', 'oats', 'oat pla', 'fen bread', 'harbour sky', 'yoghurt van', 'lentils spiced',
  'tofu smo', 'potato', 'rice', 'upland ric', 'granola dark', 'tuna light', 'moor oats sal', 'bread who', 'skyr', 'chiken brest', 'yogurt vanila',
]; // prettier-ignore

/** Food search over HTTP against the same indexed SQL through the bare driver, as the same role. */
const searchRow = async (agent, athlete) => {
  const client = new pg.Client({ connectionString: appUrl });
  await client.connect();
  const prefix = (q) =>
    q
      .split(' ')
      .map((word) => `${word}:*`)
      .join(' & ');
  const bare = async (q) => {
    await client.query('begin');
    await client.query(`select set_config('maul.token', $1, true)`, [athlete.token]);
    const words = prefix(q);
    const one = await client.query(
      `select * from food_reference where words @@ to_tsquery('simple', $1) order by offered_first desc, length(name), name limit 60`,
      [words],
    );
    const two = await client.query(`select * from imported_by_words($1)`, [words]);
    if (one.rowCount + two.rowCount < 20) {
      await client.query(`select set_config('pg_trgm.word_similarity_threshold', '0.4', true)`);
      await client.query(
        `select *, word_similarity($1, search) as c from food_reference where $1 <% search order by c desc, length(name), name limit 30`,
        [q],
      );
      await client.query(`select * from imported_by_likeness($1, 0.4::real)`, [q]);
    }
    await client.query('commit');
  };
  const http = (q) =>
    send(agent, 'GET', `/api/athletes/${athlete.id}/foods?limit=20&q=${encodeURIComponent(q)}`, {
      cookie: athlete.cookie,
    });
  const times = { http: [], bare: [] };
  for (const work of [http, bare]) for (const q of QUESTIONS) await work(q);
  for (let turn = 0; turn < 8; turn += 1)
    for (const q of QUESTIONS) {
      times.http.push(...(await timed(1, 1, () => http(q))));
      times.bare.push(...(await timed(1, 1, () => bare(q))));
    }
  await client.end();
  const [a, b] = [quantile(times.http, 0.95), quantile(times.bare, 0.95)];
  return {
    row: 'food search among 300,000, over HTTP',
    figure: `${(a / b).toFixed(2)}x of the bare SQL (p95 ${a.toFixed(0)} ms, median ${quantile(times.http, 0.5).toFixed(0)} ms)`,
    bar: 'at most 2x',
    holds: a / b <= 2,
  };
};

const foods = async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  const athlete = await newAthlete(agent);
  const rows = [];
  for (const [what, file, format, share, word] of [
    ['own CSV, 300,000 foods', ownCsv(300_000), 'own-csv', 1 / 3, 'a third'],
    ['FoodData Central JSON, 60,000 foods', fdcJson(60_000), 'fdc-json', 1 / 8, 'an eighth'],
  ]) {
    const other = what.startsWith('own') ? athlete : await newAthlete(agent);
    const one = await imported(agent, other, file, 'bench', format);
    const copy = await bareCopy(owner, other, one.id);
    rows.push({
      row: `import of ${what}`,
      figure: `${(copy / one.ms).toFixed(2)} of COPY's speed (${(one.ms / 1000).toFixed(0)} s, ${(file.length / 1e6).toFixed(0)} MB, ${one.kept} kept)`,
      bar: `at least ${word}`,
      holds: copy / one.ms >= share,
    });
  }
  rows.push(await searchRow(agent, athlete));
  await owner.end();
  agent.destroy();
  return rows;
};

/** Frames of the bench while a scale streams fifty readings a second and food is poured, against the same page left alone. */
const scaleFrames = async () => {
  const scale = spawn(
    process.execPath,
    [join(root, 'scripts/standin-scale.mjs'), '--port', '0', '--every', '20'],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  const url = await new Promise((done) =>
    scale.stdout.on('data', (data) => {
      const found = /ws:\/\/127\.0\.0\.1:\d+/.exec(String(data));
      if (found) done(found[0]);
    }),
  );
  const { page, close } = await openPage({ bypassCSP: true });
  try {
    await page.addInitScript((at) => {
      const hands = { socket: null };
      const port = {
        readable: null,
        open: () =>
          new Promise((done) => {
            hands.socket = new globalThis.WebSocket(at);
            port.readable = new globalThis.ReadableStream({
              start: (stream) => {
                hands.socket.onmessage = (m) =>
                  stream.enqueue(new globalThis.TextEncoder().encode(String(m.data)));
              },
            });
            hands.socket.onopen = () => done();
          }),
        close: async () => hands.socket.close(),
      };
      Object.defineProperty(globalThis.navigator, 'serial', {
        value: { getPorts: async () => [], requestPort: async () => port },
      });
      globalThis.maulHands = hands;
    }, url);
    await enterAs(page, 'Joren Vask');
    await page.goto(`${address}/bench`);
    await page.getByRole('button', { name: 'Serial scale', exact: true }).click();
    await page.getByRole('button', { name: 'Choose its port' }).waitFor();
    const wait = () => page.evaluate((ms) => new Promise((done) => setTimeout(done, ms)), 4000);
    const idle = await slowFrames(page, wait);
    await page.getByRole('button', { name: 'Choose its port' }).click();
    await page.getByText('Reading stand-in scale.').waitFor();
    await page.evaluate(() => globalThis.maulHands.socket.send('put 386'));
    await page.locator('.bench-strip').filter({ hasText: 'steady' }).waitFor();
    await page.locator('.bench').focus();
    await page.keyboard.press('t');
    await page.evaluate(() => globalThis.maulHands.socket.send('pour 4000'));
    const streaming = await slowFrames(page, wait);
    return [
      {
        row: 'frames over 25 ms while a scale streams at 50 Hz',
        figure: `${streaming.share.toFixed(1)} % of ${streaming.frames}, idle ${idle.share.toFixed(1)} % of ${idle.frames}`,
        bar: 'at most 2 points above idle',
        holds: streaming.share - idle.share <= 2,
      },
    ];
  } finally {
    await close();
    scale.kill();
  }
};

const rows = await { foods, 'scale-frames': scaleFrames }[process.argv[2]]();
process.send(rows, () => process.exit(0));
