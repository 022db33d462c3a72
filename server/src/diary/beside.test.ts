import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { DayDocument, FoundDay, Handover, StandingRow } from '@maul/contract/diary';
import type { Problem } from '@maul/contract/problems';
import { addDays, athleteDay } from '@maul/core/units';
import { sql } from 'kysely';
import { v7 as uuidv7 } from 'uuid';
import { mealBody, openTestHouse, portionBody, type Someone, type TestHouse } from '../testing/house.ts';
import { bytesOf, pdfPages, pdfText } from '../testing/pdf.ts';

let house: TestHouse;
let athlete: Someone;
let friend: Someone;
let coach: Someone;
let at: string;
const today = athleteDay(new Date(), 'Europe/Vienna');
beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Tarn Osk');
  friend = await house.athlete('Ilse Moor');
  coach = await house.signUp('coach', 'Coach');
  await house.share(athlete, coach);
  at = `/api/athletes/${athlete.id}`;
});
afterAll(() => house.close());

const readDay = async (who: Someone, date: string = today): Promise<DayDocument> =>
  (await who.get(`/api/athletes/${who.id}/days/${date}`).expect(200)).body as DayDocument;
const entry = (thing: object, change: object = {}) => ({
  base: 0,
  day: today,
  time: '10:00',
  zone: 'Europe/Vienna',
  thing,
  deleted: false,
  ...change,
});
const water = (millilitres: number, done: boolean) => ({ kind: 'water', millilitres, vessel: null, done });
const putEntry = (thing: object, change: object = {}) =>
  athlete.put(`${at}/day-entries/${uuidv7()}`, entry(thing, change));
const eat = async (day: string, foods: { name: string; grams: number }[]) => {
  const meal = uuidv7();
  await athlete.put(`${at}/meals/${meal}`, mealBody(day, { eaten: true })).expect(200);
  for (const { name, grams } of foods) {
    const { food } = portionBody(meal);
    const body = portionBody(meal, { food: { ...food, name }, plannedGrams: null, grams, method: 'scale' });
    await athlete.put(`${at}/portions/${uuidv7()}`, body).expect(200);
  }
};

describe('what stands on a day beside meals', () => {
  test('training, water and a look are kept, changed, taken away, and come twice as one', async () => {
    const id = uuidv7();
    const body = entry({ kind: 'training', what: 'Legs', minutes: 75, done: false }, { time: '17:00' });
    await athlete.put(`${at}/day-entries/${id}`, body).expect(200);
    await athlete.put(`${at}/day-entries/${id}`, body).expect(200);
    expect((await readDay(athlete)).entries).toHaveLength(1);
    const done = { ...body, base: 1, thing: { ...body.thing, done: true } };
    await athlete.put(`${at}/day-entries/${id}`, done).expect(200);
    expect((await readDay(athlete)).entries[0]).toMatchObject({ version: 2, thing: { done: true } });
    await athlete.put(`${at}/day-entries/${id}`, { ...done, base: 2, deleted: true }).expect(200);
    expect((await readDay(athlete)).entries).toEqual([]);
  });
  test('the coach reads them and writes none', async () => {
    await putEntry({ kind: 'look', fullness: 4, tightness: 3, words: 'flat in the evening' }).expect(200);
    const seen = (await coach.get(`${at}/days/${today}`).expect(200)).body as DayDocument;
    expect(seen.entries.map((e) => e.thing.kind)).toEqual(['look']);
    await coach.put(`${at}/day-entries/${uuidv7()}`, entry(water(300, true))).expect(403);
  });
  test('a litre within the hour cannot be planned; drunk, it is kept', async () => {
    const tomorrow = { day: addDays(today, 1) };
    await putEntry(water(750, false), tomorrow).expect(200);
    const refused = await putEntry(water(500, false), { ...tomorrow, time: '10:30' }).expect(422);
    expect((refused.body as Problem).detail).toContain(
      'More than 1.0 L within an hour (1.3 L) cannot be planned',
    );
    await putEntry(water(500, true), { ...tomorrow, time: '10:30' }).expect(200);
  });
  test('over the turn of the day too: 900 mL planned at 03:50, 400 mL at 04:20', async () => {
    const [two, three] = [addDays(today, 2), addDays(today, 3)];
    await putEntry(water(900, false), { day: two, time: '03:50' }).expect(200);
    const refused = await putEntry(water(400, false), { day: three, time: '04:20' }).expect(422);
    expect((refused.body as Problem).detail).toContain(`900 mL planned at 03:50 on ${two}`);
  });
  test('a sauna to lose water is never planned', async () => {
    const thing = { kind: 'training', what: 'Sauna', minutes: 20, done: false };
    const refused = await putEntry(thing).expect(422);
    expect((refused.body as Problem).detail).toContain('“Sauna” to lose water');
    await putEntry({ ...thing, done: true }).expect(200);
  });
  test.each([
    [{ kind: 'water', millilitres: 9000, vessel: null, done: true }, 'More than 5 L is not one drink'],
    [{ kind: 'training', what: '', minutes: 0, done: true }, 'at least a minute'],
    [{ kind: 'look', fullness: 7, tightness: 1, words: '' }, ''],
  ])('what cannot be is said: %#', async (thing, sentence) => {
    expect(((await putEntry(thing).expect(422)).body as Problem).detail).toContain(sentence);
  });
});

const supplement = (name: string, change: object = {}) => ({
  kind: 'supplement',
  name,
  dose: { amount: 5, unit: 'g' },
  counted: true,
  certified: 'unknown',
  nutrients: { ENERC: 20, PROCNT: 5 },
  ...change,
});

describe('what stands from day to day', () => {
  test('vessels and pauses come with the day, saved meals on their own', async () => {
    const put = (thing: object) =>
      athlete.put(`${at}/standing/${uuidv7()}`, { base: 0, thing, deleted: false }).expect(200);
    await put({ kind: 'vessel', name: 'Jug', millilitres: 1000 });
    await put({ kind: 'meal', name: 'Usual', slots: [{ food: portionBody(uuidv7()).food, grams: 60 }] });
    expect((await readDay(athlete)).standing.map((s) => s.thing.kind)).toEqual(['vessel']);
    const { standing } = (await athlete.get(`${at}/standing`).expect(200)).body as {
      standing: StandingRow[];
    };
    expect(standing.map((s) => s.thing.kind)).toEqual(['vessel', 'meal']);
  });
  test('what is never planned cannot be planned, and is kept when it was taken', async () => {
    const plan = { base: 0, thing: { ...supplement('Furosemide 40'), times: ['08:00'] }, deleted: false };
    const refused = await athlete.put(`${at}/standing/${uuidv7()}`, plan).expect(422);
    expect((refused.body as Problem).detail).toContain('Maul never plans it');
    await putEntry({ ...supplement('Furosemide 40'), supplementId: uuidv7(), done: true }).expect(200);
  });
  test('a pause: its days count in no mean and no one is quiet', async () => {
    const day = addDays(today, -3);
    await eat(day, [{ name: 'Oats', grams: 100 }]);
    const pause = {
      base: 0,
      thing: { kind: 'pause', from: day, until: null, why: 'A week off' },
      deleted: false,
    };
    const id = uuidv7();
    await athlete.put(`${at}/standing/${id}`, pause).expect(200);
    const roster = (await coach.get('/api/roster').expect(200)).body as {
      athletes: { pausedUntil: string | null; need: { reasons: string[] } }[];
    };
    expect(roster.athletes[0]).toMatchObject({ pausedUntil: 'open' });
    expect(roster.athletes[0]?.need.reasons).toContain('The log is paused on purpose');
    await athlete.put(`${at}/standing/${id}`, { ...pause, base: 1, deleted: true }).expect(200);
    const backwards = { ...pause, thing: { ...pause.thing, until: addDays(day, -1) } };
    await athlete.put(`${at}/standing/${uuidv7()}`, backwards).expect(422);
  });
});

describe('part of a dish for somebody else', () => {
  const given = (toId: string) => ({
    toId,
    food: portionBody(uuidv7()).food,
    grams: 180,
    method: 'scale',
    day: today,
  });
  test('found by their code, offered, taken once; nobody else sees it', async () => {
    const code = friend.session.person.tableCode;
    const found = await athlete.get(`/api/eaters?code=${code.toLowerCase()}`).expect(200);
    expect(found.body).toEqual({ personId: friend.id, name: 'Ilse Moor' });
    await athlete.get('/api/eaters?code=0000000000').expect(404);
    const id = uuidv7();
    await athlete.put(`${at}/handovers/${id}`, given(friend.id)).expect(200);
    await athlete.put(`${at}/handovers/${id}`, given(friend.id)).expect(200);
    const { offers } = await readDay(friend);
    expect(offers).toMatchObject([{ id, fromName: 'Tarn Osk', grams: 180, answer: null }]);
    await coach.put(`/api/handovers/${id}/answer`, { answer: 'taken' }).expect(404);
    await athlete.put(`/api/handovers/${id}/answer`, { answer: 'taken' }).expect(404);
    const answered = (await friend.put(`/api/handovers/${id}/answer`, { answer: 'taken' }).expect(200))
      .body as Handover;
    expect(answered.answer).toBe('taken');
    // A second answer changes nothing.
    await friend.put(`/api/handovers/${id}/answer`, { answer: 'left' }).expect(200);
    expect((await readDay(friend)).offers).toEqual([]);
  });
  test('to whom one is not known yet, one at a time and one a day; once taken from, up to twenty wait', async () => {
    const [giver, taker] = [await house.athlete('Giver'), await house.athlete('Taker')];
    const give = (who: Someone) =>
      who.put(`/api/athletes/${who.id}/handovers/${uuidv7()}`, given(taker.id)).then((r) => r.status);
    const answer = async (how: 'taken' | 'left') => {
      for (const { id } of (await readDay(taker)).offers)
        await taker.put(`/api/handovers/${id}/answer`, { answer: how }).expect(200);
    };
    // Many at once, as somebody would who means ill.
    const burst = await Promise.all(Array.from({ length: 6 }, () => give(giver)));
    expect(burst.sort()).toEqual([200, 403, 403, 403, 403, 403]);
    await answer('left');
    expect(await give(giver)).toBe(403);
    await sql`update handover set created_at = now() - interval '25 hours'`.execute(house.owner);
    expect(await give(giver)).toBe(200);
    await answer('taken');
    const many = await Promise.all(Array.from({ length: 24 }, () => give(giver)));
    expect(many.filter((status) => status === 200)).toHaveLength(20);
    // Full for others too, until something is answered.
    expect(await give(await house.athlete('Late'))).toBe(403);
    await answer('left');
    expect((await readDay(taker)).offers).toEqual([]);
  });
  test('not from whom one blocks: what waits is left, nothing new comes, until one takes from them again', async () => {
    const [giver, taker] = [await house.athlete('Pushes'), await house.athlete('Refuses')];
    const blocked = `/api/athletes/${taker.id}/blocked`;
    const give = () => giver.put(`/api/athletes/${giver.id}/handovers/${uuidv7()}`, given(taker.id));
    await taker.put(`${blocked}/${giver.id}`, {}).expect(404);
    await give().expect(200);
    await taker.put(`${blocked}/${giver.id}`, {}).expect(200);
    await taker.put(`${blocked}/${giver.id}`, {}).expect(200);
    expect((await readDay(taker)).offers).toEqual([]);
    const refused = await give().expect(403);
    expect((refused.body as Problem).detail).toBe('They do not accept portions from you. Nothing was given.');
    expect((await taker.get(blocked).expect(200)).body).toEqual({
      people: [{ id: giver.id, name: 'Pushes' }],
    });
    await giver.get(blocked).expect(403);
    await giver.delete(`${blocked}/${giver.id}`).expect(403);
    await taker.delete(`${blocked}/${giver.id}`).expect(200);
    await sql`update handover set created_at = now() - interval '25 hours'`.execute(house.owner);
    await give().expect(200);
  });
  test('not to oneself, and not in another’s name', async () => {
    await athlete.put(`${at}/handovers/${uuidv7()}`, given(athlete.id)).expect(422);
    await friend.put(`${at}/handovers/${uuidv7()}`, given(friend.id)).expect(403);
  });
});

describe('finding a day', () => {
  const find = async (query: string): Promise<FoundDay[]> =>
    ((await athlete.get(`${at}/past-days?${query}`).expect(200)).body as { days: FoundDay[] }).days;
  const [one, two] = [addDays(today, -20), addDays(today, -10)];
  beforeAll(async () => {
    await eat(one, [
      { name: 'Fen trout', grams: 150 },
      { name: 'Potato, boiled', grams: 300 },
    ]);
    await eat(two, [{ name: 'Fen trout', grams: 150 }]);
    await athlete
      .put(`${at}/weigh-ins/${uuidv7()}`, { base: 0, day: two, kg: 81.5, deleted: false })
      .expect(200);
    await putEntry({ kind: 'look', fullness: 5, tightness: 4, words: '' }, { day: one }).expect(200);
  });
  test('by parts of foods, all of them', async () => {
    expect((await find('foods=trout')).map((d) => d.date)).toEqual([two, one]);
    expect((await find('foods=tro+pota')).map((d) => d.date)).toEqual([one]);
    expect(await find('foods=herring')).toEqual([]);
  });
  test('by weight, look, dates, and what it landed on', async () => {
    expect((await find('kgLow=81&kgHigh=82')).map((d) => d.date)).toEqual([two]);
    expect((await find('fullness=5')).map((d) => d.date)).toEqual([one]);
    expect((await find(`from=${addDays(one, 1)}&foods=trout`)).map((d) => d.date)).toEqual([two]);
    expect((await find('phase=peak-week')).length).toBe(0);
    const [found] = await find('fullness=5');
    // 450 g of oats’ figures, 13 % protein.
    expect(found?.protein).toBeCloseTo(58.5, 6);
    expect(found).toMatchObject({ weighedShare: 1, meals: ['Fen trout, potato'] });
  });
  test('one may not look through another’s days', async () => {
    await friend.get(`${at}/past-days`).expect(404);
  });
});

test('a day on paper is one page of PDF, with its foods on it', async () => {
  const pdf = await bytesOf(
    athlete
      .get(`${at}/days/${addDays(today, -20)}/paper.pdf?kind=log`)
      .expect('content-type', /application\/pdf/),
  );
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  expect(pdfPages(pdf).pages).toBe(1);
  const text = pdfText(pdf);
  expect(text).toContain('Fen trout');
  expect(text).toContain('300 g, weighed');
  await friend.get(`${at}/days/${today}/paper.pdf`).expect(404);
  await house.agent().get(`${at}/days/${today}/paper.pdf`).expect(401);
});
