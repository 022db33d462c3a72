import { describe, expect, test } from '@jest/globals';
import { isoDate } from '../../units/index.ts';
import { assembleDay } from '../assembleDay.ts';
import { eatMeal, toBeWeighed, uneatMeal, wholeEaten } from './eat.ts';
import { withChanges } from './rows.ts';

const date = isoDate('2026-11-28');
const meal = { id: 'm', day: date, time: '12:00', eaten: false };
const food = (id: string, kcal: number) => ({ id, name: id, state: 'as sold', per100g: { ENERC: kcal } });
const portion = (id: string, more: object = {}) => ({
  id, mealId: 'm', position: 0, food: food(id, 100), plannedGrams: 200 as number | null, grams: null as number | null,
  method: null as 'scale' | 'planned' | 'out' | null, division: null, ...more,
}); // prettier-ignore
const weighed = portion('weighed', { grams: 210, method: 'scale', division: 1 });
const guess = portion('guess', { guess: { low: 150, high: 250 } });
const rows = { meals: [meal], portions: [portion('planned'), weighed, guess] };
const sheetOf = ({ meals, portions }: typeof rows) =>
  assembleDay({ date, meals, portions, entries: [], windows: null, bases: [] });

describe('a meal marked eaten', () => {
  const eaten = withChanges(rows, eatMeal(rows, 'm')) as typeof rows;
  test('counts what was planned, as planned, and leaves what was weighed', () => {
    expect(eaten.meals[0]?.eaten).toBe(true);
    expect(eaten.portions.map((p) => `${p.grams} ${p.method}`)).toEqual([
      '200 planned',
      '210 scale',
      '200 out',
    ]);
    const before = sheetOf(rows);
    const after = sheetOf(eaten);
    expect([before.nutrients.ENERC.eaten, after.nutrients.ENERC.eaten]).toEqual([210, 610]);
    expect(after.nutrients.ENERC.planned).toBe(0);
    // 210 of 610 kcal came off a scale; by eye 25 % of 200 g is doubtful.
    expect(before.weighedShare).toBe(1);
    expect(after.weighedShare).toBeCloseTo(210 / 610, 9);
    expect(after.nutrients.ENERC.spread).toBeGreaterThan(1.645 * 0.25 * 200);
  });
  test('is still to be weighed where it was only planned', () => {
    expect(eaten.portions.map(toBeWeighed)).toEqual([true, false, false]);
    expect(toBeWeighed(portion('bare'))).toBe(false);
    expect(wholeEaten(eaten.meals[0]!, eaten.portions)).toBe(true);
    expect(wholeEaten({ ...meal, eaten: true }, rows.portions)).toBe(false);
  });
  test('and not eaten after all is as it was', () => {
    const back = withChanges(eaten, uneatMeal(eaten, 'm')) as typeof rows;
    expect(back.meals).toEqual(rows.meals);
    expect(back.portions.map((p) => `${p.plannedGrams} ${p.grams} ${p.method}`)).toEqual([
      '200 null null',
      '200 210 scale',
      '200 null null',
    ]);
  });
  test('without a portion is only marked', () => {
    const bare = { meals: [meal], portions: [] };
    expect(eatMeal(bare, 'm')).toHaveLength(1);
    expect(() => eatMeal(bare, 'gone')).toThrow(RangeError);
    expect(() => uneatMeal(bare, 'gone')).toThrow(RangeError);
  });
});
