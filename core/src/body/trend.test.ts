import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { seededRandom, standardNormal } from '../random/index.ts';
import { testBasis } from '../testing.ts';
import { addDays, isoDate } from '../units/index.ts';
import { expenditureFromBalance, olsLine, weekBasis, weekMean, weekRate } from './trend.ts';

const DAY = isoDate('2026-11-22');
const series = (days: number, kg: (daysAgo: number) => number) =>
  Array.from({ length: days }, (_, i) => ({ day: addDays(DAY, -i), kg: kg(i) }));

describe('means and rates', () => {
  test('the mornings present, never the missing ones', () => {
    expect(
      weekMean(
        [
          { day: DAY, kg: 80 },
          { day: addDays(DAY, -3), kg: 81 },
          { day: addDays(DAY, -7), kg: 99 },
        ],
        DAY,
      ),
    ).toEqual({ kg: 80.5, mornings: 2 });
    expect(weekMean([], DAY)).toBeUndefined();
  });
  test('half a kilo a week at 80 kg', () => {
    expect(
      weekRate(
        series(14, (ago) => 80 + (0.5 / 7) * ago),
        DAY,
      ),
    ).toBeCloseTo((-0.5 / (80 + (0.5 / 7) * 10)) * 100, 6);
    expect(
      weekRate(
        series(8, () => 80),
        DAY,
      ),
    ).toBeUndefined();
  });
});

describe('the line', () => {
  test('law: equals the general statistics library (simple-statistics) to 1e-9', () => {
    const points = fc.array(
      fc.tuple(fc.integer({ min: -50, max: 50 }), fc.double({ min: -100, max: 100, noNaN: true })),
      { minLength: 3, maxLength: 40 },
    );
    fc.assert(
      fc.property(points, (p) => {
        const line = olsLine(p);
        if (new Set(p.map(([x]) => x)).size < 2) return expect(line).toBeUndefined();
        const { m, b } = linearRegression(p.map(([x, y]) => [x, y]));
        expect(Math.abs((line?.slope ?? NaN) - m)).toBeLessThan(1e-9 * Math.max(1, Math.abs(m)));
        expect(Math.abs((line?.intercept ?? NaN) - b)).toBeLessThan(1e-8 * Math.max(1, Math.abs(b)));
      }),
    );
  });
  // Standard error by hand: points (0,0) (1,1) (2,1): slope 0.5, residual sum of squares 1/6, s = sqrt(1/6 / 1), Sxx = 2.
  test('standard error of the slope', () => {
    expect(
      olsLine([
        [0, 0],
        [1, 1],
        [2, 1],
      ])?.slopeSe,
    ).toBeCloseTo(Math.sqrt(1 / 6 / 2), 12);
  });
});

describe('expenditure from the balance', () => {
  const intake = (kcal: number, days = 28) =>
    Array.from({ length: days }, (_, i) => ({ day: addDays(DAY, -i), kcal }));
  test('exact without noise: 2,000 eaten, half a kilo a week lost', () => {
    const found = expenditureFromBalance(
      intake(2000),
      series(28, (ago) => 80 + (0.5 / 7) * ago),
      DAY,
    );
    expect(found?.kcal).toBeCloseTo(2000 + (0.5 / 7) * 7700, 6);
  });
  test('too little log gives none', () => {
    expect(
      expenditureFromBalance(
        intake(2000, 13),
        series(28, () => 80),
        DAY,
      ),
    ).toBeUndefined();
    expect(
      expenditureFromBalance(
        intake(2000),
        series(9, () => 80),
        DAY,
      ),
    ).toBeUndefined();
  });
  test('200 seeded athletes with noisy mornings: unbiased, and the band holds its share', () => {
    let inside = 0;
    let sum = 0;
    for (let seed = 0; seed < 200; seed += 1) {
      const random = seededRandom(seed);
      const mornings = series(28, (ago) => 80 + (0.5 / 7) * ago + 0.4 * standardNormal(random));
      const found = expenditureFromBalance(intake(2000), mornings, DAY);
      const error = (found?.kcal ?? NaN) - 2550;
      sum += error;
      if (Math.abs(error) < 1.645 * (found?.sd ?? 0)) inside += 1;
    }
    expect(Math.abs(sum / 200)).toBeLessThan(20);
    expect(inside / 200).toBeGreaterThan(0.82);
    expect(inside / 200).toBeLessThan(0.96);
  });
});

test('a week’s basis: week mean and measured expenditure, else what was', () => {
  const last = testBasis({ from: isoDate('2026-11-16') });
  const from = isoDate('2026-11-23');
  const measured = weekBasis(
    last,
    Array.from({ length: 20 }, (_, i) => ({ day: addDays(DAY, -i), kcal: 2100 })),
    series(28, () => 77),
    from,
  );
  expect(measured).toMatchObject({ weightKg: 77, expenditure: 2100, expenditureFrom: 'balance', from });
  expect(weekBasis(last, [], [], from)).toMatchObject({
    weightKg: 77.6,
    expenditure: 2540,
    expenditureFrom: 'carried',
    leanKg: 68,
  });
});
