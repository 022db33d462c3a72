import { describe, expect, test } from '@jest/globals';
import {
  basisGrams,
  carbBasisOf,
  edibleGrams,
  gramsOfMillilitres,
  hiddenEnergy,
  millilitresOf,
  per100Grams,
} from './basis.ts';
import { chiefMacro, leverAnswer } from './lever.ts';

describe('what figures are for', () => {
  test('per 100 g, per serving, per 100 mL with and without a density', () => {
    expect(per100Grams({ PROCNT: 8 }, { kind: 'serving', grams: 40 }, null)).toEqual({ PROCNT: 20 });
    expect(per100Grams({ FAT: 92 }, { kind: '100 mL' }, 0.92).FAT).toBeCloseTo(100, 6);
    expect(per100Grams({ PROCNT: 3.4 }, { kind: '100 mL' }, null)).toEqual({ PROCNT: 3.4 });
    expect(basisGrams({ kind: '100 g' }, null)).toBe(100);
    expect(() => per100Grams({}, { kind: 'serving', grams: 0 }, null)).toThrow('how many grams');
  });
  test('millilitres both ways, and whether a density was assumed', () => {
    expect(gramsOfMillilitres(250, 1.03)).toEqual({ grams: 257.5, assumed: false });
    expect(millilitresOf(257.5, 1.03).millilitres).toBeCloseTo(250, 9);
    expect(millilitresOf(200, null)).toEqual({ millilitres: 200, assumed: true });
  });
  test('the edible part', () => {
    expect(edibleGrams(180, 0.65)).toBe(117);
    expect(() => edibleGrams(180, 0)).toThrow(RangeError);
  });
  test('the carbohydrate that a source states', () => {
    expect(carbBasisOf({ CHOCDF: 1 })).toBe('total');
    expect(carbBasisOf({ CHOAVLDF: 1 })).toBe('available');
    expect(carbBasisOf({ FAT: 1 })).toBeUndefined();
  });
});

// 21 CFR 101.9(c)(1): a stated 0 is below 5, a stated 5 is 2.5 to 7.5.
describe('energy that rounding hides', () => {
  test('five servings of 0 and of 5', () => {
    expect(hiddenEnergy({ rules: 'us', grams: 5, kcal: 0 }, 25)).toEqual({ low: 0, high: 25 });
    expect(hiddenEnergy({ rules: 'us', grams: 5, kcal: 5 }, 25)).toEqual({ low: 12.5, high: 37.5 });
  });
  test('large energies hide little', () =>
    expect(hiddenEnergy({ rules: 'us', grams: 30, kcal: 120 }, 30)).toBeUndefined());
});

describe('the lever answers', () => {
  const rice = { id: 'r', name: 'Rice', grams: 180, perGram: 0.28, lever: false };
  const potato = { id: 'p', name: 'Potato', grams: 150, perGram: 0.155, lever: true };
  const oil = { id: 'o', name: 'Oil', grams: 8, perGram: 0, lever: false };
  test('a marked lever first, in steps of 5 g, and what is left over is said', () => {
    const answer = leverAnswer(4, [rice, potato]);
    expect(answer).toMatchObject({ id: 'p', from: 150, to: 125 });
    expect(answer?.left).toBeCloseTo(4 - 25 * 0.155, 9);
  });
  test('without a lever the food that holds most of it', () =>
    expect(leverAnswer(6, [oil, rice])?.id).toBe('r'));
  test('too little is answered upwards, and nothing goes below none', () => {
    expect(leverAnswer(-5, [potato])?.to).toBe(180);
    expect(leverAnswer(100, [potato])).toMatchObject({ to: 0 });
    expect(leverAnswer(100, [potato])?.left).toBeCloseTo(100 - 150 * 0.155, 9);
  });
  test('nothing to move, or too little to move it for', () => {
    expect(leverAnswer(5, [oil])).toBeUndefined();
    expect(leverAnswer(0.2, [potato])).toBeUndefined();
  });
  test('what a food is chiefly eaten for', () => {
    expect(chiefMacro({ PROCNT: 20, CARB: 5, FAT: 3 })).toBe('PROCNT');
    expect(chiefMacro({ PROCNT: 20, CARB: 5, FAT: 30 })).toBe('FAT');
    expect(chiefMacro({})).toBe('CARB');
  });
});
