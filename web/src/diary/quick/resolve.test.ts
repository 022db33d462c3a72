import { describe, expect, test } from '@jest/globals';
import type { Food } from '@maul/contract/foods';
import { daySheet, parseQuickLine } from '@maul/core/diary';
import { testFood } from '../../testing/samples.ts';
import { intoMeal, ready, understand, type Known } from './resolve.ts';

const food = testFood;
const known = (found: Record<string, Food[]>, change: Partial<Known> = {}): Known => ({
  day: { date: '2026-11-25' as never },
  carbBasis: 'available',
  inOunces: false,
  whenUnmarked: 'plan',
  found: (fragment) => found[fragment],
  answers: { foods: new Map(), amounts: new Map() },
  ...change,
});
const says = (line: string, found: Record<string, Food[]>, change: Partial<Known> = {}) =>
  understand(parseQuickLine(line), known(found, change));

describe('what a line would do', () => {
  test('a planned amount, a weighed one, a range by eye', () => {
    const found = { potato: [food('Potato')] };
    expect(says('180 g potato', found)[0]).toMatchObject({
      portion: { plannedGrams: 180, grams: null, method: null },
    });
    expect(says('! 180 g potato', found)[0]).toMatchObject({
      portion: { plannedGrams: null, grams: 180, method: 'scale' },
    });
    expect(says('~150-250 g potato', found)[0]).toMatchObject({
      portion: { grams: 200, method: 'eye', guess: { low: 150, high: 250 } },
    });
    expect(says('180 g potato', found, { whenUnmarked: 'true' })[0]).toMatchObject({
      portion: { grams: 180 },
    });
  });
  test('it asks which food and how much, and takes the answers', () => {
    const two = { rice: [food('Rice, white'), food('Rice, brown')] };
    expect(says('150 g rice', two)[0]?.kind).toBe('ask-food');
    const foods = new Map([['rice', food('Rice, brown')]]);
    const answered = says('150 g rice', two, { answers: { foods, amounts: new Map() } });
    expect([answered[0]?.kind, ready(answered)]).toEqual(['portion', true]);
    const oats = { oats: [food('Oats', { measures: [{ name: 'cup', grams: 90, spread: null }] })] };
    expect(says('2 oats', oats)[0]).toMatchObject({
      kind: 'ask-amount',
      options: [{ amount: '2 cup' }, { amount: '2 g' }],
    });
    const amounts = new Map([['oats 2', '2 cup']]);
    expect(says('2 oats', oats, { answers: { foods: new Map(), amounts } })[0]).toMatchObject({
      portion: { plannedGrams: 180, grams: null },
    });
  });
  test.each([
    ['10 kg lettuce', { lettuce: [food('Lettuce')] }, '10 kg Lettuce is more than one portion'],
    ['150 g xyz', { xyz: [] }, 'No food is called “xyz”'],
    ['potato', { potato: [food('Potato')] }, 'How much Potato?'],
    ['100 g slow', {}, 'Looking for slow'],
  ])('%s', (line, found, sentence) => {
    const [one] = says(line, found);
    expect(one && 'says' in one ? one.says : '').toContain(sentence);
    expect(ready(says(line, found as Record<string, Food[]>))).toBe(false);
  });
  test('energy alone leaves the macros unknown; a date that is none is said', () => {
    expect(says('650 kcal', {})[0]).toMatchObject({
      portion: { food: { per100g: { ENERC: 650 } }, plannedGrams: 100 },
    });
    expect(says('= all yesterday', {})[0]).toMatchObject({ kind: 'copy', from: '2026-11-24' });
  });
});

describe('which meal it goes into', () => {
  const sheet = daySheet({
    meals: [
      { id: 'late', time: '00:30', eaten: false, portions: [] },
      { id: 'noon', time: '12:00', eaten: false, portions: [] },
    ],
    windows: null,
    carbBasis: 'total',
  });
  const into = (line: string, next?: string, now = '12:20') =>
    intoMeal(parseQuickLine(line).place, sheet, next, now, 240);
  test('by number, by time, now, or the one that comes next', () => {
    expect(into('#2 50 g oats')).toMatchObject({ mealId: 'late' });
    expect(into('12:00 50 g oats')).toMatchObject({ mealId: 'noon' });
    expect(into('15:30 50 g oats')).toMatchObject({ time: '15:30' });
    expect(into('now 50 g oats')).toMatchObject({ mealId: 'noon' });
    expect(into('now 50 g oats', undefined, '16:00')).toMatchObject({ time: '16:00' });
    expect(into('50 g oats', 'noon')).toMatchObject({ mealId: 'noon' });
    expect(into('#7 50 g oats')).toHaveProperty('fault');
  });
});
