import { describe, expect, test } from '@jest/globals';
import { seededRandom, standardNormal } from '../random/index.ts';
import { gramsUncertainty, portionWindow, sumUncertainty } from './uncertainty.ts';
import { scaleUncertainty } from '../scale/index.ts';
import { weighedShare } from './weighedShare.ts';

describe('grams', () => {
  // JCGM 100:2008 (GUM) 4.3.7: a uniform distribution of full width d has standard uncertainty d/sqrt(12).
  test('rounding of two readings, calibration apart', () => {
    expect(scaleUncertainty(0, 1, 1)).toBeCloseTo(1 / Math.sqrt(12), 12);
    expect(scaleUncertainty(0, 0.1, 2)).toBeCloseTo((0.1 * Math.sqrt(2)) / Math.sqrt(12), 12);
    expect(scaleUncertainty(200, 1, 2)).toBeCloseTo(Math.sqrt(1 / 6 + 0.6 ** 2), 12);
  });
  test('a division that is not positive is refused', () => {
    expect(() => scaleUncertainty(10, 0)).toThrow("A scale's division must be positive, not 0.");
  });
  // Pieces, spoon, eye: from memory. Label, out: common practice, no source.
  test.each([
    ['pieces', 8],
    ['label', 10],
    ['spoon', 15],
    ['eye', 25],
    ['out', 30],
  ] as const)('100 g %s are known to %d g', (method, g) => {
    expect(gramsUncertainty(100, method)).toBeCloseTo(g, 9);
  });

  test('Monte Carlo with a seed: two uniform readings scatter as the formula says', () => {
    const random = seededRandom(7);
    const d = 1;
    let sum = 0;
    const n = 40_000;
    for (let i = 0; i < n; i += 1) sum += (d * (random() - 0.5) - d * (random() - 0.5)) ** 2;
    expect(Math.sqrt(sum / n)).toBeCloseTo(scaleUncertainty(0, d, 2), 2);
  });
});

describe('sums', () => {
  // GUM 5.1: independent errors in quadrature. GUM 5.2.2: fully correlated errors add linearly.
  test('one food twice adds its composition linearly, two foods in quadrature', () => {
    const share = (foodId: string) => ({ foodId, value: 100, relativeGrams: 0, relativeComposition: 0.1 });
    expect(sumUncertainty([share('a'), share('a')])).toBeCloseTo(20, 9);
    expect(sumUncertainty([share('a'), share('b')])).toBeCloseTo(Math.sqrt(200), 9);
  });
  test('errors of grams add in quadrature even within a food', () => {
    const share = { foodId: 'a', value: 100, relativeGrams: 0.05, relativeComposition: 0 };
    expect(sumUncertainty([share, share])).toBeCloseTo(Math.sqrt(50), 9);
    expect(sumUncertainty([])).toBe(0);
  });
  test('Monte Carlo with a seed agrees for a mixed day', () => {
    const shares = [
      { foodId: 'rice', value: 180, relativeGrams: 0.01 },
      { foodId: 'rice', value: 120, relativeGrams: 0.25 },
      { foodId: 'oil', value: 90, relativeGrams: 0.15 },
    ];
    const random = seededRandom(11);
    const totals: number[] = [];
    for (let i = 0; i < 20_000; i += 1) {
      const common: Record<string, number> = {
        rice: 0.1 * standardNormal(random),
        oil: 0.1 * standardNormal(random),
      };
      totals.push(
        shares.reduce(
          (s, p) => s + p.value * (1 + p.relativeGrams * standardNormal(random) + (common[p.foodId] ?? 0)),
          0,
        ),
      );
    }
    const mean = totals.reduce((s, t) => s + t, 0) / totals.length;
    const sd = Math.sqrt(totals.reduce((s, t) => s + (t - mean) ** 2, 0) / totals.length);
    expect(Math.abs(sd / sumUncertainty(shares) - 1)).toBeLessThan(0.03);
  });
});

test('weighed share: scale and jar over all, unknown on an empty day', () => {
  expect(
    weighedShare([
      { kcal: 300, method: 'scale' },
      { kcal: 100, method: 'eye' },
    ]),
  ).toBe(0.75);
  expect(weighedShare([{ kcal: 300, method: 'jar' }])).toBe(1);
  expect(weighedShare([])).toBeUndefined();
});

test('a poured portion is on plan within 2 %, at least a gram', () => {
  expect(portionWindow(150)).toEqual({ low: 147, aim: 150, high: 153 });
  expect(portionWindow(5)).toEqual({ low: 4, aim: 5, high: 6 });
});
