import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Session } from '@maul/contract/people';
import type { Problem } from '@maul/contract/problems';
import { sql } from 'kysely';
import { v7 as uuidv7 } from 'uuid';
import { openTestHouse, PASSWORD, SAME_SITE, tokenFrom, type TestHouse } from '../testing/house.ts';

let house: TestHouse;
const logged: string[] = [];
beforeAll(async () => {
  house = await openTestHouse({ write: (line) => logged.push(line) });
});
afterAll(() => house.close());

const signUp = (body: object) => house.agent().post('/api/accounts').send(body);
const signIn = (email: string, password: string) =>
  house.agent().post('/api/session').send({ email, password });

describe('accounts', () => {
  test('signing up makes an account and signs nobody in; the same sign-up twice is one account', async () => {
    const body = { id: uuidv7(), name: 'Ana', email: 'Ana@Test.maul', password: PASSWORD, role: 'athlete' };
    const first = await signUp(body).expect(200);
    expect(first.headers['set-cookie']).toBeUndefined();
    await signUp(body).expect(200);
    expect((await signIn('ana@test.maul', PASSWORD).expect(200)).body).toMatchObject({
      person: { id: body.id, email: 'ana@test.maul', isAthlete: true, hasSeason: false, coachCode: null },
    });
  });
  test('whether an email has an account cannot be told by signing up; the account is untouched', async () => {
    const person = await house.signUp('athlete', 'There Already');
    const { email } = person.session.person;
    const free = { id: uuidv7(), name: 'X', email: 'free@test.maul', password: PASSWORD, role: 'coach' };
    const one = await signUp(free).expect(200);
    // With its own id and password, with another's, with one's own.
    for (const [id, password] of [
      [person.id, PASSWORD],
      [uuidv7(), PASSWORD],
      [uuidv7(), 'quite another password'],
    ]) {
      const two = await signUp({ ...free, id, email, password }).expect(200);
      expect(two.body).toEqual(one.body);
      expect(Object.keys(two.headers).sort()).toEqual(Object.keys(one.headers).sort());
    }
    await signIn(email, 'quite another password').expect(401);
    expect((await signIn(email, PASSWORD).expect(200)).body).toMatchObject({
      person: { id: person.id, name: 'There Already', isCoach: false },
    });
  });
  // Source of the first four: lists of common passwords as published with zxcvbn; the last two are made of the account itself.
  test.each(['aaaaaaaaaa', '1234567890', 'password123', 'qwertyuiop', 'Weak Person', 'weak@test.maul'])(
    'the password %s is among the first to be guessed',
    async (password) => {
      const body = { id: uuidv7(), name: 'Weak Person', email: 'weak@test.maul', password, role: 'athlete' };
      const answer = await signUp(body).expect(422);
      expect((answer.body as Problem).detail).toContain('among the first that somebody would guess');
    },
  );
  test('a short password is refused by its length; a sentence is taken, and so is what no list knows', async () => {
    const body = { id: uuidv7(), name: 'Short', email: 'short@test.maul', role: 'athlete' };
    const answer = await signUp({ ...body, password: 'Sh0rt!' }).expect(422);
    expect((answer.body as Problem).detail).toBe(
      'A password has at least 10 characters. Nothing was changed.',
    );
    await signUp({ ...body, password: 'kelp over flat stones' }).expect(200);
  });
  test('the cookie is HttpOnly and SameSite=Strict, and the database holds only a hash', async () => {
    const person = await house.signUp('coach', 'Cookie');
    const answer = await signIn(person.session.person.email, PASSWORD).expect(200);
    const cookie = (answer.headers['set-cookie'] as unknown as string[])[0] ?? '';
    expect(cookie).toContain('HttpOnly');
    expect(cookie).toContain('SameSite=Strict');
    const { rows } = await sql<{
      n: number;
    }>`select count(*)::int as n from session where encode(token_hash, 'escape') like ${`%${tokenFrom(answer)}%`}`.execute(
      house.owner,
    );
    expect(rows[0]?.n).toBe(0);
    const hashes = await sql<{ password_hash: string }>`select password_hash from person`.execute(
      house.owner,
    );
    expect(hashes.rows.every((r) => r.password_hash.startsWith('$argon2id$'))).toBe(true);
  });
  test('a wrong password and a missing account read the same', async () => {
    const person = await house.signUp('athlete', 'Wrong');
    const one = await signIn(person.session.person.email, 'not the password').expect(401);
    const two = await signIn('nobody@test.maul', 'not the password').expect(401);
    expect(one.body).toEqual(two.body);
  });
  test('a wrong password slows its email, also when many come at once; who was here before is not locked out', async () => {
    const [person, home] = [await house.signUp('athlete', 'Tried'), await house.signUp('athlete', 'At Home')];
    // Only the email that somebody signed in with from here before is known here: forget the first.
    await sql`delete from rate_limit where key like 'known%' or key like 'email%' or key like 'pair%'`.execute(
      house.owner,
    );
    const { email } = person.session.person;
    await signIn(home.session.person.email, PASSWORD).expect(200);
    const burst = await Promise.all(Array.from({ length: 20 }, () => signIn(email, 'wrong password')));
    const statuses = burst.map((answer) => answer.status).sort();
    // Eight, and the first of those that come slowly.
    expect(statuses).toEqual([...Array<number>(9).fill(401), ...Array<number>(11).fill(429)]);
    const stopped = await signIn(email, PASSWORD).expect(429);
    const wait = Number(stopped.headers['retry-after']);
    expect(wait).toBeGreaterThan(0);
    expect(wait).toBeLessThanOrEqual(30);
    expect((stopped.body as Problem).detail).toMatch(/^Too many wrong tries. Try again in \d+ s\.$/);
    // Somebody else at the same address, and another email, are let in as ever.
    await signIn(home.session.person.email, PASSWORD).expect(200);
    await house.signUp('athlete', 'Newly Here');
    // Half a minute later there is one try more, and the right password opens.
    await sql`update rate_limit set expire = 0 where key like 'email-slow%'`.execute(house.owner);
    await signIn(email, PASSWORD).expect(200);
    // Now it is known here: strangers who try it from elsewhere do not keep it out.
    await sql`update rate_limit set points = 99, expire = ${Date.now() + 900_000} where key like 'email:%'`.execute(
      house.owner,
    );
    await signIn(email, PASSWORD).expect(200);
  });
  test('new accounts are limited by email and by address', async () => {
    const street = await openTestHouse(undefined, { addressTells: true });
    const body = (email: string) => ({
      id: uuidv7(),
      name: 'Many',
      email,
      password: PASSWORD,
      role: 'athlete',
    });
    const post = (email: string) => street.agent().post('/api/accounts').send(body(email));
    const same = [];
    for (let i = 0; i < 6; i += 1) same.push((await post('again@test.maul')).status);
    expect(same).toEqual([200, 200, 200, 200, 200, 429]);
    const others = await Promise.all(Array.from({ length: 30 }, (_, i) => post(`n${i}@test.maul`)));
    const refused = others.filter((answer) => answer.status === 429);
    expect(refused).toHaveLength(6);
    expect((refused[0]?.body as Problem).detail).toMatch(
      /^Too many accounts were made from here. Try again in \d+ minutes\.$/,
    );
    await street.close();
  });
  test('signing out ends this session, everywhere ends all', async () => {
    const person = await house.signUp('athlete', 'Leaves');
    const second = tokenFrom(await signIn(person.session.person.email, PASSWORD).expect(200));
    const asSecond = () => house.agent().get('/api/session').set('Cookie', `maul_session=${second}`);
    await person.delete('/api/session').expect(200);
    await person.get('/api/session').expect(401);
    await asSecond().expect(200);
    await house
      .agent()
      .delete('/api/sessions')
      .set(SAME_SITE)
      .set('Cookie', `maul_session=${second}`)
      .expect(200);
    // Its device hears that it is to keep nothing; the one that was signed out by itself has done so already.
    expect((await asSecond().expect(401)).body).toMatchObject({ type: 'urn:maul:problem:signed-out' });
    expect((await person.get('/api/session').expect(401)).body).toMatchObject({
      type: 'urn:maul:problem:not-signed-in',
    });
  });
  test('an expired session opens nothing', async () => {
    const person = await house.signUp('athlete', 'Expired');
    await sql`update session set expires_at = now() - interval '1 minute' where person_id = ${person.id}`.execute(
      house.owner,
    );
    await person.get('/api/session').expect(401);
  });
});

describe('the door', () => {
  test('a write from another site is refused', async () => {
    const person = await house.signUp('athlete', 'Origin');
    const refused = await person.put('/api/session', {}).set('Origin', 'https://evil.example').expect(403);
    expect((refused.body as Problem).type).toBe('urn:maul:problem:foreign-origin');
    await person.put('/api/session', {}).set('Sec-Fetch-Site', 'cross-site').expect(403);
    await person
      .put('/api/session', {})
      .set('Host', 'maul.test')
      .set('Origin', 'http://maul.test')
      .expect(200);
  });
  test('a write with a cookie says where it comes from', async () => {
    const person = await house.signUp('athlete', 'Silent');
    const write = () =>
      house.agent().put('/api/session').set('Cookie', `maul_session=${person.token}`).send({});
    const refused = await write().expect(403);
    expect((refused.body as Problem).type).toBe('urn:maul:problem:foreign-origin');
    await write().set(SAME_SITE).expect(200);
    await write().set('Host', 'maul.test').set('Origin', 'http://maul.test').expect(200);
  });
  test('behind a proxy: cookies bound to the host, HSTS, the public address as origin, whom the proxy names', async () => {
    const env = { MAUL_PUBLIC_URL: 'https://maul.example.org', MAUL_TRUST_PROXY: '1' };
    const open = await openTestHouse(undefined, { addressTells: true, env });
    const person = await open.signUp('athlete', 'Afar');
    const { email } = person.session.person;
    const from = (address: string, password = PASSWORD) =>
      open.agent().post('/api/session').set('X-Forwarded-For', address).send({ email, password });
    const answer = await from('203.0.113.9').expect(200);
    const cookie = (answer.headers['set-cookie'] as unknown as string[])[0] ?? '';
    expect(cookie).toMatch(/^__Host-maul_session=[\w-]+;.*Path=\/;.*HttpOnly; Secure; SameSite=Strict$/);
    expect(answer.headers['strict-transport-security']).toBe('max-age=31536000');
    await person.get('/api/session').expect(200);
    await person.put('/api/session', {}).set('Origin', 'https://maul.example.org').expect(200);
    await person.put('/api/session', {}).set('Origin', 'http://127.0.0.1').expect(403);
    // The plain name is no session here, and tries are counted by the address that the proxy names.
    await open.agent().get('/api/session').set('Cookie', `maul_session=${person.token}`).expect(401);
    for (let i = 0; i < 9; i += 1) await from('203.0.113.1', 'wrong password');
    await from('203.0.113.1', 'wrong password').expect(429);
    await from('203.0.113.9').expect(200);
    await open.close();
  });
  test('a house without a demo: nobody signs in as one of the invented people, and they are not named', async () => {
    for (const demo of ['on', 'off']) {
      const place = await openTestHouse(undefined, { env: { MAUL_DEMO: demo } });
      const person = await place.signUp('athlete', 'Invented');
      await sql`update person set is_demo = true, demo_about = 'x' where id = ${person.id}`.execute(
        place.owner,
      );
      const { email } = person.session.person;
      const open = demo === 'on';
      await place
        .agent()
        .post('/api/session')
        .send({ email, password: PASSWORD })
        .expect(open ? 200 : 401);
      const { people } = (await place.agent().get('/api/demo').expect(200)).body as { people: object[] };
      expect(people).toHaveLength(open ? 1 : 0);
      // And nobody real shares with them, nor they with anybody real.
      const real = await place.signUp('coach', 'Real');
      await person
        .put(`/api/athletes/${person.id}/grants/${uuidv7()}`, { code: real.session.person.coachCode })
        .expect(404);
      await place.close();
    }
  });
  test('unknown fields, no JSON, and too much of it', async () => {
    const person = await house.signUp('athlete', 'Body');
    const extra = await person.put('/api/session', { more: 1 }).expect(422);
    expect((extra.body as Problem).type).toBe('urn:maul:problem:invalid');
    const broken = await person
      .put('/api/session', {})
      .set('Content-Type', 'application/json')
      .send('{"a":')
      .expect(422);
    expect((broken.body as Problem).detail).toBe('The request is not JSON. Nothing was changed.');
    await person.put('/api/session', { x: 'y'.repeat(300_000) }).expect(413);
  });
  test('the headers keep the page to itself', async () => {
    const answer = await house.agent().get('/api/health').expect(200);
    const csp = answer.headers['content-security-policy'] ?? '';
    expect(csp).toContain("script-src 'self' 'wasm-unsafe-eval'");
    expect(csp).toContain("worker-src 'self'");
    expect(csp).toMatch(/style-src 'self' 'nonce-[\w-]{22}'/);
    expect(csp).not.toContain('unsafe-inline');
    expect(answer.headers['x-powered-by']).toBeUndefined();
  });
  test('the log holds no name, no email, no token, no id', async () => {
    const person = await house.signUp('athlete', 'Seldom Named');
    await person.get(`/api/athletes/${person.id}/orders`).expect(404);
    const all = logged.join('\n');
    expect(all).toContain('/api/athletes/:athleteId/orders');
    for (const secret of ['Seldom', person.session.person.email, person.token, person.id, PASSWORD])
      expect(all).not.toContain(secret);
  });
  test('an address that is none, and the OpenAPI document', async () => {
    const missing = await house.agent().get('/api/nothing').expect(404);
    expect(missing.headers['content-type']).toContain('application/problem+json');
    const api = await house.agent().get('/api/openapi.json').expect(200);
    expect(Object.keys((api.body as { paths: object }).paths)).toContain(
      '/api/athletes/{athleteId}/days/{date}',
    );
  });
});

describe('a sharing that was ended', () => {
  test('is taken up again within a day, by its athlete alone, and not after it', async () => {
    const house2 = await openTestHouse();
    const athlete = await house2.athlete('Sharer');
    const coach = await house2.signUp('coach', 'Ended Coach');
    const other = await house2.athlete('Somebody Else');
    await house2.share(athlete, coach);
    const at = `/api/athletes/${athlete.id}`;
    const session = async () => (await athlete.get('/api/session').expect(200)).body as Session;
    const grant = (await session()).grants[0]?.id ?? '';
    await athlete.delete(`${at}/grants/${grant}`).expect(200);
    expect(await session()).toMatchObject({ grants: [], ended: [{ id: grant, coachName: 'Ended Coach' }] });
    await coach.get(`${at}/season`).expect(404);
    const again = { endedGrantId: grant };
    await other.put(`/api/athletes/${other.id}/grants/${uuidv7()}`, again).expect(404);
    await athlete.put(`${at}/grants/${uuidv7()}`, again).expect(200);
    expect(await session()).toMatchObject({ grants: [{ coachName: 'Ended Coach' }], ended: [] });
    await coach.get(`${at}/season`).expect(200);
    // It goes on already; and what ended more than a day ago needs the code.
    await athlete.put(`${at}/grants/${uuidv7()}`, again).expect(404);
    const live = (await session()).grants[0]?.id ?? '';
    await athlete.delete(`${at}/grants/${live}`).expect(200);
    await sql`update coach_grant set ended_at = now() - interval '25 hours' where ended_at is not null`.execute(
      house2.owner,
    );
    expect((await session()).ended).toEqual([]);
    await athlete.put(`${at}/grants/${uuidv7()}`, { endedGrantId: live }).expect(404);
    await house2.close();
  });
});
