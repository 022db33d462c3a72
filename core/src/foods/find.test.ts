import { describe, expect, test } from '@jest/globals';
import { findFoods, likeness, nameMatch, singular } from './find.ts';

const food = (name: string, more: { state?: string; origin?: string; recent?: boolean; inStock?: boolean } = {}) => ({
  id: name, name, state: 'raw', origin: 'everyday', recent: false, inStock: false, ...more,
}); // prettier-ignore
const foods = [
  food('Chicken breast'),
  food('Chicken thigh'),
  food('Egg, whole'),
  food('Egg noodles'),
  food('Potato'),
  food('Sweet potato'),
  food('Rice, white', { state: 'cooked', recent: true }),
];
const names = (question: string) => findFoods(foods, question, 20).map((f) => f.name);

describe('a food is found', () => {
  test.each([
    ['bre chick', ['Chicken breast']],
    ['potatoes', ['Potato', 'Sweet potato']],
    ['eggs', ['Egg, whole', 'Egg noodles']],
    ['rice cooked', ['Rice, white']],
    ['zebra', []],
  ])('by “%s”: %j', (question, found) => expect(names(question)).toEqual(found));
  test('mistyped, after what is spelled so', () => {
    expect(names('chiken breast')[0]).toBe('Chicken breast');
    expect(names('potatto')[0]).toBe('Potato');
  });
  test('own ones first, and no more than were asked for', () => {
    const own = food('Sweet potato, mine', { origin: 'own' });
    expect(findFoods([...foods, own], 'sweet potato', 1)).toEqual([own]);
  });
  test('without a question: what was eaten lately or is in stock', () => {
    expect(names('')).toEqual(['Rice, white']);
    expect(findFoods([food('Oats', { inStock: true })], '  ', 5).map((f) => f.name)).toEqual(['Oats']);
  });
});

test('likeness is the share of three-letter pieces that a name holds', () => {
  // pg_trgm's own example: show_trgm('cat') is "  c", " ca", "at ", "cat". Source: PostgreSQL 15 manual, F.33.
  expect(likeness('cat', 'cat')).toBe(1);
  expect(likeness('cat', 'cab')).toBe(0.5);
  expect(likeness('', 'cat')).toBe(0);
});

test('a name matches by whole words, their beginnings, and its head', () => {
  expect(singular('berries')).toBe('berry');
  expect(nameMatch(['egg'], 'Egg, whole')).toBeGreaterThan(nameMatch(['egg'], 'Egg noodles'));
});
