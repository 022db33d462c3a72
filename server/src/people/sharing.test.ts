import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { DEFAULT_PROFILE, type Session, SHARED_KINDS } from '@maul/contract/people';
import type { ResponseOf } from '@maul/contract/routes';
import { routes } from '@maul/contract/routes';
import { dayTargets } from '@maul/core/plan';
import { addDays, athleteDay } from '@maul/core/units';
import { v7 as uuidv7 } from 'uuid';
import { acting } from '../platform/db/connect.ts';
import { mealBody, openTestHouse, portionBody, type Someone, type TestHouse } from '../testing/house.ts';

const today = athleteDay(new Date(), 'Europe/Vienna');
const yesterday = addDays(today, -1);

let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let grant: string;

beforeAll(async () => {
  house = await openTestHouse();
});
afterAll(() => house.close());

const at = (path = '') => `/api/athletes/${athlete.id}${path}`;
const dayOf = async (who: Someone) =>
  (await who.get(at(`/days/${yesterday}`)).expect(200)).body as ResponseOf<'day'>;
const share = async (who: Someone, change: object = {}): Promise<string> => {
  const id = uuidv7();
  await athlete.put(at(`/grants/${id}`), { code: who.session.person.coachCode, ...change }).expect(200);
  return id;
};
const sees = (kinds: readonly string[], id = grant) => athlete.put(at(`/grants/${id}/sees`), { sees: kinds });
const sessionOf = async (who: Someone) => (await who.get('/api/session').expect(200)).body as Session;

beforeEach(async () => {
  athlete = await house.athlete('Athlete');
  coach = await house.signUp('coach', 'Coach');
  grant = await share(coach);
  const mealId = uuidv7();
  await athlete.put(at(`/meals/${mealId}`), mealBody(yesterday)).expect(200);
  await athlete
    .put(at(`/portions/${uuidv7()}`), portionBody(mealId, { grams: 60, method: 'scale' }))
    .expect(200);
  await athlete
    .put(at(`/notes/${uuidv7()}`), { base: 0, day: yesterday, mealId: null, text: 'Words', deleted: false })
    .expect(200);
  await athlete
    .put(at(`/weigh-ins/${uuidv7()}`), {
      base: 0,
      day: yesterday,
      kg: 78.4,
      conditions: null,
      deleted: false,
    })
    .expect(200);
  const entry = (thing: object) =>
    athlete
      .put(at(`/day-entries/${uuidv7()}`), {
        base: 0,
        day: yesterday,
        time: '10:00',
        zone: 'Europe/Vienna',
        thing,
        deleted: false,
      })
      .expect(200);
  await entry({ kind: 'water', millilitres: 300, vessel: null, done: true });
  await entry({ kind: 'look', fullness: 3, tightness: 4, words: '' });
});

const health = async (change: object): Promise<void> => {
  const me = (await dayOf(athlete)).athlete;
  await athlete
    .put(at(), {
      base: me.version,
      basisId: uuidv7(),
      sex: me.sex,
      birthDate: me.birthDate,
      heightCm: me.heightCm,
      zone: me.zone,
      dayTurnsAt: me.dayTurnsAt,
      carbBasis: 'total',
      profile: { ...me.profile, health: { ...DEFAULT_PROFILE.health, ...change } },
    })
    .expect(200);
};

describe('what a sharing shows', () => {
  test('all of it, until the athlete says otherwise', async () => {
    const day = await dayOf(coach);
    expect(day.athlete.reader).toEqual({ role: 'coach', sees: [...SHARED_KINDS] });
    expect([day.meals, day.notes, day.entries].map((rows) => rows.length)).toEqual([1, 1, 2]);
    expect(day.weighIn?.kg).toBe(78.4);
  });

  test.each([
    ['log', { meals: 0, portions: 0, notes: 1, looks: 1, water: 0, weighed: true }],
    ['body', { meals: 1, portions: 1, notes: 1, looks: 0, water: 1, weighed: false }],
    ['messages', { meals: 1, portions: 1, notes: 0, looks: 1, water: 1, weighed: true }],
  ])('without the %s that alone is left out, from the next look on', async (kind, left) => {
    await sees(SHARED_KINDS.filter((one) => one !== kind)).expect(200);
    const day = await dayOf(coach);
    expect({
      meals: day.meals.length,
      portions: day.portions.length,
      notes: day.notes.length,
      looks: day.entries.filter((e) => e.thing.kind === 'look').length,
      water: day.entries.filter((e) => e.thing.kind === 'water').length,
      weighed: day.weighIn !== null,
    }).toEqual(left);
    expect((await dayOf(athlete)).meals).toHaveLength(1);
  });

  test('health is stated to nobody with whom it is not shared, and signed over by nobody', async () => {
    await health({ kidney: true, doctor: 'Dr Quill' });
    expect(JSON.stringify(await dayOf(coach))).toContain('Dr Quill');
    await sees(['log', 'body', 'pictures', 'messages']).expect(200);
    const { athlete: seen } = await dayOf(coach);
    expect(seen.profile.health).toEqual(DEFAULT_PROFILE.health);
    for (const path of ['/season', '/check-ins', `/week?to=${yesterday}`, '/cautions', '/trend'])
      expect(JSON.stringify((await coach.get(at(path))).body)).not.toMatch(/Dr Quill|"kidney":true/);
    const { season } = (await coach.get(at('/season'))).body as ResponseOf<'season'>;
    const [phase] = season.phases;
    const refused = await coach.put(at(`/orders/${uuidv7()}`), {
      phaseId: phase?.id,
      from: addDays(today, 1),
      until: null,
      dayTypes: null,
      change: { kind: 'relative', amount: -40 },
      macro: 'CARB',
      lever: null,
      reason: 'Slower than wanted',
      confirmed: ['illness'],
    });
    expect([refused.status, JSON.stringify(refused.body)]).toEqual([
      403,
      expect.stringContaining('keeps to themselves'),
    ]);
  });

  test('only the athlete says what is shown', async () => {
    await coach.put(at(`/grants/${grant}/sees`), { sees: ['log'] }).expect(403);
    expect((await dayOf(coach)).athlete.reader.sees).toEqual([...SHARED_KINDS]);
    await sees(['everything']).expect(422);
  });

  test('a week that was sent is seen as far as is shared', async () => {
    const id = uuidv7();
    await athlete.put(at(`/check-ins/${id}`), { to: yesterday, words: 'All well' }).expect(200);
    const read = async () =>
      (await coach.get(at(`/check-ins/${id}`)).expect(200)).body as ResponseOf<'checkIn'>;
    expect((await read()).packet.days.at(-1)?.figures.weight).toBe(78.4);
    await sees(['log']).expect(200);
    const { packet, now } = await read();
    expect(packet.days.at(-1)?.figures).toEqual({
      energy: expect.any(Number),
      protein: expect.any(Number),
      carbs: expect.any(Number),
      fat: expect.any(Number),
      sodium: expect.any(Number),
      weighed: 1,
      fibre: expect.any(Number),
      water: 300,
    });
    expect([packet.week, packet.looks, packet.questions, now]).toEqual([null, [], [], null]);
  });

  test('the roster says that a log is not shared, and not that it is silent', async () => {
    await sees(['body']).expect(200);
    const { athletes } = (await coach.get('/api/roster').expect(200)).body as ResponseOf<'roster'>;
    expect(athletes[0]?.need.reasons).toContain('The log is not shared with you');
    expect(athletes[0]?.need.reasons.join()).not.toMatch(/Quiet|Nothing logged/);
  });
});

describe('an assistant', () => {
  let helper: Someone;
  beforeEach(async () => {
    helper = await house.signUp('coach', 'Assistant');
    await share(helper, { role: 'assistant' });
  });

  test('reads the day, the roster and writes a note', async () => {
    expect((await dayOf(helper)).athlete).toMatchObject({ reader: { role: 'assistant' }, hasCoach: true });
    await helper
      .put(at(`/notes/${uuidv7()}`), { base: 0, day: yesterday, mealId: null, text: 'Seen', deleted: false })
      .expect(200);
    const { athletes } = (await helper.get('/api/roster').expect(200)).body as ResponseOf<'roster'>;
    expect(athletes).toHaveLength(1);
  });

  test('signs nothing: no order, no movement, no season, no answer, no caution', async () => {
    const { season, revision } = (await helper.get(at('/season'))).body as ResponseOf<'season'>;
    const week = uuidv7();
    await athlete.put(at(`/check-ins/${week}`), { to: yesterday, words: '' }).expect(200);
    const order = {
      phaseId: season.phases[0]?.id,
      from: addDays(today, 1),
      until: null,
      dayTypes: null,
      change: { kind: 'relative', amount: -20 },
      macro: 'CARB',
      lever: null,
      reason: 'A change',
      confirmed: [],
    };
    const movement = { from: today, until: null, movement: { kind: 'steps', steps: 9000 }, reason: 'More' };
    for (const [path, body] of [
      [`/orders/${uuidv7()}`, order],
      [`/movement/${uuidv7()}`, movement],
      [`/season/${uuidv7()}`, { base: revision?.number ?? 1, season, reason: '', confirmed: [] }],
      [`/check-ins/${week}/answers/${uuidv7()}`, { words: 'Good', noChange: true }],
      [`/confirmations/${uuidv7()}`, { cautionId: 'swings', figure: null }],
    ] as const) {
      const answer = await helper.put(at(path), body);
      expect([path, answer.status, JSON.stringify(answer.body)]).toEqual([
        path,
        403,
        expect.stringContaining('An assistant reads and writes notes'),
      ]);
    }
    // Nor in SQL of their own.
    await expect(
      acting(house.appDb, helper.token, (trx) =>
        trx
          .insertInto('season_release')
          .values({ athlete_id: athlete.id, revision_id: uuidv7(), from_date: today } as never)
          .execute(),
      ),
    ).rejects.toThrow(/row-level security|column/);
  });
});

test('two coaches who sign at once: both orders are kept, and the one signed later acts last', async () => {
  const other = await house.signUp('coach', 'Second coach');
  await share(other);
  const { season } = (await coach.get(at('/season')).expect(200)).body as ResponseOf<'season'>;
  const sign = (who: Someone, amount: number) =>
    who.put(at(`/orders/${uuidv7()}`), {
      phaseId: season.phases[0]?.id,
      from: addDays(today, 1),
      until: null,
      dayTypes: null,
      macro: 'CARB',
      change: { kind: 'absolute', amount },
      lever: null,
      reason: 'At once',
      confirmed: [],
    });
  const answers = await Promise.all([sign(coach, 200), sign(other, 220)]);
  expect(answers.map((a) => a.status)).toEqual([200, 200]);
  const { orders } = (await athlete.get(at('/orders')).expect(200)).body as ResponseOf<'orders'>;
  expect(orders.map((o) => o.signedByName).sort()).toEqual(['Coach', 'Second coach']);
  const tomorrow = (await athlete.get(at(`/days/${addDays(today, 1)}`)).expect(200))
    .body as ResponseOf<'day'>;
  const last = [...orders].sort((a, b) => a.signedAt.localeCompare(b.signedAt)).at(-1);
  const targets = dayTargets(tomorrow.season, tomorrow.bases, tomorrow.orders, addDays(today, 1));
  expect(targets?.windows.CARB?.aim).toBe(last?.change.amount);
});

describe('handing an athlete over', () => {
  const ask = (to: Someone, change: object = {}) =>
    coach.put(at(`/proposals/${uuidv7()}`), {
      code: to.session.person.coachCode,
      role: 'coach',
      instead: true,
      ...change,
    });

  test('a coach asks, the athlete says yes: the other comes in, the first goes', async () => {
    const other = await house.signUp('coach', 'Other');
    await sees(['log', 'body']).expect(200);
    const { id } = (await ask(other).expect(200)).body as { id: string };
    // Asked again it is the same question.
    expect(((await ask(other).expect(200)).body as { id: string }).id).toBe(id);
    await other.get(at(`/days/${today}`)).expect(404);
    expect((await sessionOf(coach)).proposals).toMatchObject([{ toName: 'Other', mine: false }]);
    const [asked] = (await sessionOf(athlete)).proposals;
    expect(asked).toMatchObject({ id, byName: 'Coach', toName: 'Other', instead: true, mine: true });
    await coach.put(at(`/proposals/${id}/answer`), { yes: true }).expect(403);
    await athlete.put(at(`/proposals/${id}/answer`), { yes: true }).expect(200);
    await coach.get(at(`/days/${today}`)).expect(404);
    expect((await dayOf(other)).athlete.reader).toEqual({ role: 'coach', sees: ['log', 'body'] });
    expect((await sessionOf(athlete)).proposals).toEqual([]);
    await athlete.put(at(`/proposals/${id}/answer`), { yes: true }).expect(404);
  });

  test('an assistant who takes over is a coach from then on; the same person is not asked about twice', async () => {
    const helper = await house.signUp('coach', 'Assistant');
    await share(helper, { role: 'assistant' });
    const { id } = (await ask(helper).expect(200)).body as { id: string };
    const otherwise = await ask(helper, { instead: false }).expect(409);
    expect((otherwise.body as { detail: string }).detail).toContain('Take that back first');
    await athlete.put(at(`/proposals/${id}/answer`), { yes: true }).expect(200);
    expect((await dayOf(helper)).athlete).toMatchObject({ reader: { role: 'coach' }, hasCoach: true });
    const mine = (await sessionOf(athlete)).grants.map((g) => [g.coachName, g.role]);
    expect(mine).toEqual([['Assistant', 'coach']]);
  });

  test('a no changes nothing; a coach takes a question back; a coach who has gone asks no more', async () => {
    const other = await house.signUp('coach', 'Other');
    const first = (await ask(other, { role: 'assistant', instead: false }).expect(200)).body as {
      id: string;
    };
    await athlete.put(at(`/proposals/${first.id}/answer`), { yes: false }).expect(200);
    await other.get(at(`/days/${today}`)).expect(404);
    const second = (await ask(other).expect(200)).body as { id: string };
    await coach.put(at(`/proposals/${second.id}/answer`), { yes: false }).expect(200);
    expect((await sessionOf(athlete)).proposals).toEqual([]);
    const third = (await ask(other).expect(200)).body as { id: string };
    await athlete.delete(at(`/grants/${grant}`)).expect(200);
    expect((await sessionOf(athlete)).proposals).toEqual([]);
    await athlete.put(at(`/proposals/${third.id}/answer`), { yes: true }).expect(404);
  });

  test('what makes no sense is a sentence', async () => {
    await ask(coach).expect(422);
    await coach
      .put(at(`/proposals/${uuidv7()}`), { code: 'NOBODY', role: 'coach', instead: true })
      .expect(404);
    const other = await house.signUp('coach', 'Other');
    await ask(other, { role: 'assistant' }).expect(422);
    await other
      .put(at(`/proposals/${uuidv7()}`), {
        code: coach.session.person.coachCode,
        role: 'coach',
        instead: false,
      })
      .expect(404);
  });
});

describe('who read what', () => {
  const readings = async () =>
    ((await athlete.get(at('/readings')).expect(200)).body as ResponseOf<'readings'>).readings;

  test('the athlete sees each reader and kind once a day, and nobody else does', async () => {
    expect(await readings()).toEqual([]);
    await dayOf(athlete);
    await dayOf(coach);
    await dayOf(coach);
    await coach.get(at('/trend')).expect(200);
    await coach.get('/api/roster').expect(200);
    await house.agent().get(at('/trend')).expect(401);
    expect((await readings()).map((r) => `${r.name} ${r.kind}`).sort()).toEqual([
      'Coach body',
      'Coach log',
      'Coach roster',
    ]);
    await coach.get(at('/readings')).expect(404);
  });

  test('every address that reads an athlete says what it reads', () => {
    // The athlete’s alone: nobody else gets an answer there.
    const alone = ['everything', 'blocked', 'calendarFeeds', 'readings'];
    const silent = Object.entries(routes).flatMap(([name, { verb, path, reads }]) =>
      verb === 'get' && path.includes(':athleteId') && reads === null ? [name] : [],
    );
    expect(silent.sort()).toEqual(alone.sort());
  });
});
