import { expect, test } from '@jest/globals';
import { countsInTrend, looksLikeOtherUnit } from './conditions.ts';

test('only a morning fasted and on the same scale counts; what was not said is taken as usual', () => {
  const usual = { fasted: true, toilet: true, sameScale: true };
  expect(countsInTrend(null)).toBe(true);
  expect(countsInTrend(usual)).toBe(true);
  expect(countsInTrend({ ...usual, toilet: false })).toBe(true);
  expect(countsInTrend({ ...usual, fasted: false })).toBe(false);
  expect(countsInTrend({ ...usual, sameScale: false })).toBe(false);
});
test('a weight that is 2.2 times off is asked about; a change of a few kilograms is not', () => {
  expect(looksLikeOtherUnit(174.2, 79)).toBe('lb');
  expect(looksLikeOtherUnit(35.8, 79)).toBe('kg');
  expect(looksLikeOtherUnit(84, 79)).toBeUndefined();
  expect(looksLikeOtherUnit(174, undefined)).toBeUndefined();
});
