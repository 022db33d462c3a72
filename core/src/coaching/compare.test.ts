import { expect, test } from '@jest/globals';
import { addDays, daysBetween, isoDate } from '../units/index.ts';
import { weeksBeside } from './compare.ts';

const to = isoDate('2026-11-28');
const show = (date: string) => ({ id: date, kind: 'show' as const, name: 'Cup', date: isoDate(date) });
const season = (...dates: string[]) => ({ events: dates.map(show) }) as never;

test('without a show there is the week before', () =>
  expect(weeksBeside(season(), to)).toEqual([{ name: 'Week before', to: '2026-11-21' }]));

test('as far from the last show as now from the next, and the week of the last show', () => {
  const found = weeksBeside(season('2027-02-06', '2025-10-04'), to);
  expect(found.map((w) => [w.name, w.to])).toEqual([
    ['Week before', '2026-11-21'],
    ['As far from the last show', '2025-07-26'],
    ['Week of the last show', '2025-10-04'],
  ]);
  // 70 days each, counted by hand in a calendar: 28 Nov to 6 Feb, 26 Jul to 4 Oct.
  expect(daysBetween(to, isoDate('2027-02-06'))).toBe(70);
  expect(daysBetween(isoDate('2025-07-26'), isoDate('2025-10-04'))).toBe(70);
});

test('a show that is over, or one more than three years ago, gives no week that cannot be read', () => {
  expect(weeksBeside(season('2026-11-21'), to).map((w) => w.name)).toEqual(['Week before']);
  expect(weeksBeside(season('2020-05-01', addDays(to, 60)), to).map((w) => w.name)).toEqual(['Week before']);
});
