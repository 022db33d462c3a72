import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { ResponseOf } from '@maul/contract/routes';
import { templateRules } from '@maul/core/coaching';
import { phaseOn } from '@maul/core/plan';
import { addDays, athleteDay } from '@maul/core/units';
import { v7 as uuidv7 } from 'uuid';
import { openTestHouse, type Someone, type TestHouse } from '../../testing/house.ts';

let house: TestHouse;
let coach: Someone;
let athletes: [Someone, Someone];
const grants: string[] = [];
const today = athleteDay(new Date(), 'Europe/Vienna');
const reason = 'As we do it with everybody.';
const portion = (name: string, grams: number, per100g: object) => ({ name, grams, per100g });
// Nutrients of 100 g as in USDA FoodData Central, rounded; from memory.
const MENU = {
  kind: 'menu',
  menu: 'Plain',
  portions: [
    portion('Chicken', 600, { PROCNT: 22.5, CHOAVLDF: 0, CHOCDF: 0, FAT: 2.6, FIBTG: 0, ENERC: 120 }),
    portion('Rice', 250, { PROCNT: 7, CHOAVLDF: 78, CHOCDF: 79, FAT: 0.7, FIBTG: 1, ENERC: 358 }),
    portion('Oil', 30, { PROCNT: 0, CHOAVLDF: 0, CHOCDF: 0, FAT: 100, FIBTG: 0, ENERC: 884 }),
  ],
  reason,
};
const SEASON = {
  kind: 'season',
  lay: 'from-tomorrow',
  body: { weightKg: 70, expenditure: 2400 },
  phases: [{ weeks: 6, rules: templateRules('cut') }],
  reason,
};
const FORM = {
  kind: 'form',
  questions: [
    { id: 'waist', text: 'Waist at the navel', answer: 'number', unit: 'cm' },
    { id: 'mood', text: 'Mood', answer: 'mark', unit: '' },
  ],
  reason,
};
const PICTURE = uuidv7();
const ids = { season: uuidv7(), menu: uuidv7(), board: uuidv7(), form: uuidv7() };
const keep = (id: string, document: object, base = 0) =>
  coach.put(`/api/protocols/${id}`, { base, name: 'Kept', document, retired: false });
const list = async () =>
  ((await coach.get('/api/protocols').expect(200)).body as ResponseOf<'protocols'>).protocols;
const tried = async (document: object, named: Someone[] | null = null) =>
  (
    (
      await coach
        .post('/api/protocols/try', { document, athletes: named && named.map((a) => a.id) })
        .expect(200)
    ).body as ResponseOf<'tryProtocol'>
  ).athletes;
const season = async (of: Someone) =>
  (await coach.get(`/api/athletes/${of.id}/season`).expect(200)).body as ResponseOf<'season'>;
/** Signs what was tried for one. */
const sign = async (of: Someone, document: object, id: string) => {
  const [row] = await tried(document, [of]);
  return coach.put(`/api/athletes/${of.id}/season/${uuidv7()}`, {
    ...row?.season,
    reason,
    confirmed: [],
    protocol: { id, version: 1 },
  });
};

beforeAll(async () => {
  house = await openTestHouse();
  coach = await house.signUp('coach', 'Of Two');
  athletes = [await house.athlete('Ada'), await house.athlete('Zoe')];
  for (const athlete of athletes) grants.push(await house.share(athlete, coach));
});
afterAll(() => house.close());

test('a season is tried on everybody: aims before and after, what it does, and nothing is written', async () => {
  await keep(ids.season, SEASON).expect(200);
  const rows = await tried(SEASON);
  expect(rows.map((r) => [r.name, r.fault, r.from])).toEqual([
    ['Ada', null, addDays(today, 1)],
    ['Zoe', null, addDays(today, 1)],
  ]);
  for (const { aims, notes, season: laid } of rows) {
    expect(aims.map((a) => a.macro).sort()).toEqual(['CARB', 'ENERC', 'FAT', 'PROCNT']);
    expect(notes[0]).toContain(`Cut from ${addDays(today, 1)} to ${addDays(today, 42)}.`);
    // Only for those who are asked for by name.
    expect(laid).toBeNull();
  }
  expect((await season(athletes[0])).history).toHaveLength(1);
});

test('signed, it is an ordinary revision of the season that says of which protocol it is', async () => {
  const [ada] = athletes;
  expect((await sign(ada, SEASON, ids.season)).status).toBe(200);
  const now = await season(ada);
  expect(phaseOn(now.season, addDays(today, 1))?.kind).toBe('cut');
  expect(now.revision).toMatchObject({ reason, writtenByName: 'Of Two' });
  const kept = (await list()).find((p) => p.id === ids.season);
  expect(kept?.runs).toEqual([{ athleteId: ada.id, name: 'Ada', version: 1, from: today }]);
});

test('what was tried before somebody else wrote is stale, and nothing is overwritten', async () => {
  const [, zoe] = athletes;
  const [row] = await tried(SEASON, [zoe]);
  const before = await season(zoe);
  await zoe
    .put(`/api/athletes/${zoe.id}/season/${uuidv7()}`, {
      base: 1,
      season: {
        ...before.season,
        events: [{ id: uuidv7(), kind: 'trip', name: 'Away', date: addDays(today, 9) }],
      },
      reason: null,
      confirmed: [],
    })
    .expect(200);
  await coach
    .put(`/api/athletes/${zoe.id}/season/${uuidv7()}`, {
      ...row?.season,
      reason,
      confirmed: [],
      protocol: null,
    })
    .expect(409);
});

test('a menu comes to each one’s own aims, and takes the place of no season of another kind', async () => {
  const [ada] = athletes;
  await keep(ids.menu, MENU).expect(200);
  expect((await sign(ada, MENU, ids.menu)).status).toBe(200);
  const now = await season(ada);
  const phase = phaseOn(now.season, addDays(today, 1));
  expect(phase?.macros).toMatchObject({ kind: 'menu', name: 'Plain' });
  const all = await list();
  expect(all.find((p) => p.id === ids.menu)?.runs).toHaveLength(1);
  expect(all.find((p) => p.id === ids.season)?.runs).toHaveLength(1);
});

test('a board without a show, and one whose water nobody knows, say so', async () => {
  const board = {
    protocol: {
      carbs: 'steady',
      protein: 'level',
      fat: 'level',
      sodium: 'constant',
      water: 'usual',
      fibre: 'level',
      training: 'taper',
      cardio: 'out',
      posing: 'more-then-less',
      sleep: 'as-usual',
    },
    usual: {
      carbs: 210,
      protein: 180,
      fat: 50,
      sodium: 3200,
      water: 3600,
      fibre: 25,
      training: 16,
      cardio: 30,
      posing: 20,
      sleep: 7.5,
    },
    weightKg: 78,
    after: 0,
    set: {},
    show: null,
  };
  const document = { kind: 'board', board, reason };
  await keep(ids.board, document).expect(200);
  const [, zoe] = athletes;
  expect((await tried(document, [zoe]))[0]?.fault).toBe('No show or shoot is planned.');
  const now = await season(zoe);
  await zoe
    .put(`/api/athletes/${zoe.id}/season/${uuidv7()}`, {
      base: now.history[0]?.number,
      season: {
        ...now.season,
        events: [{ id: uuidv7(), kind: 'show', name: 'The Cup', date: addDays(today, 21) }],
      },
      reason: null,
      confirmed: [],
    })
    .expect(200);
  expect((await tried(document, [zoe]))[0]?.fault).toBe(
    'Not known of them: what is usual in sodium, water. Lay it on their own board.',
  );
  for (const back of [1, 2])
    await zoe
      .put(`/api/athletes/${zoe.id}/day-entries/${uuidv7()}`, {
        base: 0,
        day: addDays(today, -back),
        time: '10:00',
        zone: 'Europe/Vienna',
        thing: { kind: 'water', millilitres: 3000 + 200 * back, vessel: null, done: true },
        deleted: false,
      })
      .expect(200);
  // Water is known now, as the mean of the days that say it; sodium is not.
  expect((await tried(document, [zoe]))[0]?.fault).toContain('what is usual in sodium. Lay it');
});

test('a form is given, asked with the week, kept in it as it was answered, and the next week shows both', async () => {
  const [ada, zoe] = athletes;
  await keep(ids.form, FORM).expect(200);
  const give = (of: Someone, questions: object[], who = coach) =>
    who.put(`/api/athletes/${of.id}/forms/${uuidv7()}`, {
      name: 'Kept',
      questions,
      protocol: { id: ids.form, version: 1 },
    });
  await give(ada, FORM.questions).expect(200);
  await give(ada, FORM.questions, ada).expect(403);
  expect((await tried(FORM)).map((r) => r.fault)).toEqual(['Their weeks ask this already.', null]);
  const asked = (await ada.get(`/api/athletes/${ada.id}/form`).expect(200)).body as ResponseOf<'form'>;
  expect(asked.form).toMatchObject({ givenByName: 'Of Two', questions: FORM.questions });
  const week = (back: number, value: number) =>
    ada.put(`/api/athletes/${ada.id}/check-ins/${uuidv7()}`, {
      to: addDays(today, -back),
      words: '',
      said: [{ ...FORM.questions[0], value }],
      pictures: [PICTURE],
    });
  await week(8, 84).expect(200);
  const { body } = (await week(1, 82.5).expect(200)) as { body: ResponseOf<'sendCheckIn'> };
  expect([body.packet.said?.[0]?.value, body.saidBefore?.[0]?.value]).toEqual([82.5, 84]);
  expect(body.packet.pictures).toEqual([PICTURE]);
  // A mark is 1 to 5, and an answer goes with its question.
  await ada
    .put(`/api/athletes/${ada.id}/check-ins/${uuidv7()}`, {
      to: addDays(today, -2),
      words: '',
      said: [{ ...FORM.questions[1], value: 7 }],
    })
    .expect(422);
  expect((await list()).find((p) => p.id === ids.form)?.runs.map((r) => r.name)).toEqual(['Ada']);
  // Taken away again: nothing is asked, and nobody runs it.
  await give(ada, []).expect(200);
  expect(((await ada.get(`/api/athletes/${ada.id}/form`)).body as ResponseOf<'form'>).form).toBeNull();
  expect((await list()).find((p) => p.id === ids.form)?.runs).toEqual([]);
  // What a coach asked ends with the sharing.
  await give(zoe, FORM.questions).expect(200);
  await zoe.delete(`/api/athletes/${zoe.id}/grants/${grants[1]}`).expect(200);
  expect(((await zoe.get(`/api/athletes/${zoe.id}/form`)).body as ResponseOf<'form'>).form).toBeNull();
});

test('a protocol of a season holds no written menu, and says so', async () => {
  const menu = { ...templateRules('cut'), macros: { kind: 'menu', name: 'x', portions: MENU.portions } };
  const answer = await keep(uuidv7(), { ...SEASON, phases: [{ weeks: 2, rules: menu }] });
  expect(answer.status).toBe(422);
  expect(JSON.stringify(answer.body)).toContain('A written menu is a protocol of its own.');
});
