import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { daySheet, treatsThatFit } from '../diary/index.ts';
import type { NutrientVector } from '../nutrition/index.ts';
import { rankSwaps, swapGrams, swapStep, type SwapFood } from './swap.ts';

const food = (name: string, per100g: NutrientVector, change: Partial<SwapFood> = {}): SwapFood => ({
  id: name,
  name,
  state: 'cooked',
  per100g,
  allergens: [],
  allergensKnown: true,
  notTolerated: null,
  inStock: false,
  keeps: false,
  piece: null,
  group: null,
  largest: 1000,
  ...change,
});
const macros = (PROCNT: number, CHOAVLDF: number, FAT: number, FIBTG = 0): NutrientVector => ({
  PROCNT,
  CHOAVLDF,
  FAT,
  FIBTG,
});
const potato = { foodId: 'potato', per100g: macros(1.8, 16, 0.1, 1.6), grams: 150, group: 'root' as const };
const rice = food('rice', macros(2.6, 28, 0.3, 0.4));
const pasta = food('pasta', macros(5, 27, 1, 2), { allergens: ['gluten'] });
const wishes = { by: 'CARB' as const, carbBasis: 'available' as const, allergens: [] };

describe('swaps', () => {
  test('150 g of potato hold 24 g of carbs: 85 g of rice do', () => {
    // common practice, no source: swap at equal lever macro. 24 / 0.28 = 85.7, on steps of 5 g.
    expect(swapGrams(potato.per100g, 150, rice.per100g, wishes)).toBe(85);
  });
  test('what moves least else stands first; each difference is shown', () => {
    const butter = food('bread with butter', macros(6, 30, 18));
    const { swaps } = rankSwaps(potato, [butter, rice, pasta], wishes);
    expect(swaps.map((s) => s.food.name)).toEqual(['rice', 'pasta', 'bread with butter']);
    expect(swaps[0]?.moves.PROCNT).toBeCloseTo(2.21 - 2.7, 6);
    expect(swaps[0]?.moves.CARB).toBeCloseTo(23.8 - 24, 6);
  });
  test('an allergen is refused and counted; so is what is not known to be free of it', () => {
    const unknown = food('imported', macros(2.6, 28, 0.3), { allergensKnown: false });
    const { swaps, refused } = rankSwaps(potato, [rice, pasta, unknown], {
      ...wishes,
      allergens: ['gluten'],
    });
    expect([swaps.map((s) => s.food.name), refused]).toEqual([['rice'], 2]);
  });
  test('what is not tolerated comes after everything else, with its name', () => {
    const upset = food('quick rice', macros(2.7, 28, 0.3), { inStock: true, notTolerated: 'rice' });
    const butter = food('bread with butter', macros(6, 30, 18));
    const { swaps, refused } = rankSwaps(potato, [upset, butter, pasta], wishes);
    expect(swaps.map((s) => [s.food.name, s.food.notTolerated])).toEqual([
      ['pasta', null],
      ['bread with butter', null],
      ['quick rice', 'rice'],
    ]);
    expect(refused).toBe(0);
  });
  test('what is in stock goes before what moves a little less; what does not keep stays at home', () => {
    const stocked = food('stocked', macros(3, 28, 0.6), { inStock: true });
    expect(rankSwaps(potato, [rice, stocked], wishes).swaps[0]?.food.name).toBe('stocked');
    const cakes = food('rice cakes', macros(8, 80, 3), { keeps: true, piece: 9 });
    const road = rankSwaps(potato, [rice, cakes], { ...wishes, onTheRoad: true }).swaps;
    expect(road.map((s) => [s.food.name, s.grams])).toEqual([['rice cakes', 27]]);
  });
  test('use goes first: another staple before ketchup, what is eaten at this meal before what is not', () => {
    const rise = { ...potato, group: 'grain' as const };
    const ketchup = food('ketchup', macros(1.2, 24, 0.1), { group: 'sauce' });
    const bread = food('bread', macros(9, 45, 3), { group: 'bread' });
    const oats = food('oats', macros(13, 58, 7), { group: 'grain' });
    const couscous = food('couscous', macros(12, 72, 1), { group: 'grain', atThisMeal: true });
    const { swaps } = rankSwaps(rise, [ketchup, bread, oats, couscous], wishes);
    expect(swaps.map((s) => s.food.name)).toEqual(['couscous', 'oats', 'bread', 'ketchup']);
    // 100 g of ketchup for 24 g of carbs is more than anybody eats.
    expect(rankSwaps(rise, [{ ...ketchup, largest: 80 }], wishes).swaps).toEqual([]);
  });
  test('the macro held is kept within half a step, whatever the two foods', () => {
    const vector = fc
      .tuple(fc.double({ min: 1, max: 90, noNaN: true }), fc.double({ min: 0, max: 9, noNaN: true }))
      .map(([carbs, rest]) => macros(rest, carbs, rest));
    fc.assert(
      fc.property(vector, vector, fc.integer({ min: 5, max: 600 }), (from, to, grams) => {
        const found = swapGrams(from, grams, to, wishes);
        if (found === undefined) return;
        const held = ((from.CHOAVLDF ?? 0) * grams) / 100;
        const per = (to.CHOAVLDF ?? 0) / 100;
        expect(Math.abs(per * found - held)).toBeLessThanOrEqual(
          (per * swapStep(held / per, null)) / 2 + 1e-9,
        );
      }),
    );
  });
  test('without the macro stated on both sides there is no swap', () => {
    expect(swapGrams({ PROCNT: 3 }, 100, rice.per100g, wishes)).toBeUndefined();
    expect(swapGrams(potato.per100g, 5000, macros(0, 1, 0), wishes)).toBeUndefined();
  });
});

const window = (low: number, high: number) => ({ low, aim: low, high, kind: 'point' as const });
const sheet = (grams: number) =>
  daySheet({
    meals: [
      {
        id: 'm',
        time: '08:00',
        eaten: true,
        portions: [
          {
            id: 'p',
            food: { id: 'x', name: 'x', state: '', per100g: macros(40, 40, 10, 10) },
            plannedGrams: null,
            grams,
            method: 'scale',
            division: 1,
          },
        ],
      },
    ],
    windows: {
      ENERC: window(1400, 2000),
      PROCNT: window(150, 190),
      CARB: window(150, 200),
      FAT: window(30, 60),
      FIBTG: window(30, 60),
    },
    carbBasis: 'available',
  });
const chocolate = food('chocolate', macros(8, 34, 42, 11));

describe('treats', () => {
  const options = { carbBasis: 'available' as const, allergens: [] };
  test('when everything is met, the most that every window still holds', () => {
    // 380 g: P 152, C 152, F 38; fat leaves 22 g and 42 % fat makes 52 g: 50 on its step.
    const { first, treats } = treatsThatFit(sheet(380), [chocolate], [], options);
    expect([first, treats[0]?.grams]).toEqual([[], 50]);
  });
  test('what must be met first is said', () => {
    const { first } = treatsThatFit(sheet(300), [chocolate], [], options);
    expect(first).toEqual(['30 g protein']);
    const lacking = ['Iron', 'Zinc', 'Calcium'].map((name) => ({ name, part: 0.2 }));
    expect(treatsThatFit(sheet(380), [chocolate], lacking, options).first).toEqual([
      'iron, zinc, calcium from food',
    ]);
  });
  test('of two treats the one that is not tolerated comes last, though it holds more', () => {
    const milk = food('milk chocolate', macros(8, 34, 30, 11), { notTolerated: 'milk' });
    const { treats } = treatsThatFit(sheet(380), [milk, chocolate], [], options);
    expect(treats.map((t) => t.food.name)).toEqual(['chocolate', 'milk chocolate']);
    expect(treats[1]?.kcal).toBeGreaterThan(treats[0]?.kcal ?? Infinity);
  });
  test('what does not state its macros, holds an allergen or leaves no room is not offered', () => {
    const unknown = food('unknown', { ENERC: 400 });
    const milk = food('milk chocolate', macros(8, 50, 30), { allergens: ['milk'] });
    const { treats } = treatsThatFit(sheet(499), [unknown, milk, chocolate], [], {
      ...options,
      allergens: ['milk'],
    });
    expect(treats).toEqual([]);
  });
});
