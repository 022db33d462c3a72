import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { ResponseOf } from '@maul/contract/routes';
import { routes } from '@maul/contract/routes';
import { addDays, athleteDay } from '@maul/core/units';
import { sql } from 'kysely';
import { execFile } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { v7 as uuidv7 } from 'uuid';
import { openTestHouse, type Someone, type TestHouse } from '../testing/house.ts';

const today = athleteDay(new Date(), 'Europe/Vienna');
let house: TestHouse;
let athlete: Someone;
let other: Someone;
beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Athlete');
  other = await house.athlete('Other');
});
afterAll(() => house.close());

const make = async (scopes: string[], days = 30) => {
  const id = uuidv7();
  const answer = await athlete.put(`/api/tokens/${id}`, { name: 'Scale', scopes, days }).expect(200);
  return answer.body as ResponseOf<'makeToken'>;
};
const by = (token: string) => ({
  get: (path: string) => house.agent().get(path).set('Authorization', `Bearer ${token}`),
  put: (path: string, body: object) =>
    house.agent().put(path).set('Authorization', `Bearer ${token}`).send(body),
});
const weighIn = { base: 0, day: addDays(today, -1), kg: 80.1, conditions: null, deleted: false };

test('a token is shown once, listed without itself, and opens what its scopes say', async () => {
  const { token, id } = await make(['write-weigh-ins']);
  expect(token).toMatch(/^maul_[A-Za-z0-9_-]{40,}$/);
  await by(token).put(`/api/athletes/${athlete.id}/weigh-ins/${uuidv7()}`, weighIn).expect(200);
  const read = await by(token).get(`/api/athletes/${athlete.id}/days/${today}`).expect(403);
  expect(JSON.stringify(read.body)).toContain('lacks the scope \\"read-log\\"');
  const list = (await athlete.get('/api/tokens').expect(200)).body as ResponseOf<'tokens'>;
  const kept = list.tokens.find((t) => t.id === id);
  expect(kept).toMatchObject({ name: 'Scale', scopes: ['write-weigh-ins'], used: expect.any(String) });
  expect(JSON.stringify(list)).not.toContain(token);
  const { rows } = await sql<{ said: string }>`select to_jsonb(t)::text as said from access_token t`.execute(
    house.owner,
  );
  expect(JSON.stringify(rows)).not.toContain(token);
  await athlete.put(`/api/tokens/${id}`, { name: 'Scale', scopes: ['read-log'], days: 1 }).expect(409);
});

test('the script of the documentation posts a weigh-in, and run twice it is one', async () => {
  const script = /```js\n([\s\S]*?)```/.exec(
    readFileSync(join(import.meta.dirname, '../../../docs/api.md'), 'utf8'),
  )?.[1];
  if (script === undefined) throw new Error('there is no script in docs/api.md');
  const weighed = async () => {
    const day = athleteDay(new Date(), 'UTC', 0);
    return (
      (await athlete.get(`/api/athletes/${athlete.id}/days/${day}`).expect(200)).body as ResponseOf<'day'>
    ).weighIn;
  };
  // The morning of the start makes way.
  const first = await weighed();
  if (first)
    await athlete
      .put(`/api/athletes/${athlete.id}/weigh-ins/${first.id}`, {
        base: first.version,
        day: first.day,
        kg: first.kg,
        conditions: null,
        deleted: true,
      })
      .expect(200);
  const { token } = await make(['write-weigh-ins']);
  const server = house.app.listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  const folder = mkdtempSync(join(tmpdir(), 'maul-script-'));
  const file = join(folder, 'weigh-in.mjs');
  writeFileSync(file, script);
  const run = () =>
    promisify(execFile)(process.execPath, [file, '78.4'], {
      env: {
        PATH: process.env.PATH,
        TZ: 'UTC',
        MAUL_URL: `http://127.0.0.1:${port}`,
        MAUL_TOKEN: token,
        MAUL_ATHLETE: athlete.id,
      },
    });
  try {
    await run();
    await run();
  } finally {
    server.closeAllConnections();
    server.close();
    rmSync(folder, { recursive: true });
  }
  expect(await weighed()).toMatchObject({ kg: 78.4, version: 1 });
});

test('of its own person alone, also where that person’s log is shared by another', async () => {
  const { token } = await make(['read-log', 'write-weigh-ins', 'write-portions']);
  await by(token).get(`/api/athletes/${athlete.id}/days/${today}`).expect(200);
  await by(token).get(`/api/athletes/${other.id}/days/${today}`).expect(404);
  await by(token).put(`/api/athletes/${other.id}/weigh-ins/${uuidv7()}`, weighIn).expect(404);
});

test('addresses without a scope are opened by none: not the account, not a token, not a door', async () => {
  const { token } = await make(['read-log', 'write-weigh-ins', 'write-portions']);
  const closed = Object.values(routes).filter((route) => route.scope === null && route.verb === 'get');
  expect(closed.length).toBeGreaterThan(25);
  for (const { path } of closed) {
    const answer = await by(token).get(
      path.replace(':athleteId', athlete.id).replace(/:(\w+)/g, '01890a5d-ac96-774b-bcce-b302099a8057'),
    );
    expect([path, answer.status]).toEqual([path, 403]);
  }
  await by(token)
    .put(`/api/tokens/${uuidv7()}`, { name: 'x', scopes: ['read-log'], days: 1 })
    .expect(403);
});

test('revoked or run out it opens nothing, with a session beside it or not', async () => {
  const day = `/api/athletes/${athlete.id}/days/${today}`;
  const first = await make(['read-log']);
  await athlete.delete(`/api/tokens/${first.id}`).expect(200);
  await by(first.token).get(day).expect(401);
  // A wrong token is not made good by a cookie.
  await athlete.get(day).set('Authorization', `Bearer ${first.token}`).expect(401);
  const second = await make(['read-log'], 1);
  await sql`update access_token set expires_at = now() where id = ${second.id}`.execute(house.owner);
  await by(second.token).get(day).expect(401);
  await by('').get(day).expect(401);
  await other.delete(`/api/tokens/${(await make(['read-log'])).id}`).expect(200);
  expect(((await athlete.get('/api/tokens')).body as ResponseOf<'tokens'>).tokens.length).toBeGreaterThan(2);
});

test('a program that asks without end is told to wait', async () => {
  const { token } = await make(['read-log']);
  const day = `/api/athletes/${athlete.id}/log?from=${today}&to=${today}`;
  let waited = 0;
  for (let n = 0; n < 125; n += 1) if ((await by(token).get(day)).status === 429) waited += 1;
  expect(waited).toBe(5);
});

test('there are twenty at most, and none without a scope', async () => {
  const bad = await athlete.put(`/api/tokens/${uuidv7()}`, { name: 'x', scopes: [], days: 1 }).expect(422);
  expect(JSON.stringify(bad.body)).toContain('A token may do something.');
  const { tokens } = (await athlete.get('/api/tokens')).body as ResponseOf<'tokens'>;
  for (let n = tokens.length; n < 20; n += 1) await make(['read-log']);
  await athlete.put(`/api/tokens/${uuidv7()}`, { name: 'x', scopes: ['read-log'], days: 1 }).expect(413);
});
