import type { Batch, KitchenPlan, Recipe } from '@maul/contract/kitchen';
import type { PortionFood } from '@maul/contract/foods';
import { scaleRecipe } from '@maul/core/kitchen';
import { addDays, type IsoDate } from '@maul/core/units';
import { v7 as uuidv7 } from 'uuid';
import type { Dish } from '../dishes.ts';
import { NEW_RECIPE } from '../recipes/draft.ts';
import { newBatch } from '../recipes/CookDialog.tsx';

/** Days ahead that the boxes of one session are for. */
const AHEAD = 7;

/** A dish without a recipe, as one: its one food. */
const recipeOf = (dish: Dish): Recipe =>
  dish.recipe?.thing ?? {
    ...NEW_RECIPE,
    name: dish.name,
    method: dish.method,
    servings: 1,
    lines: dish.amounts.lines.map((line) => ({
      id: uuidv7(),
      food: line.food as PortionFood,
      grams: line.grams,
      piece: line.piece,
    })),
  };

/** So many cooked grams of a dish as a batch to be weighed in, with a box for each planned portion that it is for. */
export const batchOfDish = (
  dish: Dish,
  grams: number,
  planned: KitchenPlan['portions'],
  from: IsoDate,
): Batch => {
  const { recipe: amounts } = scaleRecipe(dish.amounts, grams / dish.cooked);
  const last = addDays(from, AHEAD);
  const portions = planned.filter(
    (p) => p.food.id === dish.id && p.food.stockId === undefined && p.day > from && p.day <= last,
  );
  const batch = newBatch(recipeOf(dish), amounts, dish.recipe, 0);
  let left = grams;
  const boxes: Batch['boxes'] = portions.flatMap((p, i) => {
    if (left < p.grams - 1) return [];
    left -= p.grams;
    return [
      {
        id: uuidv7(),
        label: `Box ${i + 1}`,
        wish: { kind: 'grams' as const, grams: Math.round(p.grams * 10) / 10 },
        place: 'fridge' as const,
        dinerId: null,
        grams: null,
        division: null,
      },
    ];
  });
  return { ...batch, boxes: boxes.slice(0, 60) };
};
