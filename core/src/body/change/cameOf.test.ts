import { describe, expect, test } from '@jest/globals';
import { seededRandom, standardNormal } from '../../random/index.ts';
import { addDays, isoDate } from '../../units/index.ts';
import { cameOf, lookOn } from './cameOf.ts';

const FROM = isoDate('2026-11-01');
/** Mornings around a change: kg a week before and after it, with a small wander. */
const mornings = (before: number, after: number, seed = 1, share = 0.001) => {
  const random = seededRandom(seed);
  return Array.from({ length: 60 }, (_, i) => {
    const t = i - 28;
    return {
      day: addDays(FROM, t),
      kg: 80 + ((t < 0 ? before : after) * t) / 7 + 80 * share * standardNormal(random),
    };
  });
};
const NONE = { before: null, after: null };
const after = (days: number) => addDays(FROM, days);
const came = (before: number, then: number, kcalPerDay: number, days = 31) =>
  cameOf({ from: FROM, kcalPerDay }, mornings(before, then), after(days), NONE);

describe('what came of a change', () => {
  test('770 kcal a day are 0.7 kg a week', () => {
    // Source: Wishnofsky 1958.
    expect(came(0, 0, -770).expected).toBeCloseTo(-0.7, 9);
  });
  test('it is too early for two weeks and the three days of water', () => {
    expect(lookOn(FROM)).toBe('2026-11-18');
    expect(came(0, -0.7, -770, 16).verdict).toBe('early');
  });
  test('the pace changed as it should: it worked', () => {
    const told = came(0, -0.8, -770);
    expect(told.verdict).toBe('worked');
    expect(told.brought?.kgPerWeek).toBeCloseTo(-0.8, 1);
    expect(told.after?.from).toBe(after(3));
  });
  test('a gain is judged along its own way', () => {
    expect(came(-0.6, 0.2, 770).verdict).toBe('worked');
    expect(came(0, -0.8, 770).verdict).toBe('did not');
  });
  test('nothing moved where much was expected: it did not', () => {
    expect(came(-0.3, -0.3, -900).verdict).toBe('did not');
  });
  test('a small step cannot be told from none', () => {
    expect(came(-0.3, -0.35, -100).verdict).toBe('open');
    expect(came(-0.3, -0.35, -100).lookOn > after(31)).toBe(true);
  });
  test('the next change ends the look, the one before begins it', () => {
    const told = cameOf({ from: FROM, kcalPerDay: -300 }, mornings(0, -0.3), after(31), {
      before: after(-10),
      after: after(20),
    });
    expect(told.before?.from).toBe(after(-7));
    expect(told.after?.to).toBe(after(20));
  });
  test('too few mornings on a side tell nothing', () => {
    const few = mornings(0, -0.7).filter((m) => m.day < FROM);
    expect(cameOf({ from: FROM, kcalPerDay: -770 }, few, after(31), NONE)).toMatchObject({
      verdict: 'open',
      after: undefined,
      brought: undefined,
    });
  });
});
