import { describe, expect, test } from '@jest/globals';
import { NO_DETAILS, type Food, type YieldSeen } from '@maul/contract/foods';
import { cookedOrRaw, inOtherState, portionFoodOf, yieldChoices } from './portionFood.ts';

const rice: Food = {
  id: 'rice',
  name: 'Rice, white',
  state: 'dry',
  per100g: { PROCNT: 7, CHOAVLDF: 78, FAT: 0.7 },
  measures: [{ name: 'cup', grams: 185, spread: null }],
  details: { ...NO_DETAILS, edible: null },
  origin: 'own',
  source: 'label',
  remark: null,
  version: 4,
  recent: false,
  lever: true,
  inStock: false,
};
const seen = (method: string, rawGrams: number, cookedGrams: number): YieldSeen => ({
  id: `${method}${rawGrams}`,
  foodId: 'rice',
  foodName: 'Rice, white',
  method,
  rawGrams,
  cookedGrams,
  day: '2026-11-01' as YieldSeen['day'],
  pot: null,
  version: 1,
  deleted: false,
});

test('the copy that a portion keeps says which version it is and whether it is a lever', () => {
  expect(portionFoodOf(rice)).toMatchObject({ version: 4, lever: true, measures: rice.measures });
  expect(portionFoodOf({ ...rice, origin: 'table' }).version).toBeUndefined();
});

describe('yields', () => {
  test('start values until the food was weighed for that method, then the own one with how often', () => {
    expect(yieldChoices(rice, []).map((y) => [y.method, y.seen])).toEqual([
      ['boiled', 0],
      ['boiled in 160–175 g of water per 100 g', 0],
    ]);
    const own = yieldChoices(rice, [
      seen('boiled', 200, 540),
      seen('boiled', 100, 280),
      seen('steamed', 100, 250),
    ]);
    expect(own.map((y) => [y.method, y.seen])).toEqual([
      ['boiled', 2],
      ['steamed', 1],
      ['boiled in 160–175 g of water per 100 g', 0],
    ]);
    expect(own[0]?.factor).toBeCloseTo(820 / 300, 9);
  });
  test('cooked from dry and dry from cooked hold the same', () => {
    const [choice] = yieldChoices(rice, [seen('boiled', 100, 280)]);
    const cooked = inOtherState(portionFoodOf(rice), 'cooked', choice!);
    expect(cooked).toMatchObject({ state: 'cooked', yield: { factor: 2.8, seen: 1, from: 'dry' } });
    expect((cooked.per100g.CHOAVLDF ?? 0) * 2.8).toBeCloseTo(78, 9);
    expect(cooked.source).toContain('dry x 2.80 boiled (your own weighing, seen once)');
    expect(cooked.doubt).toBeCloseTo(Math.hypot(0.1, 0.05), 4);
    const back = inOtherState({ ...cooked, yield: undefined }, 'raw', choice!);
    expect(back.per100g.CHOAVLDF).toBeCloseTo(78, 9);
  });
  test('a state is raw, cooked or neither', () => {
    expect([cookedOrRaw('dry'), cookedOrRaw('raw'), cookedOrRaw('cooked'), cookedOrRaw('canned')]).toEqual([
      'raw',
      'raw',
      'cooked',
      null,
    ]);
  });
});
