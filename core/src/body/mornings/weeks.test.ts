import { expect, test } from '@jest/globals';
import { addDays, isoDate } from '../../units/index.ts';
import { exponentialTrend, weeksOf, type WeekDay } from './weeks.ts';

const MONDAY = isoDate('2026-11-02');
const days = (n: number, change: (i: number) => Partial<WeekDay> = () => ({})): WeekDay[] =>
  Array.from({ length: n }, (_, i) => ({
    day: addDays(MONDAY, i),
    kg: 80 - 0.1 * i,
    kcal: 2200,
    weighedShare: 0.9,
    steps: null,
    expenditure: 2700,
    ...change(i),
  }));

test('weeks are the athlete’s own, each by the means of what is known', () => {
  const weeks = weeksOf(
    days(14, (i) => (i === 3 ? { kcal: null } : {})),
    1,
  );
  expect(weeks.map((w) => [w.from, w.to])).toEqual([
    ['2026-11-02', '2026-11-08'],
    ['2026-11-09', '2026-11-15'],
  ]);
  expect(weeks[0]?.kg?.mean).toBeCloseTo(79.7, 9);
  expect(weeks[0]?.kg?.days).toBe(7);
  expect(weeks[0]?.kcal).toEqual({ mean: 2200, days: 6 });
  expect(weeks[0]?.steps).toBeUndefined();
  expect(weeks[1]?.rate).toBeCloseTo((-0.7 / 79.7) * 100, 9);
  expect(weeksOf(days(14), 3)).toHaveLength(3);
  expect(weeksOf([], 1)).toEqual([]);
});
test('a week of fewer than three mornings tells no rate', () => {
  const weeks = weeksOf(
    days(14, (i) => (i > 8 ? { kg: null } : {})),
    1,
  );
  expect(weeks[1]?.kg?.days).toBe(2);
  expect(weeks[1]?.rate).toBeUndefined();
});
test('an exponential trend trails a steady fall by nine days of it', () => {
  // Source: Holt 1957: the lag of simple smoothing on a ramp is (1 - a) / a steps.
  const trend = exponentialTrend(days(200).map(({ day, kg }) => ({ day, kg: kg ?? 0 })));
  expect((trend.at(-1)?.kg ?? 0) - (80 - 19.9)).toBeCloseTo(0.9, 6);
});
