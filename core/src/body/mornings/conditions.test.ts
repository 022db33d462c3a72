import { expect, test } from '@jest/globals';
import { countsInTrend, inOtherUnit } from './conditions.ts';

test('only a morning fasted and on the same scale counts; what was not said is taken as usual', () => {
  const usual = { fasted: true, toilet: true, sameScale: true };
  expect(countsInTrend(null)).toBe(true);
  expect(countsInTrend(usual)).toBe(true);
  expect(countsInTrend({ ...usual, toilet: false })).toBe(true);
  expect(countsInTrend({ ...usual, fasted: false })).toBe(false);
  expect(countsInTrend({ ...usual, sameScale: false })).toBe(false);
});
test('a weight that is 2.2 times off is asked about; a change of a few kilograms is not', () => {
  expect(inOtherUnit(174.2, 79)).toBeCloseTo(79.02, 2);
  expect(inOtherUnit(35.8, 79)).toBeCloseTo(78.93, 2);
  expect(inOtherUnit(84, 79)).toBeUndefined();
  expect(inOtherUnit(174, undefined)).toBeUndefined();
});
