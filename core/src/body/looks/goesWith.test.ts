import { describe, expect, test } from '@jest/globals';
import { permutationTest as libraryTest } from 'simple-statistics';
import { seededRandom, standardNormal } from '../../random/index.ts';
import { goesWith, type Paired, permutationTest } from './goesWith.ts';

const random = () => seededRandom(9);
const days = (on: readonly number[], off: readonly number[]): Paired[] => [
  ...on.map((value) => ({ with: true, value })),
  ...off.map((value) => ({ with: false, value })),
];

describe('two kinds of days', () => {
  test('every dealing is counted where there are few', () => {
    // Source: Fisher 1935, by hand: of the 20 ways to deal six days into threes, two are as far apart as {4,5,6} and {1,2,3}.
    const told = permutationTest(days([4, 5, 6], [1, 2, 3]), random());
    expect(told).toMatchObject({ difference: 3, chance: 2 / 20, exact: true });
    expect(permutationTest(days([1, 2], [1, 2]), random())?.chance).toBe(1);
  });
  test('drawn dealings come to what all of them say', () => {
    const on = [3, 4, 4, 5, 2, 4, 3, 5];
    const off = [2, 3, 2, 3, 1, 2, 4, 3, 2, 2, 3, 1];
    const told = permutationTest(days(on, off), random());
    expect(told?.exact).toBe(false);
    const outside = libraryTest(on, off, 'two_side', 20_000, seededRandom(4));
    expect(Math.abs((told?.chance ?? 1) - outside)).toBeLessThan(0.01);
  });
  test('one kind alone compares nothing; an unknown day is left out', () => {
    expect(permutationTest(days([1, 2], []), random())).toBeUndefined();
    const withGap = [...days([4, 5, 6], [1, 2, 3]), { with: true, value: null }];
    expect(permutationTest(withGap, random())?.with.days).toBe(3);
  });
});

describe('what goes with what', () => {
  const noise = (seed: number, n: number, shift = 0): number[] => {
    const r = seededRandom(seed);
    return Array.from({ length: n }, () => 3 + shift + 0.8 * standardNormal(r));
  };
  test('too few days is said, and is not tried', () => {
    const told = goesWith([{ name: 'milk', days: days([1, 1, 1], [5, 5, 5]) }], random());
    expect(told[0]).toMatchObject({ verdict: 'few', corrected: undefined });
  });
  test('what is plainly there is found among many', () => {
    const tried = [
      { name: 'milk', days: days(noise(1, 20, -1.6), noise(2, 20)) },
      ...Array.from({ length: 9 }, (_, i) => ({
        name: `food ${i}`,
        days: days(noise(10 + i, 20), noise(30 + i, 20)),
      })),
    ];
    const told = goesWith(tried, random());
    expect(told[0]?.verdict).toBe('goes');
    expect(told[0]?.corrected).toBeGreaterThan(told[0]?.compared?.chance ?? 1);
  });
  test('of sixty athletes whose foods do nothing, few are told that one does', () => {
    let told = 0;
    for (let seed = 1; seed <= 60; seed += 1) {
      const tried = Array.from({ length: 8 }, (_, i) => ({
        name: i,
        days: days(noise(1000 * seed + i, 10), noise(1000 * seed + 50 + i, 10)),
      }));
      if (goesWith(tried, seededRandom(seed), 499).some((one) => one.verdict === 'goes')) told += 1;
    }
    // Holm keeps the chance of any false word at 5 in 100; 8 are its upper end at 99 %.
    expect(told).toBeLessThanOrEqual(8);
  });
});
