import { describe, expect, test } from '@jest/globals';
import { estimateFrom, type EstimatedDay } from './estimate.ts';

const day = (i: number) => new Date(Date.UTC(2026, 0, 5 + i)).toISOString().slice(0, 10);
/** Sixty days at 2,300 kcal of somebody who spends 2,700. */
const athlete = (change: object = {}) => ({
  sex: 'female',
  age: 31,
  bodyFat: 18,
  days: Array.from({ length: 60 }, (_, i) => ({
    day: day(i),
    kcal: 2300,
    carbs: 220,
    sodium: 3000,
    kg: i % 7 === 3 ? null : Math.round(10 * (64 - (400 / 7700) * i)) / 10,
    cycleDay: null,
    ...change,
  })),
});
const daysOf = (given: unknown): EstimatedDay[] => (estimateFrom(given) as { days: EstimatedDay[] }).days;

describe('the estimate for who computes elsewhere', () => {
  test('finds what is spent, each day from what was known by then', () => {
    const found = daysOf(athlete());
    expect(found).toHaveLength(60);
    const last = found.at(-1) as EstimatedDay & { expenditure: number; expenditureSd: number };
    expect(Math.abs(last.expenditure - 2700)).toBeLessThan(1.645 * last.expenditureSd);
    const half = athlete();
    half.days = half.days.slice(0, 30);
    expect(daysOf(half)).toEqual(found.slice(0, 30));
    expect(found[20]?.expectedKg).toBeCloseTo(64 - (400 / 7700) * 20, 0);
  });
  test('many at once, in their order', () => {
    const [one, other] = [athlete(), athlete({ kcal: 2500 })];
    expect(estimateFrom([one, other])).toEqual([estimateFrom(one), estimateFrom(other)]);
    expect(estimateFrom([])).toEqual([]);
  });
  test('sodium in grams and body fat as a part are taken as such', () => {
    const grams = athlete();
    const mg = grams.days.map((d, i) => ({ ...d, sodium: 2500 + 900 * (i % 3) }));
    expect(
      daysOf({ ...grams, bodyFat: 0.18, days: mg.map((d) => ({ ...d, sodium: d.sodium / 1000 })) }),
    ).toEqual(daysOf({ ...grams, days: mg }));
  });
  test('before the first morning, and without one, nothing is said', () => {
    const late = athlete();
    late.days = late.days.map((d, i) => (i < 4 ? { ...d, kg: null } : d));
    expect(
      daysOf(late)
        .slice(0, 5)
        .map((d) => d.expenditure !== null),
    ).toEqual([false, false, false, false, true]);
    expect(daysOf(athlete({ kg: null })).every((d) => d.weightKg === null)).toBe(true);
  });
  test('days that are missing are unknown; what is not told is not known', () => {
    const some = athlete();
    some.days = some.days.filter((_, i) => i % 5 !== 1);
    expect(daysOf(some)).toHaveLength(48);
    expect(daysOf({ sex: 'male', days: [{ day: day(0), kg: 80 }] })[0]?.weightKg).toBe(80);
  });
  test.each<[string, unknown]>([
    ['days.0.kg', athlete({ kg: 12.3 })],
    ['days.0.day', athlete({ day: '2026-13-40' })],
    ['2026-01-05 stands twice.', athlete({ day: day(0) })],
    ['sex', { ...athlete(), sex: 'x' }],
    ['1.bodyFat', [athlete(), { ...athlete(), bodyFat: 90 }]],
    ['The file', null],
  ])('what cannot be is said with its place: %s', (said, given) => {
    expect(() => estimateFrom(given)).toThrow(said);
  });
});
