import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { EMPTY_MORNING, type GoesWithDocument, type MovementOrder, type Trend } from '@maul/contract/body';
import type { DayDocument } from '@maul/contract/diary';
import type { OrderRow } from '@maul/contract/plan';
import type { Problem } from '@maul/contract/problems';
import { addDays, athleteDay, type IsoDate } from '@maul/core/units';
import { v7 as uuidv7 } from 'uuid';
import { mealBody, openTestHouse, portionBody, type Someone, type TestHouse } from '../testing/house.ts';

let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let at: string;
const today = athleteDay(new Date(), 'Europe/Vienna');
const back = (n: number): IsoDate => addDays(today, -n);

const weigh = (who: Someone, day: IsoDate, kg: number, more: object = {}) =>
  who.put(`/api/athletes/${who.id}/weigh-ins/${uuidv7()}`, { base: 0, day, kg, deleted: false, ...more });
/** An entry of a day, written anew. */
const say = (who: Someone, day: IsoDate, thing: object) =>
  who.put(`/api/athletes/${who.id}/day-entries/${uuidv7()}`, {
    base: 0,
    day,
    time: '06:10',
    zone: 'Europe/Vienna',
    thing,
    deleted: false,
  });
const trend = async (who: Someone, query = '') =>
  (await who.get(`/api/athletes/${who.id}/trend${query}`).expect(200)).body as Trend;

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Weighed');
  coach = await house.signUp('coach', 'Coach');
  await house.share(athlete, coach);
  at = `/api/athletes/${athlete.id}`;
  for (let n = 40; n >= 1; n -= 1) await weigh(athlete, back(n), 84 + 0.1 * (n % 3)).expect(200);
});
afterAll(() => house.close());

describe('the trend', () => {
  test('every day stands once, a morning that was not weighed is not known', async () => {
    const { days } = await trend(athlete, `?from=${back(41)}`);
    expect(days).toHaveLength(42);
    expect(days[0]).toMatchObject({ day: back(41), kg: null, counts: true, steps: null, kcal: null });
    expect(days.at(-2)).toMatchObject({ kg: 84.1, counts: true });
    expect(days.at(-1)?.weightKg).toBeCloseTo(84.1, 0);
  });
  test('a morning after breakfast is shown and does not count', async () => {
    const usual = { fasted: true, toilet: true, sameScale: true, source: 'typed' };
    const other = await house.athlete('After breakfast');
    await weigh(other, back(3), 84, { conditions: usual }).expect(200);
    await weigh(other, back(1), 95, { conditions: { ...usual, fasted: false } }).expect(200);
    const { days } = await trend(other, `?from=${back(4)}`);
    expect(days.find((d) => d.day === back(1))).toMatchObject({ kg: 95, counts: false });
    expect(days.at(-1)?.weightKg).toBeLessThan(85);
    expect(days.find((d) => d.day === back(3))).toMatchObject({ kg: 84, counts: true });
  });
  test('steps said on waking belong to the day before; a period tells the day of the cycle', async () => {
    const morning = { ...EMPTY_MORNING, sleepHours: 7.5, sleep: 4, hunger: 3, period: true, steps: 9200 };
    await say(athlete, back(2), morning).expect(200);
    const { days } = await trend(athlete, `?from=${back(5)}`);
    expect(days.find((d) => d.day === back(3))?.steps).toBe(9200);
    expect(days.find((d) => d.day === back(2))?.steps).toBeNull();
    await say(athlete, back(2), { ...morning, sleep: 6 }).expect(422);
  });
  test('tomorrow is expected from what is planned today, with what is not known', async () => {
    const other = await house.athlete('Eats today');
    for (let n = 20; n >= 1; n -= 1) await weigh(other, back(n), 84.2).expect(200);
    const day = (await other.get(`/api/athletes/${other.id}/days/${today}`).expect(200)).body as DayDocument;
    expect(day.movement).toEqual([]);
    const meal = uuidv7();
    await other.put(`/api/athletes/${other.id}/meals/${meal}`, mealBody(today)).expect(200);
    await other.put(`/api/athletes/${other.id}/portions/${uuidv7()}`, portionBody(meal)).expect(200);
    const told = await trend(other);
    expect(told.tomorrow).toMatchObject({ day: addDays(today, 1), asPlanned: true });
    expect(told.tomorrow?.low).toBeLessThan(84.2);
    expect(told.tomorrow?.high).toBeGreaterThan(84.2);
    expect(told.thisMorning).toMatchObject({ day: today, came: 84.2, inside: true });
    expect(told.kept.of).toBeGreaterThan(3);
  });
  test('the pace says how many days count, and when the verdict comes', async () => {
    const { pace } = await trend(athlete);
    expect(pace).toMatchObject({ verdict: 'early', since: today });
    expect(pace?.verdictOn).not.toBeNull();
  });
  test('a span of more than three years, or one to come, is refused', async () => {
    await athlete.get(`${at}/trend?from=${back(1200)}`).expect(422);
    await athlete.get(`${at}/trend?from=${addDays(today, 1)}`).expect(422);
    await trend(athlete, `?from=${back(1096)}`);
  });
  test('a stranger sees none of it, a coach all', async () => {
    const stranger = await house.athlete('Stranger');
    await stranger.get(`${at}/trend`).expect(404);
    await stranger.get(`${at}/movement`).expect(404);
    await coach.get(`${at}/trend`).expect(200);
  });
});

describe('orders of cardio and steps', () => {
  const body = (change: object = {}) => ({
    from: addDays(today, 1),
    until: null,
    movement: { kind: 'cardio', minutes: 20, daysPerWeek: 2 },
    reason: 'Pace is slow.',
    ...change,
  });
  test('the coach signs, the athlete reads it, and it stands on the day', async () => {
    const id = uuidv7();
    const signed = (await coach.put(`${at}/movement/${id}`, body()).expect(200)).body as MovementOrder;
    expect(signed.acknowledgedAt).toBeNull();
    // Twice 20 minutes at 6 MET of some 84 kg, a week: the balance falls by 40 kcal a day.
    expect(signed.expectedKcal).toBeCloseTo((-2 * 5 * 1.05 * 84.2 * (20 / 60)) / 7, -1);
    expect((await coach.put(`${at}/movement/${id}`, body()).expect(200)).body).toEqual(signed);
    expect(
      ((await coach.put(`${at}/movement/${id}`, body({ reason: 'Other' })).expect(409)).body as Problem).type,
    ).toContain('id-taken');
    await coach.put(`${at}/movement/${id}/acknowledgement`, {}).expect(403);
    const read = (await athlete.put(`${at}/movement/${id}/acknowledgement`, {}).expect(200))
      .body as MovementOrder;
    expect(read.acknowledgedAt).not.toBeNull();
    expect((await athlete.put(`${at}/movement/${id}/acknowledgement`, {}).expect(200)).body).toEqual(read);
    const day = (await athlete.get(`${at}/days/${addDays(today, 1)}`).expect(200)).body as DayDocument;
    expect(day.movement.map((o) => o.id)).toEqual([id]);
    const before = (await athlete.get(`${at}/days/${today}`).expect(200)).body as DayDocument;
    expect(before.movement).toEqual([]);
  });
  test('a second order counts against the one in force, and ending it gives it back', async () => {
    const more = (
      await coach
        .put(
          `${at}/movement/${uuidv7()}`,
          body({ movement: { kind: 'cardio', minutes: 20, daysPerWeek: 4 } }),
        )
        .expect(200)
    ).body as MovementOrder;
    const none = (
      await coach
        .put(`${at}/movement/${uuidv7()}`, body({ movement: { kind: 'none', of: 'cardio' } }))
        .expect(200)
    ).body as MovementOrder;
    expect(more.expectedKcal).toBeCloseTo(-none.expectedKcal / 2, 6);
  });
  test('never in the past, never by an athlete who has a coach, never by a stranger', async () => {
    await coach.put(`${at}/movement/${uuidv7()}`, body({ from: back(1) })).expect(422);
    await athlete.put(`${at}/movement/${uuidv7()}`, body()).expect(403);
    const stranger = await house.athlete('Another');
    await stranger.put(`${at}/movement/${uuidv7()}`, body()).expect(404);
    await coach
      .put(`${at}/movement/${uuidv7()}`, body({ movement: { kind: 'cardio', minutes: 0, daysPerWeek: 2 } }))
      .expect(422);
  });
  test('who has no coach signs for themself and has read it', async () => {
    const alone = await house.athlete('Alone');
    const made = (
      await alone
        .put(
          `/api/athletes/${alone.id}/movement/${uuidv7()}`,
          body({ movement: { kind: 'steps', steps: 9000 } }),
        )
        .expect(200)
    ).body as MovementOrder;
    expect(made.acknowledgedAt).not.toBeNull();
    // No steps were counted: what they add is not known.
    expect(made.expectedKcal).toBe(0);
  });
});

test('an order of food carries what it asks for, and the ledger when to look', async () => {
  const day = (await athlete.get(`${at}/days/${today}`).expect(200)).body as DayDocument;
  const id = uuidv7();
  const order = (
    await coach
      .put(`${at}/orders/${id}`, {
        phaseId: day.season.phases[0]?.id,
        from: today,
        until: null,
        dayTypes: null,
        macro: 'CARB',
        change: { kind: 'relative', amount: -25 },
        lever: null,
        reason: 'Slower than wanted.',
        confirmed: [],
      })
      .expect(200)
  ).body as OrderRow;
  expect(order.expectedKcal).toBeCloseTo(-100, 0);
  const { ledger, lastChange } = await trend(athlete);
  expect(lastChange).toBe(today);
  const row = ledger.find((r) => r.id === id);
  expect(row).toMatchObject({ kind: 'order', verdict: 'early', lookOn: addDays(today, 17) });
  expect(row?.expected).toBeCloseTo((-100 * 7) / 7700, 2);
});

describe('what goes with what', () => {
  test('too few days say nothing; a food that is plainly followed by bad digestion is named', async () => {
    const eater = await house.athlete('Eats Milk');
    const on = `/api/athletes/${eater.id}`;
    const empty = (await eater.get(`${on}/goes-with`).expect(200)).body as GoesWithDocument;
    expect(empty).toMatchObject({ tried: 0, rows: [] });
    for (let n = 30; n >= 1; n -= 1) {
      const milk = n % 2 === 0;
      const meal = uuidv7();
      await eater.put(`${on}/meals/${meal}`, mealBody(back(n), { eaten: true })).expect(200);
      const food = { ...portionBody(meal).food, id: milk ? 'milk' : 'oats', name: milk ? 'Milk' : 'Oats' };
      await eater.put(`${on}/portions/${uuidv7()}`, portionBody(meal, { food })).expect(200);
      const thing = { ...EMPTY_MORNING, sleep: 3, digestion: milk ? 1 + (n % 3 === 0 ? 1 : 0) : 4 };
      await say(eater, back(n - 1), thing).expect(200);
    }
    const told = (await eater.get(`${on}/goes-with`).expect(200)).body as GoesWithDocument;
    // Sleep is the same each morning: it goes with nothing.
    expect(
      told.rows
        .filter((r) => r.goes)
        .map((r) => `${r.food} ${r.mark}`)
        .sort(),
    ).toEqual(['Milk digestion', 'Oats digestion']);
    expect(told.rows.find((r) => r.food === 'Milk' && r.mark === 'digestion')?.difference).toBeLessThan(-2);
    await coach.get(`${on}/goes-with`).expect(404);
  });

  test('a food left out and brought back: what changed and changed back is told, and one food at a time', async () => {
    const eater = await house.athlete('Leaves Milk Out');
    const on = `/api/athletes/${eater.id}`;
    const out = (n: number): boolean => n <= 22 && n > 10;
    for (let n = 32; n >= 1; n -= 1) {
      const meal = uuidv7();
      await eater.put(`${on}/meals/${meal}`, mealBody(back(n), { eaten: true })).expect(200);
      const food = { ...portionBody(meal).food, name: out(n) && n !== 15 ? 'Oats' : 'Whole milk' };
      await eater.put(`${on}/portions/${uuidv7()}`, portionBody(meal, { food })).expect(200);
      await say(eater, back(n - 1), { ...EMPTY_MORNING, sleep: 3, digestion: (out(n) ? 4 : 2) + (n % 2) });
    }
    const thing = {
      kind: 'elimination',
      food: 'milk',
      from: back(22),
      washOutDays: 2,
      outDays: 10,
      backDays: 8,
    };
    const put = (change: object) =>
      eater.put(`${on}/standing/${uuidv7()}`, { base: 0, thing: { ...thing, ...change }, deleted: false });
    await put({}).expect(200);
    const refused = await put({ food: 'oats', from: back(5) }).expect(422);
    expect((refused.body as Problem).detail).toContain('milk is being left out or brought back');
    await put({ food: 'oats', from: back(2) }).expect(200);
    await put({ food: 'eggs', from: addDays(today, 60), outDays: 5 }).expect(422);
    const { eliminations } = (await eater.get(`${on}/goes-with`).expect(200)).body as GoesWithDocument;
    expect(eliminations.map((e) => [e.food, e.stage, e.day])).toEqual([
      ['oats', 'out', 1],
      ['milk', 'done', 0],
    ]);
    expect(eliminations[1]).toMatchObject({ backFrom: back(10), until: back(3), eatenWhileOut: [back(15)] });
    const marks = new Map(eliminations[1]?.marks.map((m) => [m.mark, m]));
    expect(marks.get('digestion')).toMatchObject({
      before: { days: 10, mean: 2.5 },
      out: { days: 9 },
      back: { days: 8, mean: 2.5 },
      verdict: 'returned',
    });
    expect(marks.get('sleep')?.verdict).toBe('nothing');
    expect(marks.get('hunger')).toMatchObject({ before: null, verdict: 'few' });
  });
});
