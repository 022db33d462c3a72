import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Trend } from '@maul/contract/body';
import type { CheckIn, Packet } from '@maul/contract/coaching';
import type { DayDocument } from '@maul/contract/diary';
import type { ResponseOf } from '@maul/contract/routes';
import { addDays, athleteDay } from '@maul/core/units';
import { DEFAULT_PROFILE } from '@maul/contract/people';
import { v7 as uuidv7 } from 'uuid';
import {
  mealBody,
  openTestHouse,
  portionBody,
  saying,
  type Someone,
  startBody,
  type TestHouse,
} from '../testing/house.ts';
import { bytesOf, pdfText } from '../testing/pdf.ts';

const today = athleteDay(new Date(), 'Europe/Vienna');
const back = (n: number) => addDays(today, -n);
const id = uuidv7();
let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let grant: string;
let at: string;

/** 900 kcal of a food that states its energy, eaten on a closed day. */
const eatLittle = async (day: string): Promise<void> => {
  const meal = uuidv7();
  await athlete.put(`${at}/meals/${meal}`, mealBody(day, { eaten: true })).expect(200);
  const food = {
    id: 'plain',
    name: 'Plain food',
    state: 'as sold',
    source: 'test',
    per100g: { ENERC: 450, PROCNT: 20, FAT: 10, CHOAVLDF: 70 },
  };
  await athlete
    .put(
      `${at}/portions/${uuidv7()}`,
      portionBody(meal, { food, plannedGrams: null, grams: 200, method: 'scale', division: 1 }),
    )
    .expect(200);
  await saying(athlete)(day, { kind: 'closing', complete: true }, '22:00');
};
const read = async (by: Someone) =>
  ((await by.get(`${at}/check-ins/${id}`).expect(200)).body as CheckIn).packet;
const named = (packet: Packet) => packet.cautions?.map((c) => c.id);

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.signUp('athlete', 'Eats Little');
  at = `/api/athletes/${athlete.id}`;
  const profile = { ...DEFAULT_PROFILE, health: { ...DEFAULT_PROFILE.health, oftenIll: true } };
  await athlete.put(`${at}/start`, startBody({ profile })).expect(200);
  coach = await house.signUp('coach', 'Coach Fen');
  grant = await house.share(athlete, coach);
  for (let n = 30; n >= 1; n -= 1)
    await athlete
      .put(`${at}/weigh-ins/${uuidv7()}`, { base: 0, day: back(n), kg: 84 + 0.1 * (n % 3), deleted: false })
      .expect(200);
  for (let n = 7; n >= 1; n -= 1) await eatLittle(back(n));
  const { season } = (await athlete.get(`${at}/days/${today}`).expect(200)).body as DayDocument;
  await coach
    .put(`${at}/orders/${uuidv7()}`, {
      phaseId: season.phases[0]?.id,
      from: today,
      until: null,
      dayTypes: null,
      macro: 'CARB',
      change: { kind: 'relative', amount: 25 },
      lever: null,
      reason: 'More of it.',
      confirmed: [],
    })
    .expect(200);
  await coach
    .put(`${at}/movement/${uuidv7()}`, {
      from: today,
      until: null,
      movement: { kind: 'cardio', minutes: 20, daysPerWeek: 3 },
      reason: 'For the legs.',
    })
    .expect(200);
  await athlete.put(`${at}/check-ins/${id}`, { to: back(1), words: '' }).expect(200);
});
afterAll(() => house.close());

test('what came of each change is what Trend says of it, with what it was', async () => {
  const { ledger } = (await athlete.get(`${at}/trend`).expect(200)).body as Trend;
  const { came = [] } = await read(athlete);
  expect(came.map(({ what: _, ...row }) => row)).toEqual(ledger);
  expect(came.map((row) => row.what).sort()).toEqual([
    '20 min of cardio on 3 days a week',
    'carbs +25 g on all days',
  ]);
  expect(came.map((row) => row.verdict)).toEqual(['early', 'early']);
});

test('the cautions are those of the day after, and what is said of health beside them', async () => {
  const { cautions } = (await athlete.get(`${at}/cautions`).expect(200)).body as ResponseOf<'cautions'>;
  const packet = await read(athlete);
  expect(cautions.map((c) => c.id)).toContain('very-low-intake');
  for (const caution of cautions) expect(packet.cautions).toContainEqual(caution);
  expect(named(packet)?.at(-1)).toBe('signs-of-low-availability');
  expect(await read(coach)).toEqual(packet);
});

test('they stay as they were sent, whatever is eaten later', async () => {
  const sent = await read(athlete);
  const day = (await athlete.get(`${at}/days/${back(1)}`).expect(200)).body as DayDocument;
  const portion = day.portions[0];
  await athlete
    .put(
      `${at}/portions/${portion?.id}`,
      portionBody(portion?.mealId ?? '', { base: 1, grams: 4000, plannedGrams: null, method: 'scale' }),
    )
    .expect(200);
  const { cautions } = (await athlete.get(`${at}/cautions`).expect(200)).body as ResponseOf<'cautions'>;
  expect(cautions.map((c) => c.id)).not.toContain('very-low-intake');
  expect(await read(athlete)).toEqual(sent);
});

test('the letter says both', async () => {
  const text = pdfText(await bytesOf(athlete.get(`${at}/check-ins/${id}/letter.pdf`))).replace(/\s+/g, ' ');
  expect(text).toMatch(/What came of what was changed .*carbs \+25 g on all days from .*Too early to tell/);
  expect(text).toMatch(/Cautions .*The last seven days average 900 kcal eaten, below/);
  expect(text).toContain('frequent illness');
});

test('a coach reads of them only what is told from what they are shown', async () => {
  const sees = async (kinds: string[]) => {
    await athlete.put(`${at}/grants/${grant}/sees`, { sees: kinds }).expect(200);
    return read(coach);
  };
  const food = await sees(['log']);
  expect(named(food)).toEqual(['very-low-intake']);
  expect(food.came).toEqual([]);
  expect(named(await sees(['health']))).toEqual(['signs-of-low-availability']);
  expect(named(await sees([]))).toEqual([]);
  const body = await sees(['body']);
  expect([named(body), body.came?.length]).toEqual([[], 2]);
});
