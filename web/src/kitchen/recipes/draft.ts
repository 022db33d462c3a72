import type { Food, PortionFood } from '@maul/contract/foods';
import type { Recipe, RecipeLine } from '@maul/contract/kitchen';
import type { RecipeAmounts } from '@maul/core/kitchen';
import { v7 as uuidv7 } from 'uuid';
import { pieceOf, portionFoodOf } from '../../foods/index.ts';

/** What a recipe was cooked as, in words; any other may be typed. common practice, no source. */
export const COOKED_AS = [
  'boiled',
  'baked',
  'fried',
  'steamed',
  'stewed',
  'grilled',
  'slow-cooked',
  'uncooked',
] as const;

export const NEW_RECIPE: Recipe = {
  kind: 'recipe',
  name: '',
  lines: [],
  water: 0,
  servings: 4,
  method: 'stewed',
  steps: [],
  potId: null,
  potHolds: null,
  minutes: 45,
  meals: [],
  freezes: true,
  hot: false,
  notes: '',
};

/** A line of a recipe from a food and its grams; what comes in pieces stays whole. */
export const lineOf = (food: PortionFood, grams: number): RecipeLine => ({
  id: uuidv7(),
  food,
  grams,
  piece: pieceOf(food),
});
export const lineOfFood = (food: Food, grams: number): RecipeLine => lineOf(portionFoodOf(food), grams);

/** As much of a recipe as its sums need. */
export const amountsOfRecipe = (recipe: Recipe): RecipeAmounts => ({
  lines: recipe.lines,
  water: recipe.water,
  servings: recipe.servings,
});
