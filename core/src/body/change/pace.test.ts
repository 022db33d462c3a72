import { describe, expect, test } from '@jest/globals';
import { linearRegression } from 'simple-statistics';
import { seededRandom, standardNormal } from '../../random/index.ts';
import { addDays, isoDate, K90, type IsoDate } from '../../units/index.ts';
import { paceOf, wanderingSlope, type SkipReason } from './pace.ts';

const FIRST = isoDate('2026-09-01');
const line = (n: number, perDay: number, noise: (i: number) => number = () => 0, kg = 80) =>
  Array.from({ length: n }, (_, i) => ({ day: addDays(FIRST, i), kg: kg + perDay * i + noise(i) }));
const wandering = (seed: number, share = 0.0035, kg = 80) => {
  const random = seededRandom(seed);
  let x = share * kg * standardNormal(random);
  return () => {
    x = 0.6 * x + 0.8 * share * kg * standardNormal(random);
    return x + share * kg * standardNormal(random);
  };
};
const count = (skip?: (day: IsoDate) => SkipReason | undefined) => skip ?? (() => undefined);

describe('the slope of mornings', () => {
  test('of a straight line it is the line’s, as least squares has it', () => {
    const mornings = line(20, -0.08);
    // Source: ordinary least squares by a statistics library; without noise every weighting gives the same line.
    const ols = linearRegression(mornings.map((m, i) => [i, m.kg]));
    expect(wanderingSlope(mornings)?.perDay).toBeCloseTo(ols.m, 10);
    expect(wanderingSlope(mornings.slice(0, 2))).toBeUndefined();
  });
  test('its 90 % band holds the truth in nine of ten athletes, where that of least squares does not', () => {
    let inside = 0;
    let plain = 0;
    const tried = 600;
    for (let seed = 1; seed <= tried; seed += 1) {
      const next = wandering(seed);
      const mornings = line(21, -0.08, next);
      const slope = wanderingSlope(mornings);
      if (!slope) throw new Error('no slope');
      if (Math.abs(slope.perDay + 0.08) <= K90 * slope.sd) inside += 1;
      const ols = linearRegression(mornings.map((m, i) => [i, m.kg]));
      const rest = mornings.map((m, i) => m.kg - ols.b - ols.m * i);
      const s = Math.sqrt(rest.reduce((sum, r) => sum + r * r, 0) / 19 / 770);
      if (Math.abs(ols.m + 0.08) <= K90 * s) plain += 1;
    }
    expect(inside / tried).toBeGreaterThan(0.87);
    expect(inside / tried).toBeLessThan(0.93);
    expect(plain / tried).toBeLessThan(0.82);
  });
});

describe('the pace of a phase', () => {
  const wanted = { low: -0.9, high: -0.7 };
  const at = (n: number) => addDays(FIRST, n - 1);
  const pace = (n: number, percent: number, more: Partial<Parameters<typeof paceOf>[0]> = {}) =>
    paceOf({
      mornings: line(n, (80 * percent) / 700),
      wanted,
      from: FIRST,
      today: at(n),
      skip: count(),
      ...more,
    });

  test('nothing is said before 14 days count, but when it will be', () => {
    const told = pace(10, -0.2);
    expect(told).toMatchObject({ verdict: 'early', needed: 14, verdictOn: addDays(at(10), 4) });
    expect(told.slope?.percent).toBeCloseTo(-0.2, 1);
  });
  test('days that will not count put the verdict off; a phase that ends before has none', () => {
    const start = (day: IsoDate) => (day < at(11) ? ('start' as const) : undefined);
    expect(pace(5, -0.2, { skip: start })).toMatchObject({ counted: [], verdictOn: at(24) });
    expect(pace(5, -0.2, { skip: start, until: at(20) }).verdictOn).toBeNull();
  });
  test('a band wholly above the window of a deficit is slow, wholly below it fast', () => {
    expect(pace(28, 0.1).verdict).toBe('slow');
    expect(pace(28, -2).verdict).toBe('fast');
    expect(pace(28, -0.65).verdict).toBe('open');
    expect(pace(28, -0.8, { wanted: { low: -1.6, high: 0 } }).verdict).toBe('inside');
  });
  test('when gaining, slow is below', () => {
    const gain = { wanted: { low: 0.25, high: 0.5 } };
    expect(pace(28, -0.6, gain)).toMatchObject({ verdict: 'slow', direction: 'gaining', needed: 28 });
    expect(pace(28, 1.4, gain).verdict).toBe('fast');
  });
  test('the three chances add up, and the middle of the window is the likeliest inside', () => {
    const { odds } = pace(28, -0.8);
    expect((odds?.below ?? 0) + (odds?.inside ?? 0) + (odds?.above ?? 0)).toBeCloseTo(1, 12);
    expect(odds?.inside).toBeGreaterThan(Math.max(odds?.below ?? 1, odds?.above ?? 1));
  });
  test('days that do not count are neither counted nor read', () => {
    const refeed = (day: IsoDate) => (day >= at(20) && day <= at(23) ? ('refeed' as const) : undefined);
    const clean = pace(28, -0.8, { skip: refeed });
    expect(clean.skipped).toHaveLength(4);
    const mornings = line(28, (80 * -0.8) / 700).map((m) => (refeed(m.day) ? { ...m, kg: m.kg + 2 } : m));
    expect(pace(28, -0.8, { skip: refeed, mornings }).slope).toEqual(clean.slope);
  });
  test('fewer than seven mornings of ten are gaps', () => {
    const mornings = line(28, -0.1).filter((_, i) => i % 2 === 0);
    expect(pace(28, -0.1, { mornings }).verdict).toBe('gaps');
  });
  test('nothing after today moves it', () => {
    const later = [...line(28, -0.09), { day: addDays(at(28), 1), kg: 60 }];
    expect(pace(28, 0, { mornings: later })).toEqual(pace(28, 0, { mornings: line(28, -0.09) }));
  });
});
