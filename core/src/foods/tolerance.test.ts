import { describe, expect, test } from '@jest/globals';
import { namesFood, notToleratedAs } from './tolerance.ts';

describe('the name of a food that is not tolerated', () => {
  test.each([
    ['milk', 'Whole milk, 3.5 %', true],
    ['milk', 'Milk chocolate', true],
    ['milk', 'Buttermilk', false],
    ['rice', 'Licorice', false],
    ['eggs', 'Egg, whole', true],
    ['egg', 'Eggs', true],
    ['potatoes', 'Potato, boiled', true],
    ['Skyr', 'skyr, plain', true],
    ['käse', 'Käse, jung', true],
    ['  ', 'Anything', false],
    ['gas', 'Gas water', true],
  ])('“%s” and “%s”: %s', (name, food, told) => expect(namesFood(name, food)).toBe(told));
  test('the first of the list that fits is the reason', () => {
    expect(notToleratedAs('Semi-skimmed milk', ['onion', 'milk'])).toBe('milk');
    expect(notToleratedAs('Oats', ['onion', 'milk'])).toBeNull();
  });
});
