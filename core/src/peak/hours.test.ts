import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { clockOf } from '../units/index.ts';
import {
  delayed,
  drinksOf,
  eveHours,
  nextSlot,
  type ShowDay,
  showHours,
  type Slot,
  slotClock,
} from './hours.ts';
import { boardFaults } from './limits.ts';
import { testBoard } from '../testing/index.ts';

const show: ShowDay = {
  wake: '05:30',
  bed: '23:00',
  stages: [
    { name: 'Pre-judging', at: '14:30' },
    { name: 'Finals', at: '19:00' },
  ],
  travel: null,
  checkIn: null,
  tan: { at: '12:30', minutes: 30 },
  pumpUpMinutes: 25,
};
const meals = (slots: readonly Slot[]): Slot[] => slots.filter((s) => s.kind === 'meal');
const clocks = (slots: readonly Slot[]): string[] => slots.map((s) => slotClock(s.at));
const sum = (slots: readonly Slot[], key: 'carbs' | 'millilitres'): number =>
  slots.reduce((t, s) => t + s[key], 0);

/** No two meals within an hour, no meal and no glass on stage, all of the carbs and the water in it. */
const holds = (slots: readonly Slot[], carbs: number, water: number): void => {
  const eaten = meals(slots);
  eaten.forEach((meal, i) => {
    const next = eaten[i + 1];
    if (next) expect(next.at - meal.at).toBeGreaterThanOrEqual(60);
    for (const stage of slots.filter((s) => s.kind === 'stage'))
      expect(meal.at < stage.at || meal.at >= stage.at + stage.length).toBe(true);
  });
  for (const glass of slots.filter((s) => s.kind === 'glass'))
    for (const stage of slots.filter((s) => s.kind === 'stage'))
      expect(glass.at < stage.at || glass.at >= stage.at + stage.length).toBe(true);
  if (eaten.length === 0) return;
  expect(sum(slots, 'carbs')).toBe(carbs);
  expect(sum(slots, 'millilitres')).toBeCloseTo(water, 6);
};

describe('the day of the show by the hour', () => {
  const slots = showHours(show, 240, 2400);
  test('meals are laid back from the stage, an hour before it at the latest, and go on after the finals', () => {
    // By hand: 13:30, 11:00, 8:30 and 6:00 before 14:30; 18:00 and 15:30 before 19:00; 19:50 and 22:20 is past 22:15.
    expect(clocks(meals(slots))).toEqual(['06:00', '08:30', '11:00', '13:30', '15:30', '18:00', '19:50']);
    holds(slots, 240, 2400);
  });
  test('small meals before the stage hold 25 to 40 g; the rest comes after it', () => {
    const eaten = meals(slots);
    for (const meal of eaten.slice(0, 6)) {
      expect(meal.carbs).toBeGreaterThanOrEqual(25);
      expect(meal.carbs).toBeLessThanOrEqual(40);
    }
  });
  test('tan and pump-up stand where they are; a meal in the tan goes before it', () => {
    expect(slots.filter((s) => s.kind === 'pump-up').map((s) => clockOf(s.at))).toEqual(['14:00', '18:30']);
    const later = showHours({ ...show, tan: { at: '13:20', minutes: 30 } }, 240, 2400);
    expect(clocks(meals(later))).toContain('13:10');
    holds(later, 240, 2400);
  });
  test('an hour of delay moves what hangs on it and leaves something to eat meanwhile', () => {
    const late = showHours(delayed(show, 60), 240, 2400);
    expect(late.filter((s) => s.kind === 'stage').map((s) => clockOf(s.at))).toEqual(['15:30', '20:00']);
    expect(clocks(meals(late))).toContain('14:30');
    holds(late, 240, 2400);
  });
  test('a delay past midnight stays at the end of the day', () => {
    const late = { ...show, bed: '02:00', stages: [{ name: 'Finals', at: '23:30' }], tan: null };
    const moved = showHours(delayed(late, 60), 240, 2400);
    const stage = moved.find((s) => s.kind === 'stage');
    expect([stage?.at, stage && slotClock(stage.at)]).toEqual([1470, '00:30']);
    holds(moved, 240, 2400);
  });
  test('what is now and what comes next', () => {
    const at = (clock: number) => nextSlot(slots, clock);
    expect(at(10 * 60 + 52).next).toMatchObject({ kind: 'meal', at: 660 });
    expect(at(12 * 60 + 40).now).toMatchObject({ kind: 'tan' });
    expect(at(23 * 60 + 30).next).toBeUndefined();
  });
  test('a law: whatever the times, meals lie an hour apart, none on stage, and nothing is lost', () => {
    const clock = (from: number, to: number) =>
      fc.integer({ min: from, max: to }).map((m) => slotClock(m * 5));
    fc.assert(
      fc.property(
        clock(36, 108),
        fc.array(clock(108, 264), { minLength: 1, maxLength: 4 }),
        fc.option(fc.record({ at: clock(72, 264), minutes: fc.integer({ min: 5, max: 180 }) }), {
          nil: null,
        }),
        fc.option(fc.record({ at: clock(72, 264), minutes: fc.integer({ min: 5, max: 90 }) }), { nil: null }),
        fc.integer({ min: 0, max: 45 }),
        fc.integer({ min: 50, max: 900 }),
        fc.integer({ min: 117, max: 780 }),
        (wake, stages, travel, tan, pumpUpMinutes, carbs, tens) => {
          const day: ShowDay = {
            wake,
            bed: '23:30',
            stages: stages.map((at, i) => ({ name: `Class ${i + 1}`, at })),
            travel,
            checkIn: null,
            tan,
            pumpUpMinutes,
          };
          holds(showHours(day, carbs, tens * 10), carbs, tens * 10);
          holds(eveHours(day, carbs, tens * 10), carbs, tens * 10);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('the eve', () => {
  test('six meals from half an hour after waking to an hour before bed, equal to the gram', () => {
    const slots = eveHours(show, 308, 3600);
    expect(clocks(meals(slots))[0]).toBe('06:00');
    expect(clocks(meals(slots)).at(-1)).toBe('22:00');
    expect(meals(slots).map((m) => m.carbs)).toEqual([52, 52, 51, 51, 51, 51]);
    holds(slots, 308, 3600);
  });
  test('a bed time after midnight belongs to the evening', () => {
    const slots = eveHours({ ...show, bed: '00:30' }, 300, 3000);
    expect(slotClock(meals(slots).at(-1)?.at ?? 0)).toBe('23:30');
  });
});

describe('water by the hour', () => {
  const board = testBoard({ show });
  const refused = (change: object): string[] =>
    boardFaults({ ...board, ...change }, { from: -1, to: 0 }, { hasCoach: true, weightKg: 78 })
      .filter((f) => f.level === 'refuse')
      .map((f) => f.sentence);
  test('the worked day holds', () => expect(refused({})).toEqual([]));
  test('an hour that holds more than a litre cannot be planned, though the day may', () => {
    const short = {
      ...show,
      wake: '18:00',
      bed: '22:00',
      stages: [{ name: 'Stage', at: '20:00' }],
      tan: null,
    };
    expect(refused({ show: short, set: { '0 water': 4000 } })[0]).toMatch(/within (an hour|three hours)/);
  });
  test('twelve hours without a drink, sleep with it, cannot be planned', () => {
    const dry = { ...show, wake: '11:00', bed: '20:00', stages: [{ name: 'Stage', at: '17:00' }], tan: null };
    expect(refused({ show: dry })).toContain(
      'More than 12 hours without a drink, sleep with it, cannot be planned.',
    );
  });
  test('the drinks of a plan are all of its water', () =>
    expect(drinksOf(showHours(show, 240, 2400)).reduce((t, d) => t + d.millilitres, 0)).toBe(2400));
});
