import { randomUUID } from 'node:crypto';
import { DEFAULT_PROFILE, type Session } from '@maul/contract/people';
import { type BodyOf } from '@maul/contract/routes';
import type { Kysely } from 'kysely';
import pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { doorLimits, findSession, findToken, wipesDevice, noteReading } from '../people/index.ts';
import { makeDb, makePool, type AccountsDb, type AppDb } from '../platform/db/connect.ts';
import type { AccountsDatabase } from '../platform/db/accountsSchema.ts';
import type { AppDatabase } from '../platform/db/schema.ts';
import { ChangeFeed } from '../platform/events/feed.ts';
import { createApp } from '../app.ts';
import { sessionCookie } from '../platform/http/mount.ts';
import { readSettings } from '../platform/settings.ts';

export const PASSWORD = 'a long enough password';
/** What a browser says of a request of Maul's own pages. */
export const SAME_SITE = { 'Sec-Fetch-Site': 'same-origin' };

/** A person with a session, and requests made as them. */
export interface Someone {
  id: string;
  token: string;
  session: Session;
  get: (path: string) => request.Test;
  put: (path: string, body: object) => request.Test;
  post: (path: string, body: object) => request.Test;
  delete: (path: string) => request.Test;
}

export interface TestHouse {
  app: ReturnType<typeof createApp>;
  owner: Kysely<unknown>;
  appDb: AppDb;
  accounts: AccountsDb;
  feed: ChangeFeed;
  url: (role: string) => string;
  agent: () => ReturnType<typeof request>;
  signUp: (role: 'athlete' | 'coach', name: string) => Promise<Someone>;
  /** An athlete who has given their body and a first phase. */
  athlete: (name: string) => Promise<Someone>;
  share: (athlete: Someone, coach: Someone) => Promise<string>;
  close: () => Promise<void>;
}

const port = (): string => {
  const value = process.env.MAUL_TEST_PORT;
  if (value === undefined) throw new Error('The test PostgreSQL is not running.');
  return value;
};

/** A whole server on a database of its own, copied from the migrated template. */
export const openTestHouse = async (
  logTo?: { write: (line: string) => void },
  { addressTells = false, env = {} }: { addressTells?: boolean; env?: Record<string, string> } = {},
): Promise<TestHouse> => {
  const name = `t_${randomUUID().replaceAll('-', '')}`;
  const url = (role: string) => `postgres://${role}@127.0.0.1:${port()}/${name}`;
  const admin = new pg.Client({ connectionString: `postgres://maul_owner@127.0.0.1:${port()}/postgres` });
  await admin.connect();
  // Two files may copy the template at the same moment; it admits one at a time.
  await admin.query('select pg_advisory_lock(4180)');
  await admin.query(`create database ${name} template template_maul`);
  await admin.query('select pg_advisory_unlock(4180)');
  await admin.end();
  const owner = makeDb<unknown>(makePool(url('maul_owner'), 3));
  const pool = makePool(url('maul_app'), 5);
  const appDb = makeDb<AppDatabase>(pool);
  const accountsPool = makePool(url('maul_accounts'), 5);
  const accounts = makeDb<AccountsDatabase>(accountsPool);
  const feed = new ChangeFeed(appDb, url('maul_app'));
  await feed.start();
  const settings = readSettings(env);
  const log = logTo ? pino({ level: 'trace', base: null }, logTo) : pino({ level: 'silent' });
  const app = createApp({
    house: {
      app: appDb,
      pool,
      accounts,
      limits: doorLimits(accountsPool, { addressTells }),
      settings,
      findSession: (token) => findSession(accounts, token),
      wipes: (token) => wipesDevice(accounts, token),
      findToken: (token) => findToken(accounts, token),
      noteReading,
    },
    log,
    feed,
  });
  const someone = (session: Session, token: string): Someone => {
    const cookie = `${sessionCookie(settings)}=${token}`;
    return {
      id: session.person.id,
      token,
      session,
      get: (path) => request(app).get(path).set('Cookie', cookie),
      put: (path, body) => request(app).put(path).set(SAME_SITE).set('Cookie', cookie).send(body),
      post: (path, body) => request(app).post(path).set(SAME_SITE).set('Cookie', cookie).send(body),
      delete: (path) => request(app).delete(path).set(SAME_SITE).set('Cookie', cookie),
    };
  };
  const signUp: TestHouse['signUp'] = async (role, personName) => {
    const body: BodyOf<'signUp'> = {
      id: uuidv7(),
      name: personName,
      email: `${randomUUID()}@test.maul`,
      password: PASSWORD,
      role,
    };
    await request(app).post('/api/accounts').send(body).expect(200);
    const { email, password } = body;
    const answer = await request(app).post('/api/session').send({ email, password }).expect(200);
    return someone(answer.body as Session, tokenFrom(answer));
  };
  return {
    app,
    owner,
    appDb,
    accounts,
    feed,
    url,
    agent: () => request(app),
    signUp,
    athlete: async (personName) => {
      const person = await signUp('athlete', personName);
      await person.put(`/api/athletes/${person.id}/start`, startBody()).expect(200);
      return person;
    },
    share: async (athlete, coach) => {
      const id = uuidv7();
      await athlete
        .put(`/api/athletes/${athlete.id}/grants/${id}`, { code: coach.session.person.coachCode })
        .expect(200);
      return id;
    },
    close: async () => {
      await feed.close();
      await Promise.all([owner.destroy(), appDb.destroy(), accounts.destroy()]);
    },
  };
};

export const tokenFrom = (answer: request.Response): string => {
  const cookies = answer.headers['set-cookie'] as unknown as string[] | undefined;
  return /maul_session=([^;]*)/.exec(cookies?.[0] ?? '')?.[1] ?? '';
};

export const startBody = (change: Partial<BodyOf<'start'>> = {}): BodyOf<'start'> => ({
  seasonId: uuidv7(),
  basisId: uuidv7(),
  phaseId: uuidv7(),
  weighInId: uuidv7(),
  sex: 'male',
  birthDate: '1996-05-04',
  heightCm: 178,
  weightKg: 84.2,
  carbBasis: 'total',
  profile: DEFAULT_PROFILE,
  firstPhase: 'maintenance',
  weeks: 52,
  pattern: null,
  zone: 'Europe/Vienna',
  ...change,
});

export const mealBody = (day: string, change: object = {}) => ({
  base: 0,
  day,
  time: '08:00',
  zone: 'Europe/Vienna',
  eaten: false,
  deleted: false,
  ...change,
});

export const portionBody = (mealId: string, change: object = {}) => ({
  base: 0,
  mealId,
  position: 0,
  food: {
    id: 'maul-oats-rolled',
    name: 'Oats, rolled',
    state: 'dry',
    source: 'test',
    per100g: { PROCNT: 13, FAT: 7, CHOAVLDF: 58, FIBTG: 10 },
  },
  plannedGrams: 60,
  grams: null,
  method: null,
  division: null,
  trail: null,
  deleted: false,
  ...change,
});

/** Something beside the meals of somebody's day, written as they would. */
export const saying =
  (who: Someone) =>
  (day: string, thing: object, time = '10:00'): request.Test =>
    who
      .put(`/api/athletes/${who.id}/day-entries/${uuidv7()}`, {
        base: 0,
        day,
        time,
        zone: 'Europe/Vienna',
        thing,
        deleted: false,
      })
      .expect(200);

export const kitchenBody = (thing: object, change: object = {}) => ({
  base: 0,
  thing,
  deleted: false,
  ...change,
});

/** A box cooked an hour ago. */
export const stockBody = (change: object = {}) => {
  const cookedAt = new Date(Date.now() - 3_600_000).toISOString();
  return {
    base: 0,
    kind: 'box',
    batchId: null,
    name: 'Turkey stew',
    food: { id: 'batch', name: 'Turkey stew', state: 'cooked', source: 'own batch', per100g: { PROCNT: 30 } },
    grams: 146,
    division: 1,
    place: 'fridge',
    since: cookedAt,
    thawed: false,
    cookedAt,
    openedAt: null,
    labelUntil: null,
    useBy: new Date(Date.parse(cookedAt) + 4 * 86_400_000).toISOString(),
    holds: ['Turkey'],
    dinerId: null,
    deleted: false,
    ...change,
  };
};

export const moveBody = (stockId: string, grams: number, change: object = {}) => ({
  base: 0,
  stockId,
  grams,
  why: 'waste',
  at: new Date().toISOString(),
  deleted: false,
  ...change,
});
