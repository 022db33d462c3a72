import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { DayDocument } from '@maul/contract/diary';
import type { OrderRow } from '@maul/contract/plan';
import type { Problem } from '@maul/contract/problems';
import type { RosterRow } from '@maul/contract/coaching';
import { addDays, athleteDay } from '@maul/core/units';
import { dayTargets } from '@maul/core/plan';
import { sql } from 'kysely';
import { createServer, get as httpGet } from 'node:http';
import type { AddressInfo } from 'node:net';
import { v7 as uuidv7 } from 'uuid';
import {
  mealBody,
  openTestHouse,
  portionBody,
  startBody,
  type Someone,
  type TestHouse,
} from '../testing/house.ts';

let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let at: string;
const today = athleteDay(new Date(), 'Europe/Vienna');
const tomorrow = addDays(today, 1);

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Athlete');
  coach = await house.signUp('coach', 'Coach');
  await house.share(athlete, coach);
  at = `/api/athletes/${athlete.id}`;
});
afterAll(() => house.close());

const dayOf = async (date: string) =>
  (await athlete.get(`${at}/days/${date}`).expect(200)).body as DayDocument;
const carbs = async (date: string) => {
  const day = await dayOf(date);
  return dayTargets(day.season, day.bases, day.orders, day.date)?.windows.CARB?.aim ?? NaN;
};
const body = async (change: object = {}) => ({
  phaseId: (await dayOf(today)).season.phases[0]?.id,
  from: tomorrow,
  until: null,
  dayTypes: null,
  macro: 'CARB',
  change: { kind: 'relative', amount: -20 },
  lever: null,
  reason: 'Pace is slow.',
  confirmed: [],
  ...change,
});

describe('an order', () => {
  test('moves tomorrow, not today and not the past; the athlete acknowledges', async () => {
    const before = {
      past: await carbs(addDays(today, -1)),
      today: await carbs(today),
      tomorrow: await carbs(tomorrow),
    };
    const id = uuidv7();
    const signed = await coach.put(`${at}/orders/${id}`, await body()).expect(200);
    expect(signed.body).toMatchObject({ signedByName: 'Coach', acknowledgedAt: null });
    expect(await carbs(tomorrow)).toBe(before.tomorrow - 20);
    expect(await carbs(today)).toBe(before.today);
    expect(await carbs(addDays(today, -1))).toBe(before.past);
    const again = await coach.put(`${at}/orders/${id}`, await body()).expect(200);
    expect(again.body).toEqual(signed.body);
    const changed = await coach.put(`${at}/orders/${id}`, await body({ reason: 'Another' })).expect(409);
    expect((changed.body as Problem).detail).toContain('a signed order is never changed');
    const done = await athlete.put(`${at}/orders/${id}/acknowledgement`, {}).expect(200);
    expect((done.body as OrderRow).acknowledgedAt).not.toBeNull();
    await coach.put(`${at}/orders/${id}/acknowledgement`, {}).expect(403);
  });
  test('never for a past date, never backwards, never where nothing is bound', async () => {
    const past = await coach
      .put(`${at}/orders/${uuidv7()}`, await body({ from: addDays(today, -1) }))
      .expect(422);
    expect(past.body).toMatchObject({ type: 'urn:maul:problem:past-date' });
    expect((past.body as Problem).detail).toContain('past days stay as they were. Nothing was signed.');
    await coach.put(`${at}/orders/${uuidv7()}`, await body({ until: today })).expect(422);
    const unbound = await coach
      .put(`${at}/orders/${uuidv7()}`, await body({ dayTypes: ['high'] }))
      .expect(422);
    expect((unbound.body as Problem).detail).toContain('no day that this order would bind');
  });
  test('a very low aim needs the signer’s confirmation, and binds only once the athlete has confirmed it too', async () => {
    const low = { change: { kind: 'absolute', amount: 20 } };
    const open = await coach.put(`${at}/orders/${uuidv7()}`, await body(low)).expect(422);
    expect(open.body).toMatchObject({ type: 'urn:maul:problem:caution-unconfirmed' });
    expect((open.body as Problem).detail).toContain('doctor or a registered dietitian');
    const confirmed = ['very-low-intake', 'losing-too-fast'];
    const id = uuidv7();
    const kept = await coach
      .put(`${at}/orders/${id}`, await body({ ...low, until: addDays(today, 2), confirmed }))
      .expect(200);
    expect((kept.body as OrderRow).heldUntil).toBeNull();
    const usual = await carbs(tomorrow);
    expect(usual).toBeGreaterThan(100);
    const done = await athlete.put(`${at}/orders/${id}/acknowledgement`, {}).expect(200);
    expect((done.body as OrderRow).heldUntil).toBe(today);
    expect(await carbs(tomorrow)).toBe(20);
    expect(await carbs(addDays(today, 3))).toBe(usual);
  });
  test('without a coach it is confirmed twice, a day apart', async () => {
    const alone = await house.athlete('Alone with a caution');
    const mine = `/api/athletes/${alone.id}`;
    const day = async (date: string) =>
      (await alone.get(`${mine}/days/${date}`).expect(200)).body as DayDocument;
    const id = uuidv7();
    const order = await body({
      phaseId: (await day(today)).season.phases[0]?.id,
      change: { kind: 'absolute', amount: 20 },
      confirmed: ['very-low-intake', 'losing-too-fast'],
    });
    await alone.put(`${mine}/orders/${id}`, order).expect(200);
    const early = await alone.put(`${mine}/orders/${id}/acknowledgement`, {}).expect(422);
    expect(early.body).toMatchObject({ type: 'urn:maul:problem:too-early' });
    const age = (hours: number) =>
      sql`with o as (update change_order set signed_at = signed_at - make_interval(hours => ${hours}) where id = ${id})
        update caution_confirmation set at = at - make_interval(hours => ${hours}) where athlete_id = ${alone.id}`.execute(
        house.owner,
      );
    await age(25);
    const done = await alone.put(`${mine}/orders/${id}/acknowledgement`, {}).expect(200);
    expect((done.body as OrderRow).heldUntil).toBe(today);
    expect((await day(tomorrow)).orders.find((o) => o.id === id)?.heldUntil).toBe(today);
  });
  test('a confirmation lapses after 14 days', async () => {
    const other = await house.athlete('Slow');
    await house.share(other, coach);
    const mine = `/api/athletes/${other.id}`;
    const day = (await other.get(`${mine}/days/${today}`).expect(200)).body as DayDocument;
    const id = uuidv7();
    const order = await body({
      phaseId: day.season.phases[0]?.id,
      change: { kind: 'absolute', amount: 20 },
      confirmed: ['very-low-intake', 'losing-too-fast'],
    });
    await coach.put(`${mine}/orders/${id}`, order).expect(200);
    await sql`update caution_confirmation set at = at - interval '14 days 1 hour' where athlete_id = ${other.id}`.execute(
      house.owner,
    );
    const late = await other.put(`${mine}/orders/${id}/acknowledgement`, {}).expect(422);
    expect(late.body).toMatchObject({ type: 'urn:maul:problem:lapsed' });
  });
  test('an athlete with a coach does not sign alone, one without does', async () => {
    await athlete.put(`${at}/orders/${uuidv7()}`, await body({ from: addDays(today, 7) })).expect(403);
    const alone = await house.athlete('Alone');
    const day = (await alone.get(`/api/athletes/${alone.id}/days/${today}`).expect(200)).body as DayDocument;
    await alone
      .put(`/api/athletes/${alone.id}/orders/${uuidv7()}`, await body({ phaseId: day.season.phases[0]?.id }))
      .expect(200);
  });
  test('under 18 a deficit cannot be signed', async () => {
    const young = await house.signUp('athlete', 'Young');
    const birthDate = addDays(today, -365 * 16) as never;
    await young.put(`/api/athletes/${young.id}/start`, startBody({ birthDate })).expect(200);
    const day = (await young.get(`/api/athletes/${young.id}/days/${today}`).expect(200)).body as DayDocument;
    await house.share(young, coach);
    const answer = await coach
      .put(
        `/api/athletes/${young.id}/orders/${uuidv7()}`,
        await body({
          phaseId: day.season.phases[0]?.id,
          change: { kind: 'relative', amount: -80 },
          confirmed: ['minor'],
        }),
      )
      .expect(422);
    expect(answer.body).toMatchObject({ type: 'urn:maul:problem:caution-x' });
  });
});

describe('the roster', () => {
  test('says who needs the coach first, and why', async () => {
    await athlete
      .put(`${at}/notes/${uuidv7()}`, {
        base: 0,
        day: today,
        mealId: null,
        text: 'A question',
        deleted: false,
      })
      .expect(200);
    const rows = ((await coach.get('/api/roster').expect(200)).body as { athletes: RosterRow[] }).athletes;
    expect(rows.map((r) => r.name).sort()).toEqual(['Athlete', 'Slow', 'Young']);
    const row = rows.find((r) => r.name === 'Athlete');
    expect(row).toMatchObject({
      waitingNotes: 1,
      landed: 0,
      logged: 0,
      rate: null,
      quietDays: null,
      phase: 'maintenance',
    });
    expect(row?.need.reasons).toContain('A note waits for an answer');
    const meal = uuidv7();
    expect(row?.waitingNote?.day).toBe(today);
    await athlete.put(`${at}/meals/${meal}`, mealBody(today)).expect(200);
    await athlete
      .put(`${at}/portions/${uuidv7()}`, portionBody(meal, { grams: 60, method: 'scale', division: 1 }))
      .expect(200);
    await coach
      .put(`${at}/notes/${uuidv7()}`, {
        base: 0,
        day: today,
        mealId: null,
        text: 'An answer',
        deleted: false,
      })
      .expect(200);
    const after = (
      (await coach.get('/api/roster').expect(200)).body as { athletes: RosterRow[] }
    ).athletes.find((r) => r.name === 'Athlete');
    expect(after).toMatchObject({ waitingNotes: 0, waitingNote: null, quietDays: 0 });
  });
});

describe('what changes is told at once', () => {
  /** The change events that a session hears, until `enough` of them have come. */
  const ears = async (person: Someone, enough: number) => {
    const server = createServer(house.app);
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    const { port } = server.address() as AddressInfo;
    const heard: string[] = [];
    let finish: (all: string[]) => void = () => undefined;
    const all = new Promise<string[]>((done) => (finish = done));
    const ask = httpGet({
      port,
      host: '127.0.0.1',
      path: '/api/events',
      headers: { Cookie: `maul_session=${person.token}` },
    });
    const over = () => {
      ask.destroy();
      server.closeAllConnections();
      server.close();
      finish(heard);
    };
    ask.on('error', () => undefined);
    await new Promise<void>((opened) => {
      ask.on('response', (res) => {
        res.setEncoding('utf8');
        res.on('data', (text: string) => {
          if (text.includes('event: hello')) opened();
          for (const found of text.matchAll(/event: change\ndata: (.*)\n/g)) heard.push(found[1] ?? '');
          if (heard.length >= enough) over();
        });
        res.on('end', over);
        res.on('error', () => undefined);
      });
    });
    return { all };
  };
  test('the athlete hears the coach’s note; nobody hears a stranger’s meal', async () => {
    const stranger = await house.athlete('Somebody else');
    const { all } = await ears(athlete, 1);
    await stranger.put(`/api/athletes/${stranger.id}/meals/${uuidv7()}`, mealBody(today)).expect(200);
    await coach
      .put(`${at}/notes/${uuidv7()}`, {
        base: 0,
        day: today,
        mealId: null,
        text: 'Look here',
        deleted: false,
      })
      .expect(200);
    expect((await all).map((text) => JSON.parse(text) as unknown)).toEqual([
      { athleteId: athlete.id, what: 'note' },
    ]);
  });
  test('a session that ends hears nothing more', async () => {
    const leaver = await house.athlete('Leaver');
    const { all } = await ears(leaver, 1);
    await leaver.delete('/api/sessions').expect(200);
    await athlete
      .put(`${at}/notes/${uuidv7()}`, { base: 0, day: today, mealId: null, text: 'After', deleted: false })
      .expect(200);
    expect(await all).toEqual([]);
  });
});
