import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { EMPTY_MORNING } from '@maul/contract/body';
import type { Answer, CheckIn, CheckIns, Packet } from '@maul/contract/coaching';
import type { DayDocument } from '@maul/contract/diary';
import type { Problem } from '@maul/contract/problems';
import type { ResponseOf } from '@maul/contract/routes';
import { correctionsOf } from '@maul/core/coaching';
import { sumNutrients } from '@maul/core/nutrition';
import { addDays, athleteDay, type IsoDate, weekday } from '@maul/core/units';
import { v7 as uuidv7 } from 'uuid';
import {
  mealBody,
  openTestHouse,
  portionBody,
  saying,
  type Someone,
  type TestHouse,
} from '../testing/house.ts';

let house: TestHouse;
const today = athleteDay(new Date(), 'Europe/Vienna');
beforeAll(async () => {
  house = await openTestHouse();
});
afterAll(() => house.close());

const at = (who: Someone) => `/api/athletes/${who.id}`;
const list = async (by: Someone, of = by) =>
  (await by.get(`${at(of)}/check-ins`).expect(200)).body as CheckIns;
const read = async (by: Someone, id: string, of = by) =>
  (await by.get(`${at(of)}/check-ins/${id}`).expect(200)).body as CheckIn;
const week = async (by: Someone, to: IsoDate) =>
  (await by.get(`${at(by)}/week?to=${to}`).expect(200)).body as Packet;
const send = (by: Someone, id: string, words = 'As planned.', to = addDays(today, -1)) =>
  by.put(`${at(by)}/check-ins/${id}`, { to, words });
const answer = (by: Someone, of: Someone, id: string, body: object, answerId = uuidv7()) =>
  by.put(`${at(of)}/check-ins/${id}/answers/${answerId}`, body);

/** Rice weighed and eaten on a day. */
const eat = async (
  who: Someone,
  day: IsoDate,
  grams: number,
  portion = uuidv7(),
  meal = uuidv7(),
  base = 0,
) => {
  const { food } = portionBody(meal);
  const rice = { ...food, per100g: { CHOAVLDF: 28, PROCNT: 2.7, FAT: 0.3, FIBTG: 0.4, NA: 5 } };
  if (base === 0) await who.put(`${at(who)}/meals/${meal}`, mealBody(day, { eaten: true })).expect(200);
  await who
    .put(
      `${at(who)}/portions/${portion}`,
      portionBody(meal, { base, food: rice, plannedGrams: null, grams, method: 'scale', division: 1 }),
    )
    .expect(200);
  return { portion, meal };
};
const coached = async (name: string) => {
  const who = await house.athlete(name);
  const coach = await house.signUp('coach', `Coach of ${name}`);
  await house.share(who, coach);
  return { who, coach };
};

describe('the week of an athlete', () => {
  test('its figures are those of the day, the morning and the log; what nobody said is missing', async () => {
    const who = await house.athlete('Weighs');
    const day = addDays(today, -2);
    await eat(who, day, 200);
    await saying(who)(day, { kind: 'water', millilitres: 700, vessel: null, done: true });
    await saying(who)(day, { kind: 'water', millilitres: 300, vessel: null, done: false });
    await saying(who)(day, { kind: 'cardio', what: '', minutes: 25, kcal: null, steps: null, done: true });
    await saying(who)(
      day,
      { ...EMPTY_MORNING, sleepHours: 6.5, hunger: 4, fullness: 2, tightness: 3 },
      '06:00',
    );
    await saying(who)(addDays(day, 1), { ...EMPTY_MORNING, steps: 9412 }, '06:00');
    await who.put(`${at(who)}/weigh-ins/${uuidv7()}`, { base: 0, day, kg: 78.2, deleted: false }).expect(200);
    const told = await week(who, addDays(today, -1));
    expect(told.days.map((d) => d.day)).toEqual([7, 6, 5, 4, 3, 2, 1].map((n) => addDays(today, -n)));
    const one = told.days.find((d) => d.day === day);
    expect(one?.figures).toMatchObject({
      water: 700,
      cardio: 25,
      sleep: 6.5,
      hunger: 4,
      steps: 9412,
      weight: 78.2,
    });
    const seen = (await who.get(`${at(who)}/days/${day}`).expect(200)).body as DayDocument;
    const eaten = seen.portions.map((p) =>
      Object.fromEntries(
        Object.entries(p.food.per100g).map(([k, v]) => [k, ((v ?? 0) * (p.grams ?? 0)) / 100]),
      ),
    );
    // 200 g of 5 mg in 100 g.
    expect(one?.figures.sodium).toBeCloseTo(sumNutrients(eaten).NA.value, 9);
    expect(one?.figures.protein).toBeCloseTo(5.4, 9);
    expect(one?.figures.weighed).toBe(1);
    expect(told.days[0]?.figures).toEqual({});
    expect(told.looks).toEqual([{ day, fullness: 2, tightness: 3, waist: null }]);
    expect(told.week).toEqual({ kg: 78.2, mornings: 1 });
    await who.get(`${at(who)}/week?to=${addDays(today, 1)}`).expect(422);
  });
});

describe('a week that is sent', () => {
  test('is frozen: what is corrected later is marked and changes nothing; twice is once', async () => {
    const { who, coach } = await coached('Sends');
    const day = addDays(today, -3);
    const { portion, meal } = await eat(who, day, 200);
    const id = uuidv7();
    const sent = (await send(who, id).expect(200)).body as CheckIn;
    expect(sent.now).toBeNull();
    await eat(who, day, 300, portion, meal, 1);
    await send(who, id, 'Other words').expect(200);
    const seen = await read(coach, id, who);
    expect(seen.words).toBe('As planned.');
    expect(seen.packet).toEqual(sent.packet);
    const found = correctionsOf(seen.packet.days, seen.now ?? []).find((c) => c.row === 'protein');
    expect([found?.day, found?.sent?.toFixed(1), found?.now?.toFixed(1)]).toEqual([day, '5.4', '8.1']);
  });
  test('a week without a log is sent too; one that is not over, or long past, is not', async () => {
    const { who } = await coached('Quiet');
    const sent = (await send(who, uuidv7(), '').expect(200)).body as CheckIn;
    expect(sent.packet.days.every((d) => Object.keys(d.figures).length === 0)).toBe(true);
    for (const to of [today, addDays(today, 3), addDays(today, -61)]) {
      const refused = await send(who, uuidv7(), 'x', to);
      expect(refused.status).toBe(422);
      expect((refused.body as Problem).detail).toContain('Your words are still here');
    }
  });
  test('is due on its weekday, once; on the next days it is late', async () => {
    const { who } = await coached('Due');
    const { due } = await list(who);
    expect(due).toMatchObject({ late: (weekday(today) + 6) % 7 });
    await send(who, uuidv7(), 'x', due?.to).expect(200);
    expect((await list(who)).due).toBeNull();
  });
  test('only the athlete sends, only a coach of theirs answers, nobody else reads', async () => {
    const { who, coach } = await coached('Guarded');
    const stranger = await house.signUp('coach', 'Stranger');
    const id = uuidv7();
    await coach.put(`${at(who)}/check-ins/${id}`, { to: addDays(today, -1), words: '' }).expect(403);
    await send(who, id).expect(200);
    await answer(who, who, id, { words: 'Mine', noChange: false }).expect(403);
    for (const path of ['check-ins', `check-ins/${id}`, `week?to=${addDays(today, -1)}`])
      await stranger.get(`${at(who)}/${path}`).expect(404);
    await answer(stranger, who, id, { words: 'x', noChange: false }).expect(404);
    await answer(coach, who, id, { words: ' ', noChange: false }).expect(422);
    await answer(coach, who, uuidv7(), { words: 'x', noChange: false }).expect(404);
  });
  test('is answered and read: both are seen by the athlete, an answer sent twice is one', async () => {
    const { who, coach } = await coached('Answered');
    const id = uuidv7();
    await send(who, id).expect(200);
    const row = async () =>
      ((await coach.get('/api/roster').expect(200)).body as ResponseOf<'roster'>).athletes.find(
        (a) => a.athleteId === who.id,
      );
    expect(await row()).toMatchObject({ checkIn: { id, answered: false }, due: null });
    expect((await row())?.need.reasons).toContain('A week was sent today');
    await coach.put(`${at(who)}/check-ins/${id}/read`, {}).expect(200);
    await coach.put(`${at(who)}/check-ins/${id}/read`, {}).expect(200);
    const answerId = uuidv7();
    const kept = (await answer(coach, who, id, { words: '', noChange: true }, answerId).expect(200))
      .body as Answer;
    expect(kept).toMatchObject({ noChange: true, authorName: 'Coach of Answered' });
    await answer(coach, who, id, { words: 'changed', noChange: false }, answerId).expect(200);
    const seen = await read(who, id);
    expect(seen.answers.map((a) => [a.words, a.noChange])).toEqual([['', true]]);
    expect(seen.reads.map((r) => r.name)).toEqual(['Coach of Answered']);
    expect((await list(who)).sent).toMatchObject([{ id, answered: true }]);
    expect((await row())?.checkIn?.answered).toBe(true);
  });
  test('a coach whose sharing has ended reads nothing of it, and what they answered stays with the athlete', async () => {
    const who = await house.athlete('Ends');
    const coach = await house.signUp('coach', 'Ended');
    const grant = await house.share(who, coach);
    const id = uuidv7();
    await send(who, id).expect(200);
    await answer(coach, who, id, { words: 'Well done.', noChange: false }).expect(200);
    await who.delete(`${at(who)}/grants/${grant}`).expect(200);
    await coach.get(`${at(who)}/check-ins/${id}`).expect(404);
    await answer(coach, who, id, { words: 'More', noChange: false }).expect(404);
    expect((await read(who, id)).answers.map((a) => a.words)).toEqual(['Well done.']);
  });
});
