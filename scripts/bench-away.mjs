// Rows of a device without a network: a cold start, an outbox of three thousand rows that drains, and their merge.
import { createServer, connect } from 'node:net';
import { chromium } from 'playwright-core';
import { v7 as uuidv7 } from 'uuid';
import { Agent } from 'node:http';
import { loadCore, newAthlete, quantile, today } from './bench-kit.mjs';
import { chromiumPath } from './postgres.mjs';

const { MAUL_ADDRESS: address } = process.env;
const ROWS = 3000;
const STARTS = 7;

/** A wire to the house that can be cut. */
const openWire = async () => {
  const sockets = new Set();
  const { port: housePort } = new URL(address);
  let server;
  let port = 0;
  const joined = () =>
    new Promise((done) => {
      server = createServer((socket) => {
        const house = connect(Number(housePort), '127.0.0.1');
        for (const end of [socket, house]) {
          sockets.add(end);
          end.on('error', () => undefined);
          end.on('close', () => sockets.delete(end));
        }
        socket.pipe(house).pipe(socket);
        socket.on('close', () => house.destroy());
        house.on('close', () => socket.destroy());
      }).listen(port, '127.0.0.1', () => {
        port = server.address().port;
        done();
      });
    });
  const cut = () =>
    new Promise((done) => {
      server.close(done);
      for (const socket of sockets) socket.destroy();
    });
  await joined();
  return { address: `http://127.0.0.1:${port}`, join: joined, cut };
};

/** Milliseconds from an address typed to Today answering. */
const startOf = async (page, wire) => {
  const begin = performance.now();
  await page.goto(`${wire.address}/today`, { waitUntil: 'commit' });
  await page.getByText('The day lands on').waitFor();
  return performance.now() - begin;
};

const away = async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const athlete = await newAthlete(agent);
  agent.destroy();
  const wire = await openWire();
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: ['--no-sandbox'] });
  const context = await browser.newContext({ baseURL: wire.address });
  await context.addCookies([
    { name: 'maul_session', value: athlete.token, url: wire.address, httpOnly: true, sameSite: 'Lax' },
  ]);
  const page = await context.newPage();
  await page.goto('/today');
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.waitForFunction(() => Object.keys(localStorage).some((key) => key.startsWith('maul.ready.')));
  const starts = async () => {
    const times = [];
    for (let i = 0; i < STARTS; i += 1) {
      const fresh = await context.newPage();
      times.push(await startOf(fresh, wire));
      await fresh.close();
    }
    return quantile(times, 0.5);
  };
  await starts();
  const online = await starts();
  await wire.cut();
  const offline = await starts();

  // Three thousand notes, as an older page left them: each is closed, sent and let go.
  const entries = Array.from({ length: ROWS }, (_, i) => ({
    key: uuidv7(),
    seq: Date.now() * 1000 + i,
    personId: athlete.id,
    athleteId: athlete.id,
    day: today(),
    route: 'putNote',
    id: uuidv7(),
    body: { base: 0, day: today(), mealId: null, text: `Note ${i}`, deleted: false },
    before: null,
    state: 'waiting',
  }));
  await page.goto('/account').catch(() => undefined);
  await page.evaluate(
    (all) =>
      new Promise((done) => {
        const open = globalThis.indexedDB.open('maul');
        open.onsuccess = () => {
          const write = open.result.transaction('outbox', 'readwrite');
          for (const one of all) write.objectStore('outbox').put(one);
          write.oncomplete = () => (open.result.close(), done());
        };
      }),
    entries,
  );
  await page.reload();
  await page.getByText(`${ROWS} changes wait`).waitFor();
  let first = 0;
  let last = 0;
  const isChanges = (request) => request.url().endsWith('/changes');
  page.on('request', (request) => {
    if (isChanges(request)) first ||= performance.now();
  });
  page.on('response', (answer) => {
    if (isChanges(answer.request())) last = performance.now();
  });
  await wire.join();
  await page.locator('.saving').waitFor({ state: 'detached', timeout: 120_000 });
  const perSecond = ROWS / ((last - first) / 1000);
  await browser.close();
  await wire.cut();

  const { mergeRow } = await loadCore(['diary/index.ts']);
  const row = {
    mealId: 'm',
    position: 1,
    food: { id: 'f', name: 'Rice' },
    plannedGrams: 60,
    grams: null,
    method: null,
  };
  const begin = performance.now();
  for (let i = 0; i < ROWS; i += 1)
    mergeRow(row, { ...row, plannedGrams: i }, { ...row, mealId: `n${i}` }, [['grams', 'method']]);
  const merged = performance.now() - begin;
  return [
    {
      row: 'a cold start without a network, to Today answering, against a warm one with it',
      figure: `median ${Math.round(offline)} ms, ${(offline / online).toFixed(2)}x of ${Math.round(online)} ms`,
      bar: 'at most 1.3x',
      holds: offline / online <= 1.3,
    },
    {
      row: `an outbox of ${ROWS} rows drains through one connection, in order`,
      figure: `${Math.round(perSecond)} rows a second`,
      bar: 'at least 200 a second',
      holds: perSecond >= 200,
    },
    {
      row: `${ROWS} rows merged by field`,
      figure: `${Math.round(merged)} ms`,
      bar: 'under 1 s',
      holds: merged < 1000,
    },
  ];
};

const rows = await { away }[process.argv[2]]();
process.send(rows, () => process.exit(0));
