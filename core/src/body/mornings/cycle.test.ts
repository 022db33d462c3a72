import { expect, test } from '@jest/globals';
import { addDays, isoDate } from '../../units/index.ts';
import { cycleDays, cycleStarts } from './cycle.ts';

const FIRST = isoDate('2026-09-01');
const at = (n: number) => addDays(FIRST, n);

test('days are counted from the first day of each period', () => {
  const periods = [at(0), at(1), at(2), at(28), at(29)];
  const days = cycleDays(periods, at(-2), at(40));
  expect(days.get(at(-1))).toBeUndefined();
  expect([0, 5, 27, 28, 40].map((n) => days.get(at(n)))).toEqual([1, 6, 28, 1, 13]);
  expect(cycleStarts(periods)).toEqual([at(0), at(28)]);
});
test('a day in between does not begin a new cycle', () => {
  expect(cycleStarts([at(0), at(2), at(4)])).toEqual([at(0)]);
  expect(cycleStarts([])).toEqual([]);
});
test('a cycle that is not said to have ended is not counted for ever', () => {
  const days = cycleDays([at(0)], at(0), at(90));
  expect(days.get(at(59))).toBe(60);
  expect(days.get(at(60))).toBeUndefined();
});
