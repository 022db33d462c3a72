import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Problem } from '@maul/contract/problems';
import { addDays, athleteDay } from '@maul/core/units';
import { sql } from 'kysely';
import pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { createApp } from '../../app.ts';
import { openTestHouse, type Someone, type TestHouse } from '../../testing/house.ts';
import { ChangeFeed } from '../events/feed.ts';
import { readSettings } from '../settings.ts';
import { makeDb, makePool } from './connect.ts';
import type { AppDatabase } from './schema.ts';

const logged: string[] = [];
let house: TestHouse;
let athlete: Someone;
let owner: pg.Client;
// The start has weighed in on the present day.
const day = addDays(athleteDay(new Date(), 'Europe/Vienna'), -1);

beforeAll(async () => {
  house = await openTestHouse({ write: (line) => logged.push(line) });
  athlete = await house.athlete('Cut Off');
  owner = new pg.Client({ connectionString: house.url('maul_owner') });
  await owner.connect();
});
afterAll(async () => {
  await owner.end();
  await house.close();
});
afterEach(() => {
  logged.length = 0;
});

const weighIn = (id: string, kg: number) =>
  athlete.put(`/api/athletes/${athlete.id}/weigh-ins/${id}`, { base: 0, day, kg, deleted: false });

/** Processes of the database that work for the app, and wait for a lock. */
const waiting = async (): Promise<number[]> => {
  const { rows } = await owner.query<{ pid: number }>(
    `select pid from pg_stat_activity where datname = current_database() and usename = 'maul_app' and wait_event_type = 'Lock'`,
  );
  return rows.map((r) => r.pid);
};

describe('a database connection that is lost', () => {
  test('in the middle of a request: that one is asked to come again, the next one is served', async () => {
    const id = uuidv7();
    await owner.query('begin');
    await owner.query('lock table weigh_in in access exclusive mode');
    const cut = weighIn(id, 83.1).then((answer) => answer);
    let pids: number[] = [];
    while (pids.length === 0) pids = await waiting();
    await owner.query('select pg_terminate_backend($1)', [pids[0]]);
    const answer = await cut;
    expect(answer.status).toBe(503);
    expect(answer.headers['retry-after']).toBe('3');
    expect((answer.body as Problem).type).toBe('urn:maul:problem:database-away');
    await owner.query('rollback');
    await weighIn(id, 83.1).expect(200);
    const { rows } = await owner.query('select version from weigh_in where id = $1', [id]);
    expect(rows).toEqual([{ version: 1 }]);
  });

  test('many at once, and those that lie idle: nothing falls', async () => {
    await Promise.all(Array.from({ length: 8 }, () => athlete.get('/api/session').expect(200)));
    await owner.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and usename like 'maul_a%'`,
    );
    // The pool may hand out a connection that is just being lost: then it is asked again.
    let answer = await athlete.get('/api/session');
    for (let i = 0; answer.status === 503 && i < 10; i += 1) answer = await athlete.get('/api/session');
    expect(answer.status).toBe(200);
  });

  test('while the database is away the server lives, is not ready, and starts all the same', async () => {
    const nowhere = 'postgres://maul_app@127.0.0.1:1/none';
    const app = makeDb<AppDatabase>(makePool(nowhere, 2));
    const feed = new ChangeFeed(app, nowhere);
    await feed.start();
    const alone = createApp({
      house: { app, accounts: house.accounts, settings: readSettings({}) } as never,
      log: pino({ level: 'silent' }),
      feed,
    });
    expect((await request(alone).get('/api/live').expect(200)).body).toEqual({ server: 'up' });
    const ready = await request(alone).get('/api/health').expect(503);
    expect(ready.headers['retry-after']).toBe('3');
    await feed.close();
    await app.destroy();
    expect((await house.agent().get('/api/health').expect(200)).body).toEqual({ database: 'up' });
  });
});

test('what the log says of a database error names the place and no value', async () => {
  await sql`alter table weigh_in rename to weigh_in_gone`.execute(house.owner);
  await weighIn(uuidv7(), 83.217).expect(500);
  await sql`alter table weigh_in_gone rename to weigh_in`.execute(house.owner);
  const line = logged.find((l) => l.includes('42P01'));
  expect(line).toContain('Something went wrong');
  expect(logged.join('\n')).not.toMatch(/83\.217|does not exist|insert into/i);
});

describe('a standby that may not have a write', () => {
  test('makes it fail: the warning that PostgreSQL gives beside its acknowledgement ends the connection', async () => {
    const pool = makePool(house.url('maul_app'), 1);
    const client = await pool.connect();
    // The texts of PostgreSQL 15, syncrep.c: a wait for the standby that somebody or a shutdown cancels.
    for (const message of [
      'canceling wait for synchronous replication due to user request',
      'canceling the wait for synchronous replication and terminating connection due to administrator command',
    ]) {
      const one = message.includes('user') ? client : await pool.connect();
      const write = one.query('select pg_sleep(20)');
      (one as unknown as { emit: (event: string, notice: object) => void }).emit('notice', { message });
      await expect(write).rejects.toThrow(/Connection terminated/);
      one.release(true);
    }
    // Any other notice is none of this.
    const calm = await pool.connect();
    (calm as unknown as { emit: (event: string, notice: object) => void }).emit('notice', {
      message: 'relation exists, skipping',
    });
    expect((await calm.query<{ one: number }>('select 1 as one')).rows).toEqual([{ one: 1 }]);
    calm.release();
    await pool.end();
  });
  test('a server that has become read only is asked again, not refused', async () => {
    const { asProblem } = await import('../http/problems.ts');
    const error = await owner
      .query('begin; set transaction read only; create table never (id int)')
      .catch((fault: unknown) => fault);
    await owner.query('rollback');
    expect(asProblem(error).problem).toBe('database-away');
  });
});
