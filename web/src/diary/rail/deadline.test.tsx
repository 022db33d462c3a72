/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { phaseTemplate } from '@maul/core/plan';
import { testBoard } from '@maul/core/testing';
import { addDays } from '@maul/core/units';
import { render, screen } from '@testing-library/react';
import { afresh } from '../../testing/render.tsx';
import { testDay, testEntry, testMeal, testPortion, TODAY } from '../../testing/samples.ts';
import { Deadline, takenBy } from './Deadline.tsx';
import { deadlinesOf } from './deadlines.ts';

const peak = {
  ...phaseTemplate('peak-week', addDays(TODAY, -3), addDays(TODAY, 3), 'peak'),
  board: testBoard(),
};
const glass = (id: string, time: string, done = true) =>
  testEntry(id, time, { kind: 'water', millilitres: 500, vessel: null, done });
const salted = (id: string, meal: string, sodium?: number) => {
  const portion = testPortion(id, meal, { grams: 100, method: 'scale', division: 1 });
  return { ...portion, food: { ...portion.food, per100g: sodium === undefined ? {} : { NA: sodium } } };
};
const day = (change = {}) =>
  testDay({
    season: { events: [], phases: [peak] },
    meals: [testMeal('m1', '08:00', { eaten: true }), testMeal('m2', '19:00', { eaten: true })],
    portions: [salted('p1', 'm1', 700), salted('p2', 'm2', 900)],
    entries: [glass('w1', '07:00'), glass('w2', '09:00', false), glass('w3', '12:00')],
    ...change,
  });
beforeEach(afresh);

describe('water and salt on the rail of a peak week', () => {
  test('four marks on a day of a board, none on others', () => {
    expect(deadlinesOf(day()).map((d) => d.millilitres)).toEqual([900, 1800, 2700, 3600]);
    expect(deadlinesOf(testDay({ season: { events: [], phases: [] } }))).toEqual([]);
  });
  test('what was taken by a time: glasses that were drunk and meals that were eaten up to it', () => {
    expect(takenBy(day(), 13 * 60)).toEqual({ millilitres: 1000, sodium: 700, atLeast: false });
    expect(takenBy(day(), 20 * 60)).toEqual({ millilitres: 1000, sodium: 1600, atLeast: false });
  });
  test('sodium that a food does not state makes it at least so much', () =>
    expect(takenBy(day({ portions: [salted('p1', 'm1')] }), 20 * 60)).toMatchObject({
      sodium: 0,
      atLeast: true,
    }));
  test('a day that is over says what it came to; one that is to come what is due', () => {
    const by = { at: 780, millilitres: 1800, sodium: 1600 };
    const { unmount } = render(
      <Deadline day={day({ date: addDays(TODAY, -1), entries: [], today: TODAY })} by={by} />,
    );
    expect(screen.getByText(/came to 0\.0 of 1\.8 L, sodium 700 of 1,600 mg/)).toBeTruthy();
    unmount();
    render(<Deadline day={day({ date: addDays(TODAY, 1), today: TODAY })} by={by} />);
    expect(screen.getByText(/by then 1\.8 L water, 1,600 mg sodium since waking/)).toBeTruthy();
  });
});
