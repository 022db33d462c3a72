import type { Kitchen, PortionFood } from '@maul/contract/foods';
import { beforeCooking } from '@maul/core/foods';
import { cookedOrRaw, inOtherState, yieldChoices } from './portionFood.ts';

export interface OtherState {
  food: PortionFood;
  grams: number;
  method: string;
  factor: number;
  source: string;
}

const tenth = (grams: number): number => Math.round(grams * 10) / 10;

/**
 * The same portion in the food’s other state, once for each yield that is known, own ones first. What was made cooked by a yield goes back by
 * that yield alone. A box goes by nothing: its yield was weighed.
 */
export const otherStates = (food: PortionFood, grams: number, yields: Kitchen['yields']): OtherState[] => {
  const state = cookedOrRaw(food.state);
  if (state === null || food.stockId !== undefined) return [];
  const { yield: used, ...plain } = food;
  if (used && state === 'cooked' && used.from !== 'cooked')
    return [
      {
        food: { ...plain, state: used.from, per100g: beforeCooking(food.per100g, used.factor) },
        grams: tenth(grams / used.factor),
        method: used.method,
        factor: used.factor,
        source: used.source,
      },
    ];
  const to = state === 'raw' ? 'cooked' : 'raw';
  return yieldChoices(food, yields)
    .slice(0, 3)
    .map((choice) => ({
      food: inOtherState(food, to, choice),
      grams: tenth(to === 'cooked' ? grams * choice.factor : grams / choice.factor),
      method: choice.method,
      factor: choice.factor,
      source: choice.source,
    }));
};
