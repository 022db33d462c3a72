import { describe, expect, test } from '@jest/globals';
import { groupDistance, groupOf, portionSize } from './groups.ts';

describe('what a food is used as', () => {
  test.each([
    ['Rice, white long grain', 'grain'],
    ['Rice cakes, plain', 'bread'],
    ['Rice vinegar', 'seasoning'],
    ['Sweet potato', 'root'],
    ['Chicken breast, skinless', 'meat'],
    ['Egg, whole', 'egg'],
    ['Cottage cheese, low fat', 'dairy'],
    ['Hard cheese', 'cheese'],
    ['Peanut butter', 'nuts'],
    ['Butter', 'fat'],
    ['Whey protein powder', 'powder'],
    ['Orange juice', 'drink'],
    ['Tomato ketchup', 'sauce'],
    ['Green beans', 'vegetable'],
    ['Kidney beans', 'legume'],
    ['Aubergine', 'vegetable'],
    ['Salmon fillet', 'fish'],
    ['Harbour bar', null],
  ] as const)('%s is %s', (name, group) => expect(groupOf({ name })).toBe(group));
  test('what its source says goes before its name', () =>
    expect(groupOf({ name: 'Tomato passata', group: 'vegetable' })).toBe('vegetable'));
  test('groups of one family are nearer than others, and what is not known is near to nothing', () => {
    expect([groupDistance('grain', 'grain'), groupDistance('grain', 'root'), groupDistance('grain', 'sauce')]).toEqual([0, 1, 2]);
    expect(groupDistance(null, null)).toBe(2);
  }); // prettier-ignore
});

describe('what a portion usually is, and about the most', () => {
  test('by its group, dry or cooked', () => {
    expect(portionSize({ name: 'Potato', per100g: {} })).toMatchObject({ largest: 600, from: 'food group' });
    expect(portionSize({ name: 'Rice', state: 'dry', per100g: {} }).largest).toBe(200);
    expect(portionSize({ name: 'Rice', state: 'cooked', per100g: {} }).largest).toBe(500);
  });
  test('own portions say what is usual, and widen the most', () => {
    const seen = { times: 5, usual: 320, largest: 720 };
    expect(portionSize({ name: 'Potato', per100g: {} }, seen)).toEqual({ usual: 320, largest: 720, from: 'own portions' });
    expect(portionSize({ name: 'Potato', per100g: {} }, { ...seen, largest: 300 }).largest).toBe(600);
    expect(portionSize({ name: 'Potato', per100g: {} }, { ...seen, times: 2 }).from).toBe('food group');
  }); // prettier-ignore
  test('a pack bounds it; without name and pack its energy does', () => {
    expect(portionSize({ name: 'Quark', per100g: {}, packGrams: 450 })).toMatchObject({ largest: 450, from: 'pack' });
    // 800 kcal of 400 kcal per 100 g.
    expect(portionSize({ name: 'Harbour bar', per100g: { ENERC: 400 } })).toMatchObject({ largest: 200, from: 'energy' });
    expect(portionSize({ name: 'Harbour bar', per100g: {} }).largest).toBe(500);
  }); // prettier-ignore
});
