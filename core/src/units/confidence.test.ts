import { expect, test } from '@jest/globals';
import { errorFunction } from 'simple-statistics';
import { K90, normalBelow } from './confidence.ts';

test('a part of the normal distribution, as a statistics library has it', () => {
  for (let z = -4; z <= 4; z += 0.25)
    expect(Math.abs(normalBelow(z) - (1 + errorFunction(z / Math.SQRT2)) / 2)).toBeLessThan(1e-6);
  // 90 % lie between the two ends of a band.
  expect(normalBelow(K90) - normalBelow(-K90)).toBeCloseTo(0.9, 3);
});
