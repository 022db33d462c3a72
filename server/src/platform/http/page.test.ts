import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { get as httpGet, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import request from 'supertest';
import { findSession, findToken, wipesDevice, doorLimits, noteReading } from '../../people/index.ts';
import { readSettings } from '../settings.ts';
import { makePool } from '../db/connect.ts';
import { openTestHouse, type TestHouse } from '../../testing/house.ts';
import { createApp } from '../../app.ts';

let house: TestHouse;
let web: string;
let app: ReturnType<typeof createApp>;
const pools: ReturnType<typeof makePool>[] = [];

beforeAll(async () => {
  house = await openTestHouse();
  web = mkdtempSync(join(tmpdir(), 'maul-web-'));
  mkdirSync(join(web, 'assets'));
  writeFileSync(
    join(web, 'index.html'),
    '<meta property="csp-nonce" content="__NONCE__"><div id="root"></div>',
  );
  writeFileSync(join(web, 'sw.js'), 'self.skipWaiting;');
  writeFileSync(join(web, 'assets/index-abc123.js'), `console.log('${'maul '.repeat(2000)}');`);
  const pool = makePool(house.url('maul_accounts'), 2);
  pools.push(pool);
  const { appDb, accounts, feed } = house;
  app = createApp({
    house: {
      app: appDb,
      pool,
      accounts,
      limits: doorLimits(pool, { addressTells: false }),
      settings: readSettings({}),
      findSession: (token) => findSession(accounts, token),
      wipes: (token) => wipesDevice(accounts, token),
      findToken: (token) => findToken(accounts, token),
      noteReading,
    },
    log: pino({ level: 'silent' }),
    feed,
    webDir: web,
  });
});
afterAll(async () => {
  await house.close();
  await Promise.all(pools.map((pool) => pool.end()));
  rmSync(web, { recursive: true, force: true });
});

describe('the web app as it is served', () => {
  test('every page carries the nonce of its own response, and is never kept', async () => {
    const nonces = [];
    for (const path of ['/', '/index.html', '/today', '/athletes/x/2026-01-01']) {
      const answer = await request(app).get(path).expect(200);
      const nonce = /content="([\w-]+)"/.exec(answer.text)?.[1] ?? '';
      expect(answer.headers['content-security-policy']).toContain(`'nonce-${nonce}'`);
      expect(answer.headers['cache-control']).toBe('no-store');
      nonces.push(nonce);
    }
    expect(new Set(nonces).size).toBe(4);
  });
  test('a new service worker is seen at once', async () => {
    const answer = await request(app).get('/sw.js').expect(200);
    expect(answer.headers['cache-control']).toBe('no-cache');
  });
  test('hashed assets are kept for ever and sent compressed', async () => {
    const answer = await request(app).get('/assets/index-abc123.js').set('Accept-Encoding', 'br').expect(200);
    expect(answer.headers['cache-control']).toBe('public, max-age=31536000, immutable');
    expect(answer.headers['content-encoding']).toBe('br');
  });
  test('an asset that is not there is not a page', async () => {
    await request(app).get('/assets/index-gone.js').expect(404);
  });
  test('nor is an unknown address of the API', async () => {
    const answer = await request(app).get('/api/unknown').expect(404);
    expect(answer.headers['content-type']).toContain('application/problem+json');
    expect(answer.headers['cache-control']).toBe('no-store');
  });
  test('a path out of the folder leads nowhere', async () => {
    await request(app).get('/assets/..%2f..%2fpackage.json').expect(404);
  });
  test('the stream of changes is not compressed and opens at once', async () => {
    const person = await house.signUp('athlete', 'Listener');
    const server = app.listen(0, '127.0.0.1');
    await new Promise<void>((done) => server.once('listening', done));
    const { port } = server.address() as AddressInfo;
    const headers = { Cookie: `maul_session=${person.token}`, 'Accept-Encoding': 'br, gzip' };
    const ask = httpGet({ port, host: '127.0.0.1', path: '/api/events', headers });
    ask.on('error', () => undefined);
    const res = await new Promise<IncomingMessage>((done) => ask.on('response', done));
    const first = await new Promise<string>((done) =>
      res.once('data', (part: Buffer) => done(part.toString())),
    );
    expect(res.headers['content-type']).toBe('text/event-stream');
    expect(res.headers['content-encoding']).toBeUndefined();
    expect(first).toContain('event: hello');
    ask.destroy();
    server.closeAllConnections();
    server.close();
  });
});
