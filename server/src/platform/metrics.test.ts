import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import express from 'express';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { openTestHouse, type TestHouse } from '../testing/house.ts';
import { makeDb, makePool } from './db/connect.ts';
import type { AppDatabase } from './db/schema.ts';
import { madeAt, makeMetrics, metricsServer, type Metrics } from './metrics.ts';

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
});
afterAll(() => house.close());

const watch = (db = house.appDb): Metrics =>
  makeMetrics({
    db,
    pools: { app: { totalCount: 3, idleCount: 2, waitingCount: 0 } },
    listeners: () => 7,
    imports: () => 1,
  });
/** A server of one route that is counted, and the operator's port beside it. */
const counted = (metrics: Metrics) => {
  const app = express();
  app.use(metrics.count, express.json());
  app.put('/api/athletes/:athleteId/notes/:id', (req, res) => {
    res.status((req.body as { fails?: boolean }).fails ? 503 : 200).json({});
  });
  return { app, operator: metricsServer(metrics) };
};
const line = (text: string, start: string): string | undefined =>
  text.split('\n').find((l) => l.startsWith(start));

describe('what is seen of a server from outside', () => {
  test('is in the OpenMetrics format: requests by route and status, never by id, and what the house holds', async () => {
    const metrics = watch();
    const { app, operator } = counted(metrics);
    const [athlete, note] = [uuidv7(), uuidv7({ msecs: Date.now() - 3 * 86_400_000 })];
    await request(app).put(`/api/athletes/${athlete}/notes/${note}`).send({ base: 0 });
    await request(app).put(`/api/athletes/${athlete}/notes/${uuidv7()}`).send({ base: 0, fails: true });
    const answer = await request(operator).get('/metrics').expect(200);
    expect(answer.headers['content-type']).toMatch(/^application\/openmetrics-text; version=1\.0\.0/);
    const { text } = answer;
    // The format ends with this line. Source: OpenMetrics 1.0, "Overall structure".
    expect(text.trimEnd().endsWith('# EOF')).toBe(true);
    expect(text).not.toContain(athlete);
    const count = 'maul_request_seconds_count{verb="PUT",route="/api/athletes/:athleteId/notes/:id"';
    expect(line(text, `${count},status="200"}`)).toMatch(/ 1$/);
    expect(line(text, `${count},status="503"}`)).toMatch(/ 1$/);
    // One of them waited for three days on a device: more than one, less than seven. The refused one has not arrived.
    expect(line(text, 'maul_change_age_seconds_bucket{le="86400"}')).toMatch(/ 0$/);
    expect(line(text, 'maul_change_age_seconds_bucket{le="604800"}')).toMatch(/ 1$/);
    expect(line(text, 'maul_pool_connections{pool="app",state="idle"}')).toMatch(/ 2$/);
    expect(line(text, 'maul_feed_listeners')).toMatch(/ 7$/);
    expect(line(text, 'maul_database{what="answers"}')).toMatch(/ 1$/);
    expect(line(text, 'maul_database{what="primary"}')).toMatch(/ 1$/);
  });
  test('the operator’s page says the same in words, and nothing else is answered there', async () => {
    const metrics = watch();
    const { app, operator } = counted(metrics);
    await request(app).put(`/api/athletes/${uuidv7()}/notes/${uuidv7()}`).send({ base: 1 });
    const { text } = await request(operator).get('/').expect(200);
    expect(text).toContain('answers, primary');
    expect(text).toContain('<td>PUT /api/athletes/:athleteId/notes/:id</td><td>1</td><td>0</td>');
    await request(operator).get('/api/session').expect(404);
  });
  test('a database that is away is said, and the page still answers', async () => {
    const db = makeDb<AppDatabase>(makePool('postgres://nobody@127.0.0.1:1/none', 1));
    const { operator } = counted(watch(db));
    expect((await request(operator).get('/').expect(200)).text).toContain('does not answer');
    expect(line((await request(operator).get('/metrics')).text, 'maul_database{what="answers"}')).toMatch(
      / 0$/,
    );
    await db.destroy();
  });
});

test('the moment that an id was made at', () => {
  // The example of RFC 9562, appendix A.6: Tuesday, 22 February 2022, 14:22:22.00 in GMT-05:00.
  expect(madeAt('017F22E2-79B0-7CC3-98C4-DC0C0C07398F')).toBe(Date.UTC(2022, 1, 22, 19, 22, 22));
  expect(madeAt('919108f7-52d1-4320-9bac-f847db4148a8')).toBeUndefined();
});
