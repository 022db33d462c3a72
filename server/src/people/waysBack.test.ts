import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { OpenSessions } from '@maul/contract/people';
import type { Problem } from '@maul/contract/problems';
import { sql } from 'kysely';
import { openTestHouse, PASSWORD, tokenFrom, type Someone, type TestHouse } from '../testing/house.ts';
import { operatorCode } from './index.ts';

const NEXT = 'another sentence of mine';
const FIREFOX = 'Mozilla/5.0 (X11; Linux x86_64; rv:128.0) Gecko/20100101 Firefox/128.0';
let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
});
afterAll(() => house.close());

const emailOf = (who: Someone) => who.session.person.email;
const signIn = (email: string, password: string) =>
  house.agent().post('/api/session').set('User-Agent', FIREFOX).send({ email, password });
const asToken = (token: string) => house.agent().get('/api/session').set('Cookie', `maul_session=${token}`);
const reset = (email: string, code: string, next = NEXT) =>
  house.agent().post('/api/password/reset').send({ email, code, next });
const sessions = async (who: Someone) => (await who.get('/api/sessions').expect(200)).body as OpenSessions;

describe('another password', () => {
  test('by the present one: every other session ends, this one stays', async () => {
    const who = await house.athlete('Changes');
    const other = tokenFrom(await signIn(emailOf(who), PASSWORD).expect(200));
    const wrong = await who.put('/api/password', { present: 'not my password', next: NEXT }).expect(403);
    expect((wrong.body as Problem).detail).toBe('This is not your current password. Nothing was changed.');
    await who.put('/api/password', { present: PASSWORD, next: 'password1234' }).expect(422);
    await signIn(emailOf(who), PASSWORD).expect(200);
    await who.put('/api/password', { present: PASSWORD, next: NEXT }).expect(200);
    await asToken(other).expect(401);
    await who.get('/api/session').expect(200);
    await signIn(emailOf(who), PASSWORD).expect(401);
    await signIn(emailOf(who), NEXT).expect(200);
  });
  test('the present one cannot be guessed at from an open session', async () => {
    const who = await house.athlete('Left Open');
    const tries = await Promise.all(
      Array.from({ length: 12 }, () => who.put('/api/password', { present: 'a guess of mine', next: NEXT })),
    );
    expect(tries.filter((answer) => answer.status === 429).length).toBeGreaterThanOrEqual(3);
  });
  test('the invented people keep theirs', async () => {
    const who = await house.athlete('Invented');
    await sql`update person set is_demo = true where id = ${who.id}`.execute(house.owner);
    await who.put('/api/password', { present: PASSWORD, next: NEXT }).expect(403);
    await who.post('/api/password/codes', { present: PASSWORD }).expect(403);
  });
});

describe('where somebody is signed in', () => {
  test('each place by its device; one is ended alone, and nobody else’s', async () => {
    const [who, stranger] = [await house.athlete('Everywhere'), await house.athlete('Stranger')];
    const other = tokenFrom(await signIn(emailOf(who), PASSWORD).expect(200));
    const open = (await sessions(who)).sessions;
    expect(open).toHaveLength(2);
    const elsewhere = open.find((one) => !one.here);
    expect(elsewhere?.device).toBe('Firefox on Linux');
    expect(JSON.stringify(open)).not.toContain(other);
    await stranger.delete(`/api/sessions/${elsewhere?.id ?? ''}`).expect(200);
    await asToken(other).expect(200);
    await who.delete(`/api/sessions/${elsewhere?.id ?? ''}`).expect(200);
    await asToken(other).expect(401);
    expect((await sessions(who)).sessions.map((one) => one.here)).toEqual([true]);
  });
});

describe('a forgotten password', () => {
  test('by a code of one’s own, once; the others stay; every session ends', async () => {
    const who = await house.athlete('Forgets');
    const { codes } = (await who.post('/api/password/codes', { present: PASSWORD }).expect(200)).body as {
      codes: string[];
    };
    expect(codes).toHaveLength(10);
    expect(new Set(codes).size).toBe(10);
    for (const code of codes) expect(code).toMatch(/^([2-9A-HJ-NP-Z]{4}-){3}[2-9A-HJ-NP-Z]{4}$/);
    const [first = '', second = '', third = ''] = codes;
    // As it is typed in a hurry.
    await reset(emailOf(who), ` ${first.toLowerCase().replaceAll('-', ' ')}`).expect(200);
    await who.get('/api/session').expect(401);
    await signIn(emailOf(who), NEXT).expect(200);
    await reset(emailOf(who), first).expect(401);
    // Of two at once, one.
    const twice = await Promise.all([reset(emailOf(who), second), reset(emailOf(who), second)]);
    expect(twice.map((answer) => answer.status).sort()).toEqual([200, 401]);
    const { rows } = await sql<{
      n: number;
    }>`select count(*)::int as n from way_back where person_id = ${who.id} and encode(code_hash, 'escape') like ${`%${third}%`}`.execute(
      house.owner,
    );
    expect(rows[0]?.n).toBe(0);
  });
  test('codes that are made anew replace the old; how many are left is said', async () => {
    const who = await house.athlete('Renews');
    const make = async () =>
      ((await who.post('/api/password/codes', { present: PASSWORD }).expect(200)).body as { codes: string[] })
        .codes;
    expect((await sessions(who)).codesLeft).toBe(0);
    const old = await make();
    await make();
    expect((await sessions(who)).codesLeft).toBe(10);
    await reset(emailOf(who), old[0] ?? '').expect(401);
  });
  test('by the operator’s code, within a day', async () => {
    const who = await house.athlete('Asks The Operator');
    const code = (await operatorCode(house.accounts, emailOf(who))) ?? '';
    await sql`update way_back set expires_at = now() - interval '1 minute' where person_id = ${who.id}`.execute(
      house.owner,
    );
    await reset(emailOf(who), code).expect(401);
    const fresh = (await operatorCode(house.accounts, emailOf(who))) ?? '';
    await reset(emailOf(who), fresh, 'short').expect(422);
    await reset(emailOf(who), fresh).expect(200);
    await signIn(emailOf(who), NEXT).expect(200);
    expect(await operatorCode(house.accounts, 'nobody@test.maul')).toBeUndefined();
  });
  test('codes cannot be tried at will, and an email without an account reads the same', async () => {
    const who = await house.athlete('Guessed At');
    await sql`delete from rate_limit`.execute(house.owner);
    const guess = () => reset(emailOf(who), 'ABCD-EFGH-JKLM-NPQR');
    const [known, unknown] = [await guess(), await reset('nobody@test.maul', 'ABCD-EFGH-JKLM-NPQR')];
    expect(known.body).toEqual(unknown.body);
    const tries = await Promise.all(Array.from({ length: 12 }, guess));
    expect(tries.filter((answer) => answer.status === 429).length).toBeGreaterThanOrEqual(3);
  });
});
