import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { testBasis } from '../../testing/index.ts';
import { addDays, isoDate } from '../../units/index.ts';
import type { LoggedDay } from '../filter/days.ts';
import { olsLine, weekBasis, weekMean, weekRate } from './trend.ts';

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

describe('a week’s basis', () => {
  const last = testBasis({ from: isoDate('2026-11-16') });
  const from = isoDate('2026-11-23');
  const start = { expenditure: 2540, expenditureSd: 300 };
  const logged = (count: number, change: (daysAgo: number) => Partial<LoggedDay> = () => ({})): LoggedDay[] =>
    Array.from({ length: count }, (_, ago) => ({
      day: addDays(DAY, -ago),
      kg: 77,
      kcal: 2100,
      carbs: null,
      sodium: null,
      cycleDay: null,
      ...change(ago),
    }));
  test('the week mean, and the expenditure that the filter tells from what was logged', () => {
    const told = weekBasis(last, start, logged(90), from);
    expect(told).toMatchObject({ weightKg: 77, expenditureFrom: 'filter', from, leanKg: 68 });
    expect(Math.abs(told.expenditure - 2100)).toBeLessThan(25);
    expect(told.expenditureSd).toBeLessThan(120);
  });
  test('nothing of the week itself, or after it, is in it', () => {
    const after = [...logged(90), { ...(logged(1)[0] as LoggedDay), day: from, kcal: 9000, kg: 85 }];
    expect(weekBasis(last, start, after, from)).toEqual(weekBasis(last, start, logged(90), from));
  });
  test.each<[string, LoggedDay[]]>([
    ['no log', []],
    ['13 complete days of the last 28', logged(60, (ago) => (ago < 28 && ago >= 13 ? { kcal: null } : {}))],
    ['9 mornings of the last 28', logged(60, (ago) => (ago < 28 && ago >= 9 ? { kg: null } : {}))],
  ])('%s carry the week before', (_name, days) => {
    expect(weekBasis(last, start, days, from)).toMatchObject({
      expenditure: 2540,
      expenditureFrom: 'carried',
      leanKg: 68,
    });
  });
});
