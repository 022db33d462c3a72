import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AccountHistory, OpenSessions, Session } from '@maul/contract/people';
import type { Problem } from '@maul/contract/problems';
import { sql } from 'kysely';
import { TOTP, Secret } from 'otpauth';
import { v7 as uuidv7 } from 'uuid';
import { openTestHouse, PASSWORD, type Someone, type TestHouse } from '../testing/house.ts';
import { forgetWhoLeft, operatorCode } from './index.ts';
import { spendFactorCode } from './store/factor.ts';

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
});
afterAll(() => house.close());

const WITH = { present: PASSWORD };
const emailOf = (who: Someone) => who.session.person.email;
const signIn = (who: Someone, code?: string) =>
  house
    .agent()
    .post('/api/session')
    .send({ email: emailOf(who), password: PASSWORD, code });
const history = async (who: Someone, before?: string) =>
  (await who.get(`/api/account/history${before === undefined ? '' : `?before=${before}`}`).expect(200))
    .body as AccountHistory;
const deeds = async (who: Someone) => (await history(who)).deeds.map((d) => d.what);
const sentence = (answer: { body: unknown }) => (answer.body as Problem).detail;
const count = async (text: string) =>
  (await sql<{ n: number }>`select count(*)::int as n from ${sql.raw(text)}`.execute(house.owner)).rows[0]?.n;

describe('a second factor', () => {
  /** What an application for codes shows, some steps from now. */
  const codeOf = (secret: string, steps = 0) =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() + steps * 30_000 });
  const begun = async (who: Someone) =>
    (await who.post('/api/factor', WITH).expect(200)).body as { secret: string; uri: string };

  // Source: RFC 6238, appendix B: the secret of 20 bytes and SHA-1, the last six of its eight digits.
  test.each([
    [59, '287082'],
    [1_111_111_109, '081804'],
    [1_234_567_890, '005924'],
    [2_000_000_000, '279037'],
    [20_000_000_000, '353130'],
  ])('at %i s the code is %s', async (seconds, code) => {
    const who = await house.signUp('athlete', 'Published');
    const secret = Secret.fromLatin1('12345678901234567890').base32;
    await house.accounts
      .insertInto('second_factor')
      .values({ person_id: who.id, secret, confirmed_at: null })
      .execute();
    expect(await spendFactorCode(house.accounts, who.id, code, (seconds - 90) * 1000)).toBe(false);
    expect(await spendFactorCode(house.accounts, who.id, code, seconds * 1000)).toBe(true);
  });
  test('it guards from its first code on, each code for once', async () => {
    const who = await house.signUp('athlete', 'Guarded');
    await who.post('/api/factor', { present: 'not my password' }).expect(403);
    const { secret, uri } = await begun(who);
    expect(uri).toMatch(/^otpauth:\/\/totp\/Maul:/);
    // Begun is not on: nobody is locked out by a page that was left.
    await signIn(who).expect(200);
    await who.put('/api/factor', { code: '000000' }).expect(422);
    const first = codeOf(secret);
    await who.put('/api/factor', { code: first }).expect(200);
    const asked = await signIn(who).expect(401);
    expect((asked.body as Problem).type).toBe('urn:maul:problem:second-factor');
    expect(sentence(await signIn(who, first).expect(401))).toBe('This code is wrong, or was used already.');
    const next = codeOf(secret, 1);
    const answers = await Promise.all([signIn(who, next), signIn(who, next)]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 401]);
    // A wrong password is told before anything of a factor is.
    const wrong = await house
      .agent()
      .post('/api/session')
      .send({ email: emailOf(who), password: 'a wrong one' });
    expect((wrong.body as Problem).type).toBe('urn:maul:problem:wrong-sign-in');
    expect(((await who.get('/api/sessions').expect(200)).body as OpenSessions).factor).toBe(true);
    expect(await deeds(who)).toContain('factor-on');
    // A second one cannot be put in its place from an open session.
    await who.post('/api/factor', WITH).expect(403);
  });
  test('codes of one’s own stand in for a lost phone; the operator’s turns the factor off', async () => {
    const who = await house.signUp('athlete', 'Lost Phone');
    const { secret } = await begun(who);
    await who.put('/api/factor', { code: codeOf(secret) }).expect(200);
    const { codes } = (await who.post('/api/password/codes', WITH).expect(200)).body as { codes: string[] };
    await signIn(who, codes[0]).expect(200);
    await signIn(who, codes[0]).expect(401);
    await who.post('/api/factor/end', { ...WITH, code: '123456' }).expect(403);
    await signIn(who).expect(401);
    await who.post('/api/factor/end', { ...WITH, code: codes[1] }).expect(200);
    const again = await begun(await house.signUp('athlete', 'Other'));
    expect(again.secret).not.toBe(secret);
    const mine = await begun(who);
    await who.put('/api/factor', { code: codeOf(mine.secret) }).expect(200);
    const code = (await operatorCode(house.accounts, emailOf(who))) ?? '';
    const next = 'yet another sentence';
    await house
      .agent()
      .post('/api/password/reset')
      .send({ email: emailOf(who), code, next })
      .expect(200);
    await house
      .agent()
      .post('/api/session')
      .send({ email: emailOf(who), password: next })
      .expect(200);
  });
  test('six digits cannot be tried one after the other', async () => {
    const who = await house.signUp('athlete', 'Tried');
    const { secret } = await begun(who);
    await who.put('/api/factor', { code: codeOf(secret) }).expect(200);
    const tries = await Promise.all(Array.from({ length: 14 }, (_, i) => signIn(who, String(100_000 + i))));
    expect(tries.filter((answer) => answer.status === 429).length).toBeGreaterThanOrEqual(4);
  });
});

describe('passkeys', () => {
  const challenge = async (host: string) =>
    house.agent().post('/api/session/passkey/challenge').set('Host', host).send({});
  const clientData = (said: object) => Buffer.from(JSON.stringify(said)).toString('base64url');

  test('hold for a name: none is offered at an address in figures', async () => {
    expect((await challenge('localhost:4180')).body).toMatchObject({ rpId: 'localhost' });
    for (const host of ['127.0.0.1:4180', 'elsewhere.test', '['])
      expect((await challenge(host)).status).toBe(403);
  });
  test('what is made up opens nothing, and a challenge is answered once', async () => {
    const host = 'localhost:4180';
    const { challenge: asked } = (await challenge(host)).body as { challenge: string };
    const answer = (said: object) =>
      house
        .agent()
        .post('/api/session/passkey')
        .set('Host', host)
        .send({ id: 'AAAA', clientDataJSON: clientData(said), authenticatorData: 'AAAA', signature: 'AAAA' });
    for (const said of [
      {},
      { challenge: 7 },
      { challenge: 'AAAA' },
      { challenge: asked },
      { challenge: asked },
    ])
      expect(sentence(await answer(said).expect(401))).toBe('No account here has this passkey.');
    expect(await count(`passkey_challenge where challenge = '${asked}'`)).toBe(0);
  });
  test('a new one takes the password to begin, and an answer that holds', async () => {
    const who = await house.signUp('athlete', 'Makes One');
    const at = (path: string, body: object) => who.post(path, body).set('Host', 'localhost:4180');
    await at('/api/passkeys/offer', { present: 'not my password' }).expect(403);
    const offer = (await at('/api/passkeys/offer', WITH).expect(200)).body as {
      challenge: string;
      rpId: string;
    };
    expect(offer.rpId).toBe('localhost');
    const answer = {
      id: 'AAAA',
      name: 'Made up',
      clientDataJSON: clientData(offer),
      attestationObject: 'AAAA',
    };
    await at('/api/passkeys', answer).expect(422);
    expect(((await who.get('/api/sessions').expect(200)).body as OpenSessions).passkeys).toEqual([]);
  });
});

describe('what was done with an account', () => {
  test('shows to its person who did what with whom, the latest first', async () => {
    const [athlete, coach] = [await house.athlete('Watched'), await house.signUp('coach', 'Watching')];
    const grant = await house.share(athlete, coach);
    await athlete.delete(`/api/athletes/${athlete.id}/grants/${grant}`).expect(200);
    const { deeds: done, before } = await history(athlete);
    expect(before).toBeNull();
    expect(done.map((d) => [d.what, d.by?.self, d.with])).toEqual([
      ['share-ended', true, 'Watching'],
      ['shared', true, 'Watching'],
      ['season-signed', true, null],
      ['signed-in', true, null],
    ]);
    expect((await history(coach)).deeds.map((d) => [d.what, d.by?.name, d.with])).toEqual([
      ['share-ended', 'Watched', 'Watched'],
      ['shared', 'Watched', 'Watched'],
      ['signed-in', 'Watching', null],
    ]);
  });
  test('who takes a day on paper is written down, a coach too', async () => {
    const [athlete, coach] = [await house.athlete('Printed'), await house.signUp('coach', 'Printer')];
    await house.share(athlete, coach);
    const day = new Date().toISOString().slice(0, 10);
    await coach.get(`/api/athletes/${athlete.id}/days/${day}/paper.pdf`).expect(200);
    expect((await history(athlete)).deeds[0]).toMatchObject({
      what: 'paper-made',
      by: { name: 'Printer', self: false },
    });
  });
  test('it comes fifty at a time, and nobody changes it', async () => {
    const who = await house.signUp('athlete', 'Long Standing');
    await sql`insert into account_history (person_id, what, by_id)
      select ${who.id}, 'signed-in', ${who.id} from generate_series(1, 120)`.execute(house.owner);
    const ids: string[] = [];
    let before: string | null | undefined;
    while (before !== null) {
      const page: AccountHistory = await history(who, before);
      expect(page.deeds.length).toBeLessThanOrEqual(50);
      ids.push(...page.deeds.map((d) => d.id));
      before = page.before;
    }
    expect(new Set(ids).size).toBe(121);
    await who.get('/api/account/history?before=x').expect(422);
    for (const text of [`update account_history set what = 'shared'`, `delete from account_history`]) {
      await expect(sql.raw(text).execute(house.owner)).rejects.toThrow('stays written');
      await expect(sql.raw(text).execute(house.accounts)).rejects.toThrow('permission denied');
      await expect(sql.raw(text).execute(house.appDb)).rejects.toThrow('permission denied');
    }
  });
});

describe('leaving', () => {
  const ask = (who: Someone) => who.post('/api/account/deletion', WITH);
  const due = (who: Someone) =>
    sql`update person set leaving_at = now() - interval '1 second' where id = ${who.id}`.execute(house.owner);
  const forget = async () => {
    const dropped: string[] = [];
    await forgetWhoLeft(house.accounts, (id, ids) => {
      dropped.push(...ids.map((one) => `${id} ${one}`));
      return Promise.resolve();
    });
    return dropped;
  };

  test('is asked for with the password, and can be taken back for seven days', async () => {
    const who = await house.athlete('Stays');
    const elsewhere = await signIn(who).expect(200);
    await who.post('/api/account/deletion', { present: 'not my password' }).expect(403);
    const { at } = (await ask(who).expect(200)).body as { at: string };
    expect(Math.round((Date.parse(at) - Date.now()) / 3_600_000)).toBe(7 * 24);
    // Asked again it does not begin anew.
    expect(((await ask(who).expect(200)).body as { at: string }).at).toBe(at);
    expect(((await who.get('/api/session').expect(200)).body as Session).person.leavingAt).toBe(at);
    await house
      .agent()
      .get('/api/session')
      .set('Cookie', elsewhere.headers['set-cookie'] as string)
      .expect(401);
    expect(await forget()).toEqual([]);
    await who.get('/api/session').expect(200);
    await who.delete('/api/account/deletion').expect(200);
    await who.delete('/api/account/deletion').expect(200);
    expect((await deeds(who)).slice(0, 3)).toEqual(['deletion-taken-back', 'deletion-asked', 'signed-out']);
  });
  test('takes everything of an athlete with it, files too, and nothing of anybody else', async () => {
    const [gone, stays, coach] = [
      await house.athlete('Goes'),
      await house.athlete('Remains'),
      await house.signUp('coach', 'Coach of both'),
    ];
    await house.share(gone, coach);
    await house.share(stays, coach);
    const id = uuidv7();
    await gone.put(`/api/athletes/${gone.id}/imports/${id}`, { fileName: 'a.csv', bytes: 10 }).expect(200);
    const tables = await sql<{ name: string }>`
      select table_name as name from information_schema.columns
      where table_schema = 'public' and column_name = 'athlete_id'`.execute(house.owner);
    const rowsOf = (who: Someone) =>
      Promise.all(tables.rows.map(({ name }) => count(`${name} where athlete_id = '${who.id}'`)));
    const before = await rowsOf(stays);
    await ask(gone).expect(200);
    await due(gone);
    expect(await forget()).toEqual([`${gone.id} ${id}`]);
    expect(new Set(await rowsOf(gone))).toEqual(new Set([0]));
    expect(await rowsOf(stays)).toEqual(before);
    for (const table of ['person where id', 'session where person_id', 'account_history where person_id'])
      expect(await count(`${table} = '${gone.id}'`)).toBe(0);
    // What the coach is shown of it names nobody.
    expect(JSON.stringify(await history(coach))).not.toContain('Goes');
    await gone.get('/api/session').expect(401);
    await signIn(gone).expect(401);
  });
  test('leaves what a coach signed to their athletes, without the name', async () => {
    const [athlete, coach] = [await house.athlete('Keeps Orders'), await house.signUp('coach', 'Retires')];
    await house.share(athlete, coach);
    const note = `/api/athletes/${athlete.id}/notes/${uuidv7()}`;
    const day = new Date().toISOString().slice(0, 10);
    await coach.put(note, { base: 0, day, mealId: null, text: 'Eat more rice.', deleted: false }).expect(200);
    await ask(coach).expect(200);
    await due(coach);
    await forget();
    expect(await count(`note where athlete_id = '${athlete.id}' and text = 'Eat more rice.'`)).toBe(1);
    expect(await count(`person where name = 'Retires' or email = '${emailOf(coach)}'`)).toBe(0);
    await coach.get('/api/session').expect(401);
    expect(await count(`coach_grant where coach_id = '${coach.id}' and ended_at is null`)).toBe(0);
  });
  test('of the invented people nobody leaves', async () => {
    const who = await house.athlete('Demo');
    await sql`update person set is_demo = true where id = ${who.id}`.execute(house.owner);
    await ask(who).expect(403);
  });
});
