import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { DayDocument } from '@maul/contract/diary';
import type { PeakLog } from '@maul/contract/peak';
import type { SeasonDocument } from '@maul/contract/plan';
import type { Problem } from '@maul/contract/problems';
import { EMPTY_MORNING } from '@maul/contract/body';
import { type Board, DEFAULT_PROTOCOL, setCell } from '@maul/core/peak';
import { testBoard } from '@maul/core/testing';
import { dayTargets, phaseTemplate, type Season } from '@maul/core/plan';
import { addDays, athleteDay, type IsoDate } from '@maul/core/units';
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
const board = (change: Partial<Board> = {}): Board =>
  testBoard({ usual: { ...testBoard().usual, carbs: 260 }, ...change });
const read = async (by: Someone, of = by) =>
  (await by.get(`${at(of)}/season`).expect(200)).body as SeasonDocument;
/** The season with a peak week that starts today and a board in it. */
const peakSeason = ({ season }: SeasonDocument, one: Board): Season => {
  const show = { id: uuidv7(), kind: 'show' as const, name: 'Show', date: addDays(today, 6) };
  return {
    events: [show],
    phases: [
      ...season.phases.slice(0, 1).map((p) => ({ ...p, to: addDays(today, -1) })),
      { ...phaseTemplate('peak-week', today, show.date, uuidv7(), { hangsOn: show.id }), board: one },
    ].filter((p) => p.from <= p.to),
  };
};
const put = async (by: Someone, one: Board, more: object = {}, of = by) => {
  const document = await read(by, of);
  return by.put(`${at(of)}/season/${uuidv7()}`, {
    base: document.history[0]?.number ?? 0,
    season: peakSeason(document, one),
    reason: null,
    confirmed: [],
    ...more,
  });
};

describe('a board in a season', () => {
  test('its days are the targets, to the gram, on the season and on the day', async () => {
    const who = await house.athlete('Peaks');
    const answer = await put(who, board());
    expect([answer.status, (answer.body as Problem).detail]).toEqual([200, undefined]);
    const document = await read(who);
    const day = dayTargets(document.season, document.bases, [], addDays(today, 3));
    expect([day?.dayType.name, day?.windows.CARB?.aim]).toEqual(['D−3', 315]);
    const seen = (await who.get(`${at(who)}/days/${today}`).expect(200)).body as DayDocument;
    expect(seen.season.phases.find((p) => p.board)?.board?.usual.carbs).toBe(260);
  });
  test('water beyond a limit is kept for nobody, confirmed or not; nothing is changed', async () => {
    const who = await house.athlete('Drinks');
    const coach = await house.signUp('coach', 'Coach');
    await house.share(who, coach);
    const before = (await read(who)).history.length;
    for (const [by, cell] of [
      [who, setCell(board(), -3, 'water', 8050)],
      [coach, setCell(board(), -3, 'water', 8050)],
      [coach, setCell(board(), -3, 'water', 1169)],
    ] as const) {
      const refused = await put(by, cell, { confirmed: ['peak-water', 'peak-water-low'] }, who);
      expect(refused.status).toBe(422);
      expect((refused.body as Problem).type).toBe('urn:maul:problem:caution-x');
    }
    expect((await read(who)).history).toHaveLength(before);
  });
  test('load and cut: refused without a coach; with one it waits for the athlete', async () => {
    const cut = board({ protocol: { ...DEFAULT_PROTOCOL, water: 'cut' } });
    const alone = await house.athlete('Alone');
    expect(((await put(alone, cut, { confirmed: ['peak-water-cut'] })).body as Problem).detail).toContain(
      'not planned without a coach',
    );
    const who = await house.athlete('Coached');
    const coach = await house.signUp('coach', 'Second Coach');
    await house.share(who, coach);
    const unconfirmed = await put(coach, cut, {}, who);
    expect((unconfirmed.body as Problem).type).toBe('urn:maul:problem:caution-unconfirmed');
    const signed = await put(coach, cut, { confirmed: ['peak-water-cut', 'peak-water-low'] }, who);
    expect([signed.status, (signed.body as Problem).detail]).toEqual([200, undefined]);
    expect((signed.body as SeasonDocument).pending?.waitsFor).toBe('the athlete');
  });
  test.each([
    ['a column that is none', { protocol: { ...DEFAULT_PROTOCOL, water: 'gallons' } }],
    ['a cell of a day that no board has', { set: { '-20 carbs': 100 } }],
    ['more in a cell than a day can hold', { set: { '-3 carbs': 9000 } }],
    ['a time that is none', { show: { wake: '25:00' } }],
  ])('%s is refused', async (_, change) => {
    const who = await house.athlete(`Refused ${uuidv7()}`);
    expect((await put(who, board(change as unknown as Partial<Board>))).status).toBe(422);
  });
});

describe('the mornings of a board', () => {
  test('are expected from the log and the signed board, with their parts; without a board nothing is', async () => {
    const who = await house.athlete('Expects');
    for (let back = 20; back >= 1; back -= 1) {
      const day = addDays(today, -back);
      await who
        .put(`${at(who)}/weigh-ins/${uuidv7()}`, { base: 0, day, kg: 78 + 0.1 * (back % 3), deleted: false })
        .expect(200);
    }
    const log = async () =>
      (await who.get(`${at(who)}/peak-log?from=${today}&to=${addDays(today, 6)}`).expect(200))
        .body as PeakLog;
    expect((await log()).expected).toEqual([]);
    const usual = { ...board().usual, carbs: 300 };
    const early = board({ usual, protocol: { ...DEFAULT_PROTOCOL, carbs: 'load-late' } });
    const answer = await put(who, early, {
      confirmed: ['very-low-intake', 'low-energy-availability', 'losing-too-fast'],
    });
    expect([answer.status, (answer.body as Problem).detail]).toEqual([200, undefined]);
    const { pending } = answer.body as SeasonDocument;
    // A board that waits for a second word is not what is eaten.
    const { expected } = await log();
    if (pending) return expect(expected).toEqual([]);
    expect(expected.map((e) => e.day)).toEqual([1, 2, 3, 4, 5, 6].map((n) => addDays(today, n)));
    // 8 g/kg on D−2: the morning after is heavier by glycogen and its water.
    const after = expected.find((e) => e.day === addDays(today, 5));
    expect(after?.parts.find((p) => p.name === 'carbs')?.kg).toBeGreaterThan(0.3);
    expect(after?.unknown).toEqual(['gut']);
    expect(after?.high).toBeGreaterThan(after?.kg ?? Infinity);
  });
});

describe('the log of a peak week', () => {
  test('what was eaten, drunk and seen, day by day; usual from the days before; nobody else reads it', async () => {
    const who = await house.athlete('Logs');
    const log = async (from: IsoDate, to: IsoDate) =>
      (await who.get(`${at(who)}/peak-log?from=${from}&to=${to}`).expect(200)).body as PeakLog;
    const say = saying(who);
    const glass = { kind: 'water', millilitres: 500, vessel: null, done: true };
    for (const back of [3, 2, 1]) {
      await say(addDays(today, -back), { ...glass, millilitres: 3000 });
      await say(addDays(today, -back), { ...EMPTY_MORNING, sleepHours: 7 }, '06:00');
    }
    await say(today, glass);
    await say(today, { ...glass, done: false }, '12:00');
    await say(today, { ...EMPTY_MORNING, sleepHours: 6.5 }, '06:00');
    await say(today, { kind: 'cardio', what: '', minutes: 20, kcal: null, steps: null, done: true }, '07:00');
    await say(today, { kind: 'cardio', what: '', minutes: 15, kcal: null, steps: null, done: true }, '17:00');
    await say(today, { kind: 'posing', what: '', minutes: 30, done: false }, '18:00');
    await say(today, { kind: 'look', fullness: 2, tightness: 4, waist: 2, words: '' }, '11:00');
    const meal = uuidv7();
    await who.put(`${at(who)}/meals/${meal}`, mealBody(today, { eaten: true })).expect(200);
    const { food } = portionBody(meal);
    const rice = { ...food, per100g: { CHOAVLDF: 28, PROCNT: 2.7, FAT: 0.3, FIBTG: 0.4, ENERC: 130 } };
    const portion = portionBody(meal, { food: rice, plannedGrams: null, grams: 200, method: 'scale' });
    await who.put(`${at(who)}/portions/${uuidv7()}`, portion).expect(200);
    const told = await log(today, addDays(today, 1));
    expect(told.days).toHaveLength(2);
    expect(told.days[0]).toMatchObject({ day: today, water: 500, sodium: 0, sodiumAtLeast: true });
    expect(told.days[0]).toMatchObject({ training: 0, cardio: 35, posing: 0, sleep: 6.5 });
    expect(told.days[0]?.protein).toBeCloseTo(5.4, 6);
    // Counted as total carbohydrate, as this athlete does: 200 g of 28 and 0.4 g fibre; and as the day's own page counts it.
    expect(told.days[0]?.carbs).toBeCloseTo(56.8, 6);
    expect(told.days[1]).toMatchObject({ carbs: 0, water: 0, kg: null, sleep: null });
    expect(told.usual).toMatchObject({
      water: { mean: 3000, days: 3 },
      sleep: { mean: 7, days: 3 },
      sodium: null,
    });
    expect(told.looks).toMatchObject([{ day: today, time: '11:00', fullness: 2, tightness: 4, waist: 2 }]);
    await who.get(`${at(who)}/peak-log?from=${today}&to=${addDays(today, 40)}`).expect(422);
    const stranger = await house.athlete('Stranger');
    await stranger.get(`${at(who)}/peak-log?from=${today}&to=${today}`).expect(404);
  });
});
