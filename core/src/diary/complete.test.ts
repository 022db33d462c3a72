import { describe, expect, test } from '@jest/globals';
import { isoDate } from '../units/index.ts';
import { assembleDay } from './assembleDay.ts';
import { closingOf, dayCompleteness } from './complete.ts';

const date = isoDate('2026-11-28');
const food = (known: boolean) => ({
  id: 'f', name: 'Food', state: 'raw', per100g: known ? { ENERC: 100 } : { PROCNT: 5 },
}); // prettier-ignore
/** A day of meals, each with 100 g of a food, weighed or planned. */
const day = (meals: readonly ('weighed' | 'planned' | 'unknown' | 'no number')[]) =>
  assembleDay({
    date,
    meals: meals.map((kind, i) => ({ id: `m${i}`, time: `${10 + i}:00`, eaten: kind !== 'planned' })),
    portions: meals.flatMap((kind, i) =>
      kind === 'no number'
        ? []
        : [{
            id: `p${i}`, mealId: `m${i}`, food: food(kind !== 'unknown'), plannedGrams: 100, division: 1,
            grams: kind === 'planned' ? null : 100, method: kind === 'planned' ? null : ('scale' as const),
          }],
    ),
    entries: [],
    windows: null,
    bases: [],
  }); // prettier-ignore

describe('a complete day', () => {
  test.each([
    [['weighed', 'weighed', 'weighed'], true, null],
    [['weighed'], false, 'One meal is logged.'],
    [['weighed', 'weighed'], false, '2 meals are logged.'],
    [['weighed', 'weighed', 'weighed', 'planned'], false, '1 planned portion is neither eaten nor removed.'],
    [['weighed', 'weighed', 'weighed', 'unknown'], false, 'The energy of some of its food is not known.'],
    [['weighed', 'weighed', 'no number'], true, null],
  ] as const)('%s', (meals, complete, why) => {
    expect(dayCompleteness(day(meals), null)).toEqual({ complete, inDoubt: !complete, why });
  });
  test('what the athlete said decides', () => {
    expect(dayCompleteness(day(['weighed']), true)).toEqual({ complete: true, inDoubt: false, why: null });
    expect(dayCompleteness(day(['weighed', 'weighed', 'weighed']), false).complete).toBe(false);
    const closing = (complete: boolean) => ({ id: 'c', thing: { kind: 'closing' as const, complete } });
    expect(closingOf([closing(false), closing(true)])).toBe(true);
    expect(closingOf([])).toBeNull();
  });
  test('an empty day is not asked about', () =>
    expect(dayCompleteness(day([]), null)).toMatchObject({ complete: false, inDoubt: false }));
});
