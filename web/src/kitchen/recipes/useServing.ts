import type { Kitchen } from '@maul/contract/foods';
import type { Recipe } from '@maul/contract/kitchen';
import { expectedYield, recipeCooked, servingOf, type RecipeAmounts } from '@maul/core/kitchen';
import { type CarbBasis } from '@maul/core/nutrition';
import { K90 } from '@maul/core/units';
import { amountsOfRecipe } from './draft.ts';
import { recipeFoodId } from '@maul/core/kitchen';

type Seen = Kitchen['yields'];
const weighed = (yields: Seen, foodId: string): { rawGrams: number; cookedGrams: number }[] =>
  yields.filter((y) => y.foodId === foodId);

/** What a recipe will weigh when it is cooked, by own batches first. */
export const yieldOfRecipe = (recipe: RecipeAmounts, id: string | null, yields: Seen) =>
  expectedYield(recipe, id === null ? [] : weighed(yields, recipeFoodId(id)), (foodId) =>
    weighed(yields, foodId),
  );

/** One serving of a recipe: what it holds, weighs when cooked, and how sure its energy is. */
export const recipeServing = (recipe: Recipe, id: string | null, yields: Seen, carbBasis: CarbBasis) => {
  const amounts = amountsOfRecipe(recipe);
  if (recipe.lines.length === 0 || !(recipe.servings > 0)) return undefined;
  const serving = servingOf(amounts, carbBasis);
  const cooked = yieldOfRecipe(amounts, id, yields);
  const raw = recipe.lines.reduce((sum, line) => sum + line.grams, 0);
  const food = recipeCooked(amounts, { ...cooked, spread: 0 });
  return {
    ...serving,
    grams: (raw * cooked.factor) / recipe.servings,
    yield: cooked,
    /** Half of the 90 % band of its energy, kcal: the weights and the compositions; the yield moves no nutrient of a whole pot. */
    spread: serving.amounts.ENERC === undefined ? null : serving.amounts.ENERC * (food?.doubt ?? 0.1) * K90,
  };
};
