import { expect, test } from '@jest/globals';
import { addDays, isoDate } from '../../units/index.ts';
import { cycleDays, cycleStarts, sameCycleDays } from './cycle.ts';

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

/** 70 kg, 1 kg of water on days 22 to 28 of each cycle, and 50 g less a day of tissue. */
const mornings = Array.from({ length: 60 }, (_, n) => ({
  day: at(n),
  kg: 70 - 0.05 * n + ((n % 28) + 1 >= 22 ? 1 : 0),
}));

test('the last week against the same days of the cycle before: the water of the cycle cancels', () => {
  const told = sameCycleDays(mornings, [at(0), at(28)], at(52));
  expect(told).toMatchObject({ fromDay: 19, toDay: 25, apart: 28, now: { mornings: 7 } });
  // 28 days of 50 g, whatever the water.
  expect(told?.difference).toBeCloseTo(-1.4, 9);
  // Worked: 1.645 x 69.2 kg x 0.35 % x sqrt 2 x sqrt(2 / 7) = 0.30 kg.
  expect(told?.band).toBeCloseTo(0.3, 2);
});
test('early in a cycle fewer days are compared, and never fewer than three mornings', () => {
  expect(sameCycleDays(mornings, [at(0), at(28)], at(30))).toMatchObject({ fromDay: 1, toDay: 3 });
  expect(sameCycleDays(mornings, [at(0), at(28)], at(29))).toBeUndefined();
});
test('a first cycle has none before it; a cycle that ended earlier has no such days', () => {
  expect(sameCycleDays(mornings, [at(0)], at(20))).toBeUndefined();
  expect(sameCycleDays(mornings, [at(0), at(15)], at(45))).toBeUndefined();
});
