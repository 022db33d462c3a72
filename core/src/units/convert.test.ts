import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { grams, kcal, kilojoules } from './brands.ts';
import {
  decimalsOf,
  fromGrams,
  kcalFromKj,
  kjFromKcal,
  MILLILITRES_PER,
  roundTo,
  toGrams,
  toMillilitres,
  type MassUnit,
} from './convert.ts';

describe('mass and energy', () => {
  // NIST SP 811 (2008), appendix B: exact factors.
  test.each([
    [1, 'lb', 453.59237],
    [1, 'oz', 28.349523125],
    [16, 'oz', 453.59237],
    [2.5, 'kg', 2500],
  ] as const)('%d %s is %d g', (amount, unit, g) => {
    expect(toGrams(amount, unit)).toBeCloseTo(g, 9);
  });

  // NIST SP 811: thermochemical calorie.
  test('a kilocalorie is 4.184 kJ', () => {
    expect(kjFromKcal(kcal(1))).toBe(4.184);
    expect(kcalFromKj(kilojoules(4.184))).toBe(1);
  });

  // common practice, no source: a displayed 4.0 oz is 113 g; 16 oz of mince split four ways is 113 g a box.
  test('4 oz is 113 g and so is a quarter of 16 oz', () => {
    expect(Math.round(toGrams(4, 'oz'))).toBe(113);
    expect(Math.round(toGrams(16, 'oz') / 4)).toBe(113);
  });

  test('what is not finite is refused in a sentence', () => {
    expect(() => toGrams(NaN, 'g')).toThrow('A mass in grams must be a finite number, not NaN.');
    expect(() => kcal(Infinity)).toThrow(RangeError);
  });

  test('law: there and back is the same mass', () => {
    const unit = fc.constantFrom<MassUnit>('g', 'kg', 'oz', 'lb');
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e6, noNaN: true }), unit, (value, u) => {
        expect(toGrams(fromGrams(grams(value), u), u)).toBeCloseTo(value, 6);
      }),
    );
  });
});

describe('household measures', () => {
  // NIST Handbook 44; 21 CFR 101.9(b)(5)(viii).
  test.each([
    ['us', 'cup', 236.588],
    ['us', 'tbsp', 14.7868],
    ['us', 'tsp', 4.92892],
    ['us', 'flOz', 29.5735],
    ['label', 'cup', 240],
    ['label', 'tbsp', 15],
    ['label', 'tsp', 5],
    ['label', 'flOz', 30],
  ] as const)('%s %s is %d mL', (set, measure, mL) => {
    expect(toMillilitres(1, measure, set)).toBe(mL);
  });
  test('a US cup is 16 tablespoons to a tenth of a mL', () => {
    expect(MILLILITRES_PER.us.tbsp * 16).toBeCloseTo(MILLILITRES_PER.us.cup, 2);
  });
});

describe('rounding', () => {
  test.each([
    [0.15, 0.1, 0.2],
    [-0.15, 0.1, -0.2],
    [2.5, 1, 3],
    [77, 5, 75],
    [78, 5, 80],
    [-0.2, 1, 0],
  ])('%d to steps of %d is %d', (value, step, wanted) => {
    expect(roundTo(value, step)).toBe(wanted);
  });
  test('a step that is not positive is refused', () => {
    expect(() => roundTo(1, 0)).toThrow('A rounding step must be positive, not 0.');
  });
  test.each([
    [1, 0],
    [0.1, 1],
    [0.05, 2],
    [5, 0],
  ])('a division of %d shows %d decimals', (division, decimals) => {
    expect(decimalsOf(division)).toBe(decimals);
  });
  test('law: rounded lies within half a step and is whole in steps', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e5, max: 1e5, noNaN: true }),
        fc.constantFrom(0.1, 0.5, 1, 5),
        (value, step) => {
          const rounded = roundTo(value, step);
          expect(Math.abs(rounded - value)).toBeLessThanOrEqual(step / 2 + 1e-6);
          expect(Math.abs(rounded / step - Math.round(rounded / step))).toBeLessThan(1e-6);
        },
      ),
    );
  });
});
