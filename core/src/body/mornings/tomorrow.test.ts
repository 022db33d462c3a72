import { describe, expect, test } from '@jest/globals';
import { addDays, isoDate } from '../../units/index.ts';
import type { LoggedDay } from '../filter/days.ts';
import { filterExpenditure } from '../filter/expenditure.ts';
import { Gut } from '../filter/plain.ts';
import { cameMorning, expectedMorning, morningSentence, partsInWords } from './tomorrow.ts';

const FIRST = isoDate('2026-09-01');
const N = 40;
/** Forty even days of which the last is changed, and the morning after it. */
const lived = (last: Partial<LoggedDay> = {}, each: Partial<LoggedDay> = {}) => {
  const days: LoggedDay[] = Array.from({ length: N }, (_, i) => ({
    day: addDays(FIRST, i),
    kg: 79,
    kcal: 2400,
    carbs: 200,
    sodium: 3200,
    cycleDay: null,
    foodKg: 2.5,
    ...each,
  }));
  days[N - 1] = { ...(days[N - 1] as LoggedDay), ...last };
  days.push({ day: addDays(FIRST, N), kg: null, kcal: null, carbs: null, sodium: null, cycleDay: null });
  const told = filterExpenditure(days, { expenditure: 2400 });
  const [before, day] = told.slice(-2);
  if (!before || !day) throw new Error('nothing told');
  return { before, day, log: days[N - 1] as LoggedDay };
};
const expected = (last?: Partial<LoggedDay>, each?: Partial<LoggedDay>) => {
  const { before, day, log } = lived(last, each);
  return expectedMorning(before, day, log);
};
const part = (said: ReturnType<typeof expected>, name: string) =>
  said.parts.find((p) => p.name === name)?.kg ?? 0;

describe('tomorrow’s scale', () => {
  test('a day as always brings nothing', () => {
    const said = expected();
    expect(Math.abs(said.change ?? 9)).toBeLessThan(0.05);
    expect(said.parts).toEqual([]);
    // Mornings that never move halve both spreads, and no more.
    expect(said.high - said.low).toBeGreaterThan(0.5);
    expect(said.unknown).toEqual([]);
  });
  test('salt: 1.3 g of sodium above usual are 0.2 kg by the next morning', () => {
    // By hand: 1.3 g x 0.31 kg/g x 0.5, the mean of 28 days moving by a 28th of it.
    expect(part(expected({ sodium: 4500 }), 'salt')).toBeCloseTo(1.3 * (27 / 28) * 0.3107 * 0.5, 2);
  });
  test('carbs: half as much again fills glycogen with three times its water', () => {
    // By hand: 0.6 x 0.5 kg x (sqrt(1.5) - 1) x 4 kg, less what the mean of 28 days takes up.
    const kg = part(expected({ carbs: 300 }), 'carbs');
    expect(kg).toBeGreaterThan(0.2);
    expect(kg).toBeLessThan(0.3);
  });
  test('food: a kilogram above usual is 0.15 kg the next morning, half of it the one after, then none', () => {
    expect(part(expected({ foodKg: 3.5 }), 'gut')).toBeCloseTo(0.15, 6);
    const gut = new Gut();
    for (const kg of [2, 2, 2]) gut.add(kg);
    gut.add(3);
    expect(gut.kg).toBeCloseTo(0.15, 9);
    gut.add(null);
    expect(gut.kg).toBeCloseTo(0.075, 9);
    gut.add(null);
    expect(gut.kg).toBe(0);
  });
  test('the parts add up to the change', () => {
    const said = expected({ carbs: 320, sodium: 5200, foodKg: 3.6, kg: 79.3 });
    expect(said.parts.reduce((sum, p) => sum + p.kg, 0)).toBeCloseTo(said.change ?? NaN, 1);
    expect(part(said, 'wander')).toBeLessThan(0);
  });
  test('what the day does not say is not known, and not nothing', () => {
    expect(expected({ sodium: null, foodKg: null }).unknown).toEqual(['salt', 'gut']);
    expect(expected({ kg: null }).change).toBeNull();
  });
});

describe('what came', () => {
  const { before, day, log } = lived({ carbs: 320, sodium: 4500 });
  test('inside the band, with the parts in one sentence', () => {
    const came = cameMorning(before, day, log, 79.7);
    expect(came.inside).toBe(true);
    expect(morningSentence(came, -0.5, 'kg')).toMatch(
      /^0\.7 kg up: \+0\.\d carbs with their water, \+0\.\d salt, \+0\.\d body water that comes and goes; tissue goes on down\.$/,
    );
  });
  test('far outside it is wander, and never called fat', () => {
    const came = cameMorning(before, day, log, 82.4);
    expect(came.inside).toBe(false);
    const sentence = morningSentence(came, 0, 'kg');
    expect(sentence).toContain('body water that comes and goes');
    expect(sentence).not.toContain('fat');
  });
  test('in pounds', () => {
    const lb = (kg: number) => kg / 0.45359237;
    expect(morningSentence(cameMorning(before, day, log, 79.7), undefined, 'lb', lb)).toMatch(/^1\.5 lb up/);
    expect(partsInWords({ parts: [{ name: 'salt', kg: -0.2 }] }, lb)).toBe('−0.4 salt');
  });
});
