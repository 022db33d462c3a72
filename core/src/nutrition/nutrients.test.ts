import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { alcoholGrams, carbohydrate, saltFromSodium } from './carbohydrate.ts';
import { isTagname, TAGNAME_LIST } from './tagnames.ts';
import { perGrams, sumNutrients } from './vector.ts';

describe('vectors', () => {
  test('unknown stays unknown', () => {
    expect(perGrams({ PROCNT: 20 }, 150)).toEqual({ PROCNT: 30 });
    expect(() => perGrams({ PROCNT: 20 }, NaN)).toThrow(RangeError);
  });
  test('a sum says how many do not state it', () => {
    const sums = sumNutrients([{ PROCNT: 10, FE: 2 }, { PROCNT: 5 }]);
    expect(sums.PROCNT).toEqual({ value: 15, unknown: 0 });
    expect(sums.FE).toEqual({ value: 2, unknown: 1 });
    expect(sums.VITC).toEqual({ value: 0, unknown: 2 });
    expect(sumNutrients([]).FE).toEqual({ value: 0, unknown: 0 });
  });
  test('law: halves add up to the whole', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom(...TAGNAME_LIST), fc.double({ min: 0, max: 1000, noNaN: true })),
        fc.double({ min: 1, max: 5000, noNaN: true }),
        (food, g) => {
          const whole = perGrams(food, g);
          const sums = sumNutrients([perGrams(food, g / 2), perGrams(food, g / 2)]);
          for (const tag of TAGNAME_LIST) expect(sums[tag].value).toBeCloseTo(whole[tag] ?? 0, 6);
        },
      ),
    );
  });
  test('tagnames are the only keys', () => {
    expect(isTagname('PROCNT')).toBe(true);
    expect(isTagname('toString')).toBe(false);
  });
});

describe('carbohydrate', () => {
  test('the two bases convert through the fibre and never without it', () => {
    expect(carbohydrate({ CHOCDF: 60, FIBTG: 10 }, 'available')).toBe(50);
    expect(carbohydrate({ CHOAVLDF: 50, FIBTG: 10 }, 'total')).toBe(60);
    expect(carbohydrate({ CHOCDF: 60 }, 'available')).toBeUndefined();
    expect(carbohydrate({ CHOAVLDF: 50 }, 'total')).toBeUndefined();
    expect(carbohydrate({ CHOCDF: 3, FIBTG: 4 }, 'available')).toBe(0);
  });
  // Regulation (EU) 1169/2011, Annex I: salt = sodium x 2.5.
  test('salt from sodium', () => expect(saltFromSodium(400)).toBe(1));
  // Half a litre at 5 %: 500 x 0.05 x 0.789 g.
  test('alcohol from volume and strength', () => expect(alcoholGrams(500, 0.05)).toBeCloseTo(19.725, 9));
});
