import { describe, expect, test } from '@jest/globals';
import { batchFood, recipeFood } from './cookedFood.ts';

const made = { per100g: { PROCNT: 32.9 }, doubt: 0.123456, allergens: ['milk'], yield: 0.73 };

describe('a dish as a portion keeps it', () => {
  test('of a batch says its yield; all its boxes are one food', () => {
    expect(batchFood('b1', 'Stew', made)).toEqual({
      id: 'batch-b1',
      name: 'Stew',
      state: 'cooked',
      source: 'own batch, yield 0.730',
      per100g: { PROCNT: 32.9 },
      doubt: 0.1235,
      allergens: ['milk'],
    });
  });
  test('of a recipe says where its yield is from, and doubts no more than everything', () => {
    const food = recipeFood('r1', 'Stew', { ...made, doubt: 9 }, { factor: 0.7, source: 'x'.repeat(400) });
    expect(food).toMatchObject({ id: 'recipe-r1', doubt: 2 });
    expect(food.source).toHaveLength(300);
    expect(food.source.startsWith('recipe, yield 0.70: xxx')).toBe(true);
  });
});
