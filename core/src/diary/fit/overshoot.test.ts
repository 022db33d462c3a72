import { describe, expect, test } from '@jest/globals';
import { smallestChange } from './overshoot.ts';
import { type FitFood, type FitWindow } from './model.ts';

const food = (name: string, grams: number, per: [number, number, number, number]): FitFood => ({
  id: name,
  name,
  mealId: 'm',
  grams,
  perGram: { ENERC: per[0] / 100, PROCNT: per[1] / 100, CARB: per[2] / 100, FAT: per[3] / 100 },
  moves: { min: 0, max: grams, step: 5, whole: false },
});
const rice = food('rice', 200, [128, 2.6, 28, 0.3]);
const chicken = food('chicken', 150, [151, 31, 0, 3]);
const at = (key: FitWindow['key'], low: number, high: number, already: number): FitWindow => ({
  key,
  low,
  high,
  already,
});

describe('after an overshoot', () => {
  test('the fewest grams that bring the day back in, of the food that answers best', () => {
    const change = smallestChange([chicken, rice], [at('CARB', 190, 210, 221), at('PROCNT', 150, 180, 160)]);
    // 11 g of carbs are 39.3 g of rice: 40 on its steps.
    expect(change).toMatchObject({ food: { name: 'rice' }, from: 200, to: 160, lands: true });
  });
  test('never under the floors of protein and fat', () => {
    const change = smallestChange([chicken], [at('ENERC', 1800, 1900, 1960), at('PROCNT', 150, 180, 152)]);
    // 60 kcal would be 40 g of chicken, which is 12 g of protein: under 150. 5 g are as far as it goes.
    expect(change).toMatchObject({ to: 145, lands: false });
    expect(
      smallestChange([chicken], [at('ENERC', 1800, 1900, 1960), at('PROCNT', 150, 180, 149)]),
    ).toBeUndefined();
  });
  test('nothing over, nothing to say; nothing that helps, nothing offered', () => {
    expect(smallestChange([rice], [at('CARB', 190, 210, 205)])).toBeUndefined();
    expect(smallestChange([chicken], [at('CARB', 190, 210, 225)])).toBeUndefined();
  });
});
