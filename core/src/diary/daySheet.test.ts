import { minutesIntoDay, K90 } from '../units/index.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { TARGET_KEYS } from '../nutrition/index.ts';
import { daySheet, mealTitle, windowState, type SheetMeal, type SheetPortion } from './daySheet.ts';

const portion = (id: string, change: Partial<SheetPortion> = {}): SheetPortion => ({
  id,
  food: {
    id: 'rice',
    name: 'Rice, white',
    state: 'dry',
    per100g: { PROCNT: 7, FAT: 1, CHOAVLDF: 78, FIBTG: 1 },
  },
  plannedGrams: 100,
  grams: null,
  method: null,
  division: null,
  ...change,
});
const meal = (id: string, time: string, portions: SheetPortion[], eaten = false): SheetMeal => ({
  id,
  time,
  eaten,
  portions,
});
const window = (low: number, high: number) => ({ low, aim: (low + high) / 2, high, kind: 'point' as const });
const windows = {
  ENERC: window(300, 400),
  PROCNT: window(6, 8),
  CARB: window(70, 80),
  FAT: window(0, 2),
  FIBTG: window(0, 5),
};
const sheet = (meals: SheetMeal[], extra: object = {}) =>
  daySheet({ meals, windows, carbBasis: 'available', ...extra });

describe('the day', () => {
  test('planned is planned, measured counts as eaten', () => {
    const day = sheet([
      meal('a', '08:00', [portion('p1', { grams: 90, method: 'scale', division: 1 }), portion('p2')]),
    ]);
    expect(day.nutrients.CARB).toMatchObject({
      eaten: 70.2,
      planned: 78,
      state: 'inside',
      landsState: 'over',
      atLeast: false,
    });
    expect(day.meals[0]?.measured).toBe(1);
    expect(day.meals[0]?.lines.map((l) => l.state)).toEqual(['measured', 'planned']);
  });
  test('cooking fat that is not counted stands on the meal and holds nothing', () => {
    const oil = portion('oil', { grams: 10, method: 'spoon' });
    const pan = { ...oil, food: { ...oil.food, counted: false } };
    const day = sheet([
      meal('a', '08:00', [portion('p1', { grams: 90, method: 'scale', division: 1 }), pan]),
    ]);
    expect(day.meals[0]?.lines).toHaveLength(2);
    expect(day.nutrients.CARB.eaten).toBeCloseTo(70.2, 9);
    expect(day.weighedShare).toBe(1);
  });
  test('meals are numbered by time, and 00:30 is the end of the day', () => {
    const day = sheet([meal('late', '00:30', []), meal('b', '19:00', []), meal('a', '06:40', [])]);
    expect(day.meals.map((m) => [m.number, m.id])).toEqual([
      [1, 'a'],
      [2, 'b'],
      [3, 'late'],
    ]);
    expect(minutesIntoDay('04:00')).toBe(0);
    expect(minutesIntoDay('03:59')).toBe(1439);
    expect(() => minutesIntoDay('25:00')).toThrow('"25:00" is not a time of the day written HH:MM.');
  });
  test('what is on the scale now counts in the same computation', () => {
    const meals = [meal('a', '08:00', [portion('p1')])];
    const live = sheet(meals, { live: { portionId: 'p1', grams: 50, division: 1 } });
    expect(live.meals[0]?.lines[0]?.state).toBe('live');
    expect(live.nutrients.CARB.eaten).toBe(39);
    expect(live.nutrients.CARB.planned).toBe(0);
    expect(live.weighedShare).toBe(1);
  });
  test('a food that does not state it makes the sum a lower bound', () => {
    const fish = portion('f', {
      grams: 100,
      method: 'scale',
      food: { id: 'fish', name: 'Fish', state: 'raw', per100g: { ENERC: 90, PROCNT: 20, FAT: 1 } },
    });
    const day = sheet([meal('a', '08:00', [fish])]);
    expect(day.nutrients.CARB.atLeast).toBe(true);
    expect(day.nutrients.PROCNT.atLeast).toBe(false);
    expect(day.nutrients.ENERC.eaten).toBe(90);
    expect(day.meals[0]?.atLeast.CARB).toBe(true);
  });
  test('no phase: everything but windows', () => {
    const day = daySheet({ meals: [meal('a', '08:00', [portion('p')])], windows: null, carbBasis: 'total' });
    expect(day.nutrients.CARB).toMatchObject({ window: null, state: null, landsState: null, planned: 79 });
  });
  test('the spread is the 90 % band of scale and composition', () => {
    const day = sheet([meal('a', '08:00', [portion('p', { grams: 100, method: 'eye' })])]);
    // 25 % by eye and 10 % composition in quadrature of 78 g: GUM 5.1.
    expect(day.nutrients.CARB.spread).toBeCloseTo(K90 * 78 * Math.hypot(0.25, 0.1), 9);
    expect(sheet([]).nutrients.CARB.spread).toBe(0);
  });
  test('weighed share, unknown on an empty day', () => {
    const day = sheet([
      meal('a', '08:00', [
        portion('p', { grams: 100, method: 'scale' }),
        portion('q', { grams: 100, method: 'eye' }),
      ]),
    ]);
    expect(day.weighedShare).toBe(0.5);
    expect(sheet([]).weighedShare).toBeUndefined();
  });
  test('law: the day is the sum of its meals, and moving a meal changes no sum', () => {
    const grams = fc.array(fc.integer({ min: 1, max: 800 }), { minLength: 1, maxLength: 8 });
    const time = fc
      .tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }))
      .map(([h, m]) => `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`);
    fc.assert(
      fc.property(fc.array(grams, { minLength: 1, maxLength: 6 }), time, (days, moved) => {
        const meals = days.map((g, i) =>
          meal(
            `m${i}`,
            `${String(6 + i).padStart(2, '0')}:00`,
            g.map((x, j) => portion(`p${i}-${j}`, { grams: x, method: 'scale' })),
          ),
        );
        const first = sheet(meals);
        const second = sheet(meals.map((m, i) => (i === 0 ? { ...m, time: moved } : m)));
        for (const key of TARGET_KEYS) {
          expect(first.meals.reduce((s, m) => s + m.totals[key], 0)).toBeCloseTo(
            first.nutrients[key].eaten,
            6,
          );
          expect(second.nutrients[key].eaten).toBeCloseTo(first.nutrients[key].eaten, 6);
        }
      }),
    );
  });
});

test('states at the very edge of a window are inside', () => {
  expect(windowState(134, { low: 134, high: 146 })).toBe('inside');
  expect(windowState(146, { low: 134, high: 146 })).toBe('inside');
  expect(windowState(146.01, { low: 134, high: 146 })).toBe('over');
  expect(windowState(133.9, { low: 134, high: 146 })).toBe('short');
});

test('a meal is named by what is heaviest in it', () => {
  const named = (name: string, g: number) =>
    portion(name, { plannedGrams: g, food: { id: name, name, state: 'raw', per100g: {} } });
  expect(
    mealTitle([
      named('Rapeseed oil', 6),
      named('Trout fillet', 100),
      named('Potato', 180),
      named('Savoy cabbage', 80),
    ]),
  ).toBe('Trout fillet, potato, savoy cabbage');
  expect(mealTitle([])).toBe('Nothing in it yet');
});
