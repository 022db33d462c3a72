import { expect, test } from '@jest/globals';
import { addDays, isoDate } from '../../units/index.ts';
import { movementWords } from '../index.ts';
import { cameWords } from './words.ts';

const today = isoDate('2026-11-30');
const row = {
  expected: -0.3,
  brought: { kgPerWeek: -0.214, band: 0.118 },
  verdict: 'worked' as const,
  lookOn: addDays(today, -3),
};
const metric = { today, mass: (kg: number) => kg, unit: 'kg' };

test('what it should bring, what it brought, and the verdict', () => {
  expect(cameWords(row, metric)).toEqual({
    should: 'Should bring −0.30 kg a week',
    brought: 'Brought −0.21 kg a week ± 0.12',
    verdict: 'Worked',
    lookOn: null,
  });
});
test('in pounds', () => {
  // 1 lb is 0.45359237 kg; source: NIST SP 811.
  expect(cameWords(row, { today, mass: (kg) => kg / 0.45359237, unit: 'lb' }).should).toBe(
    'Should bring −0.66 lb a week',
  );
});
test('too early: nothing is said to have come of it, and when to look', () => {
  const early = { ...row, verdict: 'early' as const, lookOn: addDays(today, 9) };
  expect(cameWords(early, metric)).toMatchObject({ brought: null, lookOn: '2026-12-09' });
  // A day that has passed is no day to look on.
  expect(cameWords({ ...early, lookOn: today }, metric).lookOn).toBeNull();
});
test('what was done is told though it cannot be told apart', () => {
  const open = { ...row, brought: null, verdict: 'open' as const, lookOn: addDays(today, 7) };
  expect(cameWords(open, metric)).toMatchObject({ verdict: 'Cannot be told yet', lookOn: '2026-12-07' });
});

test('ordered movement in words', () => {
  expect(movementWords({ kind: 'cardio', minutes: 25, daysPerWeek: 1 })).toBe(
    '25 min of cardio on 1 day a week',
  );
  expect(movementWords({ kind: 'steps', steps: 9000 })).toBe('9,000 steps a day');
  expect(movementWords({ kind: 'none', of: 'steps' })).toBe('no ordered steps any more');
});
