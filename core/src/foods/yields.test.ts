import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { afterCooking, beforeCooking, cookingYield, startYields } from './yields.ts';

describe('start values', () => {
  // From memory: rice 2.8-3.0, pasta 2.2-2.4, chicken breast and lean mince 0.70-0.75, baked potato 0.80, steamed vegetables 0.90.
  test.each([
    ['Rice, white long grain', 2.8, 3.0],
    ['Pasta, durum', 2.2, 2.4],
    ['Chicken breast, skinless', 0.7, 0.75],
    ['Beef, lean mince', 0.7, 0.75],
  ])('%s', (name, low, high) => expect(startYields(name)[0]).toMatchObject({ low, high }));
  test('potato 0.80 and vegetables 0.90 in the middle', () => {
    expect(cookingYield([], startYields('Potato')[0])?.factor).toBeCloseTo(0.8, 9);
    expect(cookingYield([], startYields('Broccoli')[0])?.factor).toBeCloseTo(0.9, 9);
  });
  test('rice boiled in little water ends near 2.6', () => {
    expect(cookingYield([], startYields('Rice, basmati')[1])?.factor).toBeCloseTo(2.6, 9);
  });
  test.each([
    'Rice vinegar', 'Cinnamon, ground', 'Black pepper, ground', 'Potato starch', 'Rice flour', 'Pasta sauce', 'Carrot juice', 'Rice drink',
  ])('%s is not cooked as what it is made of', (name) => expect(startYields(name)).toEqual([])); // prettier-ignore
  test('meat that is ground is fried, whichever word comes first', () => {
    expect(startYields('Ground beef, 5 % fat')[0]?.method).toBe('fried');
    expect(startYields('Turkey, ground')[0]?.method).toBe('fried');
    expect(startYields('Rice noodles').map((y) => y.low)).toEqual([2.2]);
  });
  // Source: USDA National Nutrient Database SR28, raw and cooked rows of a food, from memory. What cooking neither brings nor takes, dry matter or
  // protein, says how many grams a raw one became: 100 g of rice with 88.38 g of dry matter are 280 g when 31.56 of 100 are.
  test.each([
    ['Rice, white long grain', 100 - 11.62, 100 - 68.44],
    ['Pasta, spaghetti', 100 - 9.9, 100 - 62.13],
    ['Chicken breast, skinless', 22.5, 31.02],
    ['Potato', 100 - 79.25, 100 - 74.89],
  ])('%s: raw and cooked rows of a food table agree within 5 %%', (name, raw, cooked) => {
    const start = startYields(name)[0];
    expect(start).toBeDefined();
    const middle = ((start?.low ?? 0) + (start?.high ?? 0)) / 2;
    expect(Math.abs(middle / (raw / cooked) - 1)).toBeLessThan(0.05);
  });
  test('a food that no line names has none', () => {
    expect(startYields('Rice cakes, plain')).toEqual([]);
    expect(startYields('Harbour bar')).toEqual([]);
    expect(cookingYield([])).toBeUndefined();
  });
});

describe('own weighings', () => {
  test('replace the start value and say how often', () => {
    const start = startYields('Rice, white')[0];
    expect(cookingYield([{ rawGrams: 200, cookedGrams: 540 }], start)).toMatchObject({
      factor: 2.7,
      seen: 1,
      spread: 0.05,
      source: 'your own weighing, seen once',
    });
    const two = cookingYield([
      { rawGrams: 200, cookedGrams: 540 },
      { rawGrams: 300, cookedGrams: 840 },
    ]);
    expect(two?.factor).toBeCloseTo(1380 / 500, 9);
    // JCGM 100:2008, 4.2.3: s / sqrt(n) about the mean of 2.7 and 2.8.
    expect(two?.spread).toBeCloseTo(Math.sqrt(0.005 / 2) / 2.75, 9);
    expect(two?.source).toContain('seen 2 times');
  });
  test('a start value’s range is a uniform half-width', () => {
    const known = cookingYield([], startYields('Rice, white')[0]);
    expect(known?.spread).toBeCloseTo(0.1 / Math.sqrt(3) / 2.9, 9);
    expect(known?.seen).toBe(0);
  });
  test('a weighing of nothing is refused', () =>
    expect(() => cookingYield([{ rawGrams: 0, cookedGrams: 5 }])).toThrow(RangeError));
});

describe('nutrients follow the raw grams', () => {
  const rice = { PROCNT: 7, FAT: 0.7, CHOAVLDF: 78, ENERC: 350, WATER: 12 };
  test('100 g dry is 290 g cooked with the same in it', () => {
    const cooked = afterCooking(rice, 2.9);
    expect((cooked.PROCNT ?? 0) * 2.9).toBeCloseTo(7, 9);
    expect((cooked.ENERC ?? 0) * 2.9).toBeCloseTo(350, 9);
    // Dry matter stays: 88 g in 290 g.
    expect(cooked.WATER).toBeCloseTo(100 - 88 / 2.9, 9);
  });
  test('fat that was drained goes, and the stated energy with it', () => {
    const mince = { PROCNT: 20, FAT: 10, FASAT: 4, ENERC: 170 };
    const cooked = afterCooking(mince, 0.7, 3);
    expect(cooked.FAT).toBeCloseTo(10, 9);
    expect(cooked.ENERC).toBeUndefined();
    expect(cooked.FASAT).toBeUndefined();
    expect(afterCooking({ PROCNT: 20 }, 0.7, 3).FAT).toBeUndefined();
  });
  test('law: there and back is where it was', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.4, max: 4, noNaN: true }), (factor) => {
        const back = beforeCooking(afterCooking(rice, factor), factor);
        expect(back.PROCNT).toBeCloseTo(7, 9);
        expect(back.CHOAVLDF).toBeCloseTo(78, 9);
      }),
    );
    expect(() => beforeCooking(rice, 0)).toThrow(RangeError);
  });
});
