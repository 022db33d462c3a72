import { describe, expect, test } from '@jest/globals';
import type { PortionFood, YieldSeen } from '@maul/contract/foods';
import { perGrams } from '@maul/core/nutrition';
import { otherStates } from './otherStates.ts';

const turkey: PortionFood = {
  id: 't',
  name: 'Turkey breast',
  state: 'raw',
  source: 'test',
  per100g: { PROCNT: 24 },
};
const seen: YieldSeen[] = [
  { id: 'y', foodId: 't', foodName: 'Turkey breast', method: 'baked', rawGrams: 1200, cookedGrams: 876, day: '2026-11-28' as YieldSeen['day'], pot: null, version: 1, deleted: false },
]; // prettier-ignore

describe('a planned portion in the other state', () => {
  test('goes by the own yield first, and holds the same', () => {
    const [own, start] = otherStates(turkey, 200, seen);
    expect(own).toMatchObject({
      grams: 146,
      method: 'baked',
      factor: 0.73,
      source: 'your own weighing, seen once',
    });
    expect(own?.food.state).toBe('cooked');
    expect(perGrams(own?.food.per100g ?? {}, 146).PROCNT).toBeCloseTo(48, 6);
    expect(start?.method).toBe('cooked through');
  });
  test('comes back as it was', () => {
    const [cooked] = otherStates(turkey, 200, seen);
    const back = cooked && otherStates(cooked.food, cooked.grams, [])[0];
    expect(back).toMatchObject({ grams: 200, factor: 0.73 });
    expect(back?.food.state).toBe('raw');
    expect(back?.food.per100g.PROCNT).toBeCloseTo(24, 6);
  });
  test('is not offered for a box, nor where no yield is known', () => {
    expect(otherStates({ ...turkey, state: 'cooked', stockId: 'b' }, 100, seen)).toEqual([]);
    expect(otherStates({ ...turkey, id: 'x', name: 'Fen soup' }, 100, [])).toEqual([]);
    expect(otherStates({ ...turkey, state: 'as sold' }, 100, seen)).toEqual([]);
  });
});
