import {
  type Amounts,
  amountsOf,
  type CarbBasis,
  perGrams,
  TARGET_KEYS,
  type TargetKey,
} from '../nutrition/index.ts';
import { type Fit, type FitFood, type FitWindow, portionsToFit, type Solver } from '../diary/index.ts';
import { cookingYield, type CookingYield, type SeenYield, startYields } from '../foods/index.ts';
import { type Batch, batchOf } from './batch.ts';
import type { KitchenFood } from './food.ts';

/** One raw food of a recipe. */
export interface RecipeLine {
  food: KitchenFood;
  grams: number;
  /** Grams of one piece or pack that is not divided, such as an egg; null for what is weighed. */
  piece: number | null;
}

export interface RecipeAmounts {
  lines: readonly RecipeLine[];
  /** Water that goes in, grams. */
  water: number;
  /** How many servings it makes. */
  servings: number;
}

/** How far the weight of a food may stray of which nothing says how it cooks, relative. common practice, no source. */
const UNKNOWN_YIELD = 0.25;
/** More and less than this is no recipe any more. */
const MOST_TIMES = 100;

/** Whole pieces stay whole: at least one where there was one. */
const scaled = (line: RecipeLine, times: number): RecipeLine => {
  const grams = line.grams * times;
  if (line.piece === null) return { ...line, grams: Math.round(grams * 10) / 10 };
  const pieces = Math.max(line.grams > 0 ? 1 : 0, Math.round(grams / line.piece));
  return { ...line, grams: Math.round(pieces * line.piece * 10) / 10 };
};

/** What a recipe came to after scaling, and what whole pieces did to it. */
export interface Scaled {
  recipe: RecipeAmounts;
  times: number;
  /** Pieces that were rounded: what would have been, and what is. Grams. */
  rounded: { name: string; wanted: number; grams: number }[];
}

/**
 * A recipe times so much; pieces and packs stay whole, and what that changed is listed. Throws RangeError for a factor that is not
 * above 0 and at most 100.
 *
 * @example
 * scaleRecipe({ lines: [{ food: { id: 'egg', name: 'Egg', state: 'raw', per100g: {} }, grams: 120, piece: 60 }], water: 0, servings: 2 }, 1.75).recipe.lines[0].grams; // => 240
 */
export const scaleRecipe = (recipe: RecipeAmounts, times: number): Scaled => {
  if (!(times > 0) || times > MOST_TIMES)
    throw new RangeError(`A recipe is made between 0 and ${MOST_TIMES} times over.`);
  const lines = recipe.lines.map((line) => scaled(line, times));
  return {
    recipe: {
      lines,
      water: Math.round(recipe.water * times),
      servings: Math.round(recipe.servings * times * 100) / 100,
    },
    times,
    rounded: lines.flatMap((line, i) => {
      const wanted = (recipe.lines[i]?.grams ?? 0) * times;
      return line.piece !== null && Math.abs(line.grams - wanted) > 1
        ? [{ name: line.food.name, wanted, grams: line.grams }]
        : [];
    }),
  };
};

/** How many times a recipe goes into a pot that holds so many grams of it raw with its water. */
export const timesForPot = (recipe: RecipeAmounts, potGrams: number): number => {
  const into = recipe.lines.reduce((sum, line) => sum + line.grams, 0) + recipe.water;
  if (!(into > 0) || !(potGrams > 0)) throw new RangeError('A pot and a recipe hold more than 0 g.');
  return Math.min(MOST_TIMES, potGrams / into);
};

export interface Serving {
  amounts: Amounts;
  /** What some food does not state: the figure is then at least this much. */
  atLeast: TargetKey[];
  allergens: string[];
}

/** Energy, macros and fibre of one serving. Throws RangeError for a recipe of no servings. */
export const servingOf = (recipe: RecipeAmounts, carbBasis: CarbBasis): Serving => {
  if (!(recipe.servings > 0)) throw new RangeError('A recipe makes more than 0 servings.');
  const each = recipe.lines.map((line) =>
    amountsOf(perGrams(line.food.per100g, line.grams / recipe.servings), carbBasis),
  );
  const sum = (key: TargetKey): number | undefined => {
    const known = each.flatMap((amounts) => amounts[key] ?? []);
    return known.length === 0 ? undefined : known.reduce((a, b) => a + b, 0);
  };
  return {
    amounts: Object.fromEntries(TARGET_KEYS.map((key) => [key, sum(key)])) as Amounts,
    atLeast: TARGET_KEYS.filter((key) => each.some((amounts) => amounts[key] === undefined)),
    allergens: [...new Set(recipe.lines.flatMap((line) => line.food.allergens ?? []))].sort(),
  };
};

/** A line may move between these parts of what the recipe says. common practice, no source. */
const LEAST_PART = 0.25;
const MOST_PART = 4;

/**
 * Makes a recipe so that each of `servings` boxes lands in the windows: "six boxes of 45 g protein and 60 g carbs". Solved like a fit of
 * portions, over the whole pot: grams move, pieces and packs stay whole, seasonings (under 2 % of the weight) keep their part. Windows per box,
 * in kcal and grams. Answers the fit over the pot, its grams line by line.
 */
export const recipeForTarget = (
  recipe: RecipeAmounts,
  servings: number,
  windows: readonly Pick<FitWindow, 'key' | 'low' | 'high'>[],
  carbBasis: CarbBasis,
  solver: Solver,
): { fit: Fit; recipe: RecipeAmounts } => {
  const times = servings / recipe.servings;
  const start = scaleRecipe(recipe, times).recipe;
  const raw = start.lines.reduce((sum, line) => sum + line.grams, 0);
  const foods: FitFood[] = start.lines.map((line, i) => {
    const fixed = line.grams < 0.02 * raw;
    const step = line.piece ?? 5;
    return {
      id: String(i),
      name: line.food.name,
      mealId: 'pot',
      grams: line.grams,
      perGram: amountsOf(perGrams(line.food.per100g, 1), carbBasis),
      ...(fixed
        ? {}
        : {
            moves: {
              min: line.piece === null ? LEAST_PART * line.grams : line.piece,
              max: Math.max(MOST_PART * line.grams, step),
              step,
              whole: line.piece !== null,
            },
          }),
    };
  });
  const fit = portionsToFit(
    {
      foods,
      windows: windows.map((w) => ({ ...w, low: w.low * servings, high: w.high * servings, already: 0 })),
    },
    solver,
    { answers: 1 },
  );
  const grams = fit.answers[0]?.grams ?? [];
  return {
    fit,
    recipe: {
      ...start,
      servings,
      lines: start.lines.map((line, i) => ({ ...line, grams: grams[i] ?? line.grams })),
    },
  };
};

export interface ExpectedYield extends CookingYield {
  /** Cooked grams per raw gram of all foods together, without the water. */
  factor: number;
}

/**
 * What a recipe will weigh when it is cooked, per raw gram: by its own batches where there are any; else food by food, from own yields or start values,
 * and 1 where nothing says, with a quarter of doubt on those foods. Never more than what goes in. Source: see `cookingYield`.
 */
export const expectedYield = (
  recipe: RecipeAmounts,
  own: readonly SeenYield[],
  ownOf: (foodId: string) => readonly SeenYield[] = () => [],
): ExpectedYield => {
  const seen = cookingYield(own);
  if (seen) return seen;
  const raw = recipe.lines.reduce((sum, line) => sum + line.grams, 0);
  let cooked = 0;
  let variance = 0;
  for (const { food, grams } of recipe.lines) {
    const start = ['raw', 'dry', 'frozen'].includes(food.state) ? startYields(food.name)[0] : undefined;
    const known = cookingYield(ownOf(food.id), start);
    cooked += grams * (known?.factor ?? 1);
    variance += (grams * (known ? known.factor * known.spread : UNKNOWN_YIELD)) ** 2;
  }
  const most = raw + recipe.water;
  const factor = Math.min(cooked, most) / raw;
  return {
    factor,
    spread: Math.sqrt(variance) / Math.max(cooked, 1),
    seen: 0,
    source: 'estimated from its foods; weigh one batch and it is replaced',
  };
};

/** What a recipe holds per 100 g when it is cooked at a yield, with the doubt of both; nothing is weighed for it. */
export const recipeCooked = (
  recipe: RecipeAmounts,
  { factor, spread }: Pick<CookingYield, 'factor' | 'spread'>,
): Pick<Batch, 'per100g' | 'doubt' | 'unstated' | 'allergens'> | undefined => {
  const raw = recipe.lines.reduce((sum, line) => sum + line.grams, 0);
  const result = batchOf({
    parts: recipe.lines.map(({ food, grams }) => ({ food, grams, division: 1 })),
    water: Math.max(recipe.water, raw * Math.max(0, factor - 1)),
    pots: [{ gross: raw * factor, tare: 0, division: 1 }],
    poured: [],
  });
  if (!result.ok) return undefined;
  const { per100g, doubt, unstated, allergens } = result.batch;
  return { per100g, doubt: Math.hypot(doubt, spread), unstated, allergens };
};
