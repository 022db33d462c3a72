import { expect, test } from '@jest/globals';
import { isoDate } from '@maul/core/units';
import { signsDue } from './MonthlySigns.tsx';

test('the signs are asked once a month, and when nothing is known of the last time', () => {
  const today = isoDate('2026-11-28');
  expect(signsDue(null, today)).toBe(true);
  expect(signsDue('rubbish', today)).toBe(true);
  expect(signsDue('2026-11-01', today)).toBe(false);
  expect(signsDue('2026-10-29', today)).toBe(true);
});
