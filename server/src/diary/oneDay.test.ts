import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { RosterRow } from '@maul/contract/coaching';
import type { DayDocument, FoundDay, Handover } from '@maul/contract/diary';
import { assembleDay, dayPaper, type DaySheet } from '@maul/core/diary';
import { TARGET_KEYS } from '@maul/core/nutrition';
import { dayTargets } from '@maul/core/plan';
import { addDays, athleteDay, isoDate, K90 } from '@maul/core/units';
import { sql } from 'kysely';
import { v7 as uuidv7 } from 'uuid';
import { completeIntake } from '../body/index.ts';
import { acting } from '../platform/db/connect.ts';
import {
  mealBody,
  openTestHouse,
  portionBody,
  startBody,
  type Someone,
  type TestHouse,
} from '../testing/house.ts';

/**
 * One full day, yesterday, with everything that could make two sums of it differ: counted and uncounted supplements, taken and
 * planned ones, a guess with two ends, a food that states only its energy, net carbs beside total ones, a drink with caffeine, half
 * a dish given away, a meal after midnight, and paused days round it.
 */
let house: TestHouse;
let athlete: Someone;
let friend: Someone;
let coach: Someone;
let at: string;
let sheet: DaySheet;
let document: DayDocument;
const today = athleteDay(new Date(), 'Europe/Vienna');
const day = addDays(today, -1);

const food = (name: string, per100g: object) => ({
  id: name,
  name,
  state: 'as sold',
  source: 'test',
  per100g,
});
const eat = (mealId: string, name: string, per100g: object, grams: number, change: object = {}) =>
  athlete
    .put(
      `${at}/portions/${uuidv7()}`,
      portionBody(mealId, {
        food: food(name, per100g),
        plannedGrams: grams,
        grams,
        method: 'scale',
        division: 1,
        ...change,
      }),
    )
    .expect(200);
const entry = (thing: object, time = '09:00') =>
  athlete
    .put(`${at}/day-entries/${uuidv7()}`, {
      base: 0,
      day,
      time,
      zone: 'Europe/Vienna',
      thing,
      deleted: false,
    })
    .expect(200);
const supplement = (name: string, counted: boolean, done: boolean) => ({
  kind: 'supplement',
  supplementId: uuidv7(),
  name,
  dose: { amount: 1, unit: 'scoop' },
  counted,
  certified: 'unknown',
  nutrients: { PROCNT: 25, CHOAVLDF: 3, FAT: 1.5, FIBTG: 1 },
  done,
});

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.signUp('athlete', 'Athlete');
  friend = await house.athlete('Friend');
  coach = await house.signUp('coach', 'Coach');
  at = `/api/athletes/${athlete.id}`;
  await athlete.put(`${at}/start`, startBody({ carbBasis: 'available' })).expect(200);
  await house.share(athlete, coach);
  // The season began today; the test's day is yesterday, so the season and its basis begin a week earlier.
  await sql`update season_revision set effective_from = effective_from - 7,
    document = jsonb_set(document, '{phases,0,from}', to_jsonb((effective_from - 7)::text))
    where athlete_id = ${athlete.id}`.execute(house.owner);
  await sql`update basis set from_date = from_date - 7 where athlete_id = ${athlete.id}`.execute(house.owner);
  const [breakfast, late] = [uuidv7(), uuidv7()];
  await athlete.put(`${at}/meals/${breakfast}`, mealBody(day, { eaten: true })).expect(200);
  await athlete.put(`${at}/meals/${late}`, mealBody(day, { time: '01:30', eaten: true })).expect(200);
  await eat(breakfast, 'Oats', { PROCNT: 13, FAT: 7, CHOAVLDF: 58, FIBTG: 10 }, 80);
  await eat(breakfast, 'Label bread', { ENERC: 250, PROCNT: 9, FAT: 3, CHOCDF: 48, FIBTG: 6 }, 60);
  await eat(breakfast, 'Coffee', { ENERC: 2, PROCNT: 0.1, FAT: 0, CHOAVLDF: 0, FIBTG: 0, CAFFN: 40 }, 250);
  await eat(breakfast, 'Sauce', { ENERC: 120 }, 30, { method: 'spoon', division: null });
  await eat(late, 'Curry', { PROCNT: 12, FAT: 9, CHOAVLDF: 14, FIBTG: 2 }, 300, {
    method: 'eye',
    division: null,
    guess: { low: 200, high: 450 },
  });
  // A whole dish of 400 g was on the plate; half of it went to a friend.
  await eat(late, 'Rice', { PROCNT: 2.6, FAT: 0.3, CHOAVLDF: 28, FIBTG: 0.4 }, 200);
  const given: Omit<Handover, 'id' | 'fromId' | 'fromName' | 'answer' | 'at'> = {
    toId: friend.id,
    day,
    food: food('Rice', { PROCNT: 2.6, FAT: 0.3, CHOAVLDF: 28, FIBTG: 0.4 }) as Handover['food'],
    grams: 200,
    method: 'scale',
  };
  await athlete.put(`${at}/handovers/${uuidv7()}`, given).expect(200);
  await entry(supplement('Whey', true, true));
  await entry(supplement('Casein', true, false), '22:00');
  await entry(supplement('Fish oil', false, true));
  for (const [from, until] of [
    [-4, -2],
    [2, 5],
  ] as const)
    await athlete
      .put(`${at}/standing/${uuidv7()}`, {
        base: 0,
        thing: { kind: 'pause', from: addDays(today, from), until: addDays(today, until), why: '' },
        deleted: false,
      })
      .expect(200);
  document = (await athlete.get(`${at}/days/${day}`).expect(200)).body as DayDocument;
  const { season, bases, orders } = document;
  sheet = assembleDay({
    ...document,
    date: day,
    windows: dayTargets(season, bases, orders, day)?.windows ?? null,
    turnsAt: document.athlete.dayTurnsAt,
  });
});
afterAll(() => house.close());

describe('one day has one total, whoever asks', () => {
  test('by hand: the sums of the parts, supplements and net carbs included', () => {
    const { PROCNT, CARB, ENERC, FIBTG } = sheet.nutrients;
    // 80 g oats, 60 g bread, 250 g coffee, 300 g curry, 200 g rice, one dose taken; the sauce states energy alone.
    expect(PROCNT.eaten).toBeCloseTo(0.8 * 13 + 0.6 * 9 + 0.25 + 36 + 5.2 + 25, 6);
    expect(PROCNT.planned).toBeCloseTo(25, 6);
    expect(CARB.eaten).toBeCloseTo(0.8 * 58 + 0.6 * 42 + 42 + 56 + 3, 6);
    expect(FIBTG.eaten).toBeCloseTo(8 + 3.6 + 6 + 0.8 + 1, 6);
    expect(PROCNT.atLeast).toBe(true);
    expect(ENERC.landsBetween.low).toBeLessThan(ENERC.lands);
    expect(sheet.meals.map((m) => m.time)).toEqual(['08:00', '01:30']);
  });
  test('the coach reads the same sums from the same rows', async () => {
    const seen = (await coach.get(`${at}/days/${day}`).expect(200)).body as DayDocument;
    const { season, bases, orders } = seen;
    expect(
      assembleDay({
        ...seen,
        date: day,
        windows: dayTargets(season, bases, orders, day)?.windows ?? null,
        turnsAt: seen.athlete.dayTurnsAt,
      }).nutrients,
    ).toEqual(sheet.nutrients);
  });
  test('find a day', async () => {
    const { days } = (await athlete.get(`${at}/past-days?from=${day}&to=${day}`).expect(200)).body as {
      days: FoundDay[];
    };
    const { ENERC, PROCNT, CARB, FAT } = sheet.nutrients;
    expect(days).toHaveLength(1);
    expect(days[0]).toMatchObject({
      date: day,
      kcal: ENERC.eaten,
      protein: PROCNT.eaten,
      carbs: CARB.eaten,
      fat: FAT.eaten,
      atLeast: true,
      weighedShare: sheet.weighedShare,
      landed: {
        inside: TARGET_KEYS.filter((k) => sheet.nutrients[k].state === 'inside').length,
        of: TARGET_KEYS.filter((k) => sheet.nutrients[k].window).length,
      },
    });
  });
  test('the roster', async () => {
    const { athletes } = (await coach.get('/api/roster').expect(200)).body as { athletes: RosterRow[] };
    const row = athletes.find((a) => a.athleteId === athlete.id);
    expect(row).toMatchObject({
      logged: 1,
      landed: sheet.nutrients.ENERC.state === 'inside' ? 1 : 0,
    });
    expect(row?.weighedShare).toBeCloseTo(sheet.weighedShare ?? NaN, 9);
  });
  test('the intake that expenditure and cautions are made from', async () => {
    const intake = () =>
      acting(house.appDb, athlete.token, (trx) => completeIntake(trx, athlete.id, addDays(day, -3), day));
    // Two meals are not a complete day until the athlete says that they were all.
    expect(await intake()).toEqual([]);
    await entry({ kind: 'closing', complete: true });
    const eaten = await intake();
    expect(eaten).toMatchObject([
      {
        day: isoDate(day),
        kcal: sheet.nutrients.ENERC.eaten,
        kcalSd: sheet.nutrients.ENERC.spread / K90,
        weighedShare: sheet.weighedShare ?? 0,
      },
    ]);
  });
  test('the paper, plan and log', () => {
    const inputs = {
      ...document,
      date: day,
      windows: null,
      turnsAt: document.athlete.dayTurnsAt,
    };
    const paper = (kind: 'plan' | 'log') =>
      dayPaper({ kind, day: inputs, units: { food: 'g', energy: 'kcal' }, showEnergy: true });
    const { ENERC, PROCNT, CARB, FAT } = sheet.nutrients;
    // The sauce states its energy alone: the macros are lower bounds, the energy is not.
    const figures = (of: 'eaten' | 'lands') => [
      Math.round(ENERC[of]).toLocaleString('en-GB'),
      ...[PROCNT, CARB, FAT].map((line) => `>${line[of].toFixed(1)}`),
    ];
    expect(paper('log').total).toEqual(figures('eaten'));
    expect(paper('plan').total).toEqual(figures('lands'));
    expect(paper('plan').supplements.map((r) => r.name)).toEqual(['Whey', 'Casein']);
  });
  test('the log of the week', async () => {
    const { days } = (await athlete.get(`${at}/log?from=${day}&to=${day}`).expect(200)).body as {
      days: { portions: unknown[]; entries: unknown[] }[];
    };
    expect(days[0]?.portions).toHaveLength(document.portions.length);
    // The day was closed since it was read.
    const read = days[0]?.entries as DayDocument['entries'];
    expect(read.filter((e) => e.thing.kind !== 'closing')).toEqual(document.entries);
  });
});
