import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { DayDocument, MealRow, PortionRow } from '@maul/contract/diary';
import { useOutbox } from '../../data/sending/outbox.ts';
import { outbox } from '../../data/session.ts';
import { testDay, testMeal, testPortion } from '../../testing/samples.ts';
import { keepLine, mealNumbered } from './keep.ts';
import type { Understood } from './resolve.ts';

// Nothing is sent here: what waits is looked at.
globalThis.fetch = jest.fn(() => Promise.reject(new TypeError('Failed to fetch')));
// It is let go at the end of each test: no timer outlives it.
const dropped = () => useOutbox.getState().entries.forEach((entry) => outbox.drop(entry.key));
afterEach(dropped);

const food = testPortion('f').food;
const meal = (id: string, day: string, time: string): MealRow =>
  testMeal(id, time, { day: day as MealRow['day'], eaten: true });
const portion = (id: string, mealId: string, grams: number): PortionRow =>
  testPortion(id, mealId, { food, plannedGrams: 60, grams, method: 'scale', division: 1 });
const dayOf = (date: string, meals: MealRow[], portions: PortionRow[]) =>
  testDay({ date: date as DayDocument['date'], meals, portions });
const today = dayOf('2026-11-25', [meal('m1', '2026-11-25', '08:00')], [portion('p1', 'm1', 55)]);
const yesterday = dayOf(
  '2026-11-24',
  [meal('y2', '2026-11-24', '13:00'), meal('y1', '2026-11-24', '07:00')],
  [portion('q1', 'y1', 80), portion('q2', 'y2', 90)],
);
const one = (grams: number): Understood => ({
  kind: 'portion',
  at: [0, 1],
  portion: { food, plannedGrams: grams, grams: null, method: null },
  says: '',
  assumed: null,
});
const copy = (number: number | null, times = 1): Understood => ({
  kind: 'copy',
  at: [0, 1],
  copy: { kind: 'copy', at: [0, 1], number, day: 1, times },
  from: yesterday.date,
  says: '',
});
const sources = new Map([
  [today.date, today],
  [yesterday.date, yesterday],
]);
const waiting = () =>
  useOutbox.getState().entries.map((e) => {
    const body: Record<string, unknown> = { ...e.body };
    return { route: e.route, body };
  });

beforeEach(() => useOutbox.setState({ entries: [], reachable: true, trouble: null }));

describe('keeping what a line says', () => {
  test('foods go to the end of their meal, in their order', () => {
    keepLine(today, [one(100), one(200)], { mealId: 'm1', says: '' }, sources, '10:00', 'line');
    expect(waiting().map(({ body }) => [body.mealId, body.position, body.plannedGrams])).toEqual([
      ['m1', 1, 100],
      ['m1', 2, 200],
    ]);
  });
  test('a new meal is made at its time, and water is drunk then', () => {
    const water: Understood = { kind: 'water', at: [0, 1], millilitres: 500, says: '' };
    keepLine(today, [one(100), water], { time: '15:30', says: '' }, sources, '10:00', 'line');
    const [made, added, drunk] = waiting();
    expect(made).toMatchObject({ route: 'putMeal', body: { time: '15:30', eaten: false } });
    expect(added).toMatchObject({ route: 'putPortion' });
    expect(drunk).toMatchObject({
      route: 'putDayEntry',
      body: { time: '15:30', thing: { millilitres: 500, done: true } },
    });
  });
  test('a copy of a meal is planned: what was weighed becomes its plan', () => {
    keepLine(today, [copy(1)], { mealId: 'm1', says: '' }, sources, '10:00', 'line');
    const [made, added] = waiting();
    expect(made).toMatchObject({
      route: 'putMeal',
      body: { day: '2026-11-25', time: '07:00', eaten: false },
    });
    expect(added).toMatchObject({ body: { plannedGrams: 80, grams: null, method: null } });
  });
  test('a whole day keeps its hours', () => {
    keepLine(today, [copy(null)], { mealId: 'm1', says: '' }, sources, '10:00', 'line');
    const times = waiting().flatMap(({ route, body }) => (route === 'putMeal' ? [body.time] : []));
    expect(times.sort()).toEqual(['07:00', '13:00']);
  });
  test('what is not there to copy is said before anything is written', () => {
    const empty = new Map([[yesterday.date, dayOf('2026-11-24', [], [])]]);
    const keep = (what: Understood[], from: ReadonlyMap<string, DayDocument>) => () =>
      keepLine(today, what, { mealId: 'm1', says: '' }, from, '10:00', 'line');
    expect(keep([one(10), copy(null)], empty)).toThrow('There is nothing on that day to copy.');
    expect(keep([one(10), copy(9)], sources)).toThrow('There is no meal 9 on that day.');
    expect(waiting()).toEqual([]);
  });
  test('meals are found by their number', () => {
    expect(mealNumbered(yesterday, 1)?.id).toBe('y1');
    expect(mealNumbered(yesterday, 3)).toBeUndefined();
  });
});
