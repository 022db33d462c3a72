import { describe, expect, test } from '@jest/globals';
import { reboundOn } from './after.ts';

describe('the weeks after a show', () => {
  // Worked from the rule: 1 to 3 % in the first week, then 0.25 to 1 % a week. common practice, from memory.
  test.each([
    [0, { low: 60, high: 61.8 }],
    [1, { low: 60.3, high: 61.8 }],
    [5, { low: 60.6, high: 61.8 }],
    [7, { low: 60.6, high: 61.8 }],
    [14, { low: 60.752, high: 62.418 }],
    [35, { low: 61.206, high: 64.272 }],
  ])('day %d of 60 kg: %j', (days, expected) => expect(reboundOn(60, days)).toEqual(expected));
});
