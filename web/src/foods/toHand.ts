import type { Food, PortionFood, SeenFoods } from '@maul/contract/foods';
import type { Athlete } from '@maul/contract/people';
import { amountsOf, perGrams, type CarbBasis } from '@maul/core/nutrition';
import { type FitFood } from '@maul/core/diary';
import {
  chiefMacro,
  groupOf,
  notToleratedAs,
  portionSize,
  rankSwaps,
  type PortionSize,
  type SwapFood,
  type SwapWishes,
} from '@maul/core/foods';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { call } from '../data/api.ts';
import { useStockedFoods, type StockedFood } from './stocked.ts';

/** What is in stock, own and everyday foods, and whatever else was marked: what swaps, fits and treats choose from. */
export const useFoodsToHand = (athleteId: string, enabled = true) => {
  const query = useQuery({
    queryKey: ['foods', athleteId, 'to hand'],
    queryFn: ({ signal }) => call('foodsToHand', { params: { athleteId }, signal }),
    staleTime: 300_000,
    enabled,
  });
  const stocked = useStockedFoods(athleteId, enabled);
  const data = useMemo(
    () => query.data && { ...query.data, foods: [...stocked, ...query.data.foods] },
    [query.data, stocked],
  );
  return { data, error: query.error, isPending: query.isPending };
};

/** Foods that are eaten whole, by the names of their measures. */
const WHOLE = /^(piece|egg|slice|cake|medium|square)\b/i;
/** Grams of one piece of a food that is counted; null for what is weighed. */
export const pieceOf = (food: Pick<PortionFood, 'measures'>): number | null =>
  (food.measures ?? []).find((m) => WHOLE.test(m.name))?.grams ?? null;

/** About the most and the usual portion of a food, by the athlete’s own portions where they say. */
export const sizeOf = (
  food: Pick<PortionFood, 'id' | 'name' | 'state' | 'per100g' | 'group' | 'packGrams'>,
  seen: SeenFoods,
): PortionSize => portionSize(food, seen[food.id]);

export type HandFood = SwapFood & { food: Food };

/** A food as swaps and treats see it, at the hour of a meal. Only own and Maul’s own foods say what allergens they hold. */
export const swapFoodOf = (
  food: StockedFood,
  { notTolerated }: Pick<Athlete['profile'], 'notTolerated'>,
  seen: SeenFoods = {},
  hour?: number,
): HandFood => ({
  id: food.id,
  name: food.name,
  state: food.state,
  per100g: food.per100g,
  allergens: food.details.allergens,
  allergensKnown: food.origin === 'own' || food.origin === 'everyday' || food.origin === 'package',
  notTolerated: notToleratedAs(food.name, notTolerated),
  inStock: food.inStock,
  keeps: food.details.tags.includes('keeps'),
  piece: pieceOf(food),
  group: groupOf({ name: food.name, group: food.details.group }),
  // Of a box there is no more than lies in it.
  largest: food.stocked?.free ?? sizeOf({ ...food, ...food.details }, seen).largest,
  atThisMeal: hour !== undefined && (seen[food.id]?.hours ?? []).some((h) => Math.abs(h - hour) <= 1),
  food,
});

/**
 * What may take the place of so much of a food: never what holds an allergen of the athlete's. Equal in its chief macro unless another is
 * wished; at the hour of a meal, what was eaten at that hour comes first.
 */
export const useSwaps = (
  { id, profile }: Pick<Athlete, 'id' | 'profile'>,
  { food, grams }: { food: Pick<PortionFood, 'id' | 'name' | 'group' | 'per100g'>; grams: number },
  wishes: Omit<SwapWishes, 'by' | 'allergens'> & Partial<Pick<SwapWishes, 'by'>>,
  hour?: number,
) => {
  const { data, error, isPending } = useFoodsToHand(id);
  const by = wishes.by ?? chiefMacro(amountsOf(perGrams(food.per100g, grams), wishes.carbBasis));
  const ranked = rankSwaps(
    { foodId: food.id, per100g: food.per100g, grams, group: groupOf(food) },
    (data?.foods ?? []).map((f) => swapFoodOf(f, profile, data?.seen, hour)),
    { ...wishes, by, allergens: profile.allergens },
  );
  return { ...ranked, error, isPending };
};

/** What a gram of a food holds, for a fit. */
export const perGramOf = (food: Pick<PortionFood, 'per100g'>, carbBasis: CarbBasis): FitFood['perGram'] =>
  amountsOf(perGrams(food.per100g, 1), carbBasis);
