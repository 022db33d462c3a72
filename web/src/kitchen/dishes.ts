import type { Kitchen, PortionFood } from '@maul/contract/foods';
import type { Batch, InStock, KitchenPlan, Of } from '@maul/contract/kitchen';
import { beforeCooking } from '@maul/core/foods';
import {
  recipeCooked,
  recipeFood,
  recipeFoodId,
  type RecipeAmounts,
  type Wanted,
  wholeDaysKept,
} from '@maul/core/kitchen';
import { daysBetween, isoDate, type IsoDate } from '@maul/core/units';
import { format } from 'date-fns';
import { shortDate } from '../ui/formats/show.ts';
import { amountsOfRecipe } from './recipes/draft.ts';
import { yieldOfRecipe } from './recipes/useServing.ts';
import type { RecipeRow } from './words.ts';

type Planned = KitchenPlan['portions'][number];
type Seen = Kitchen['yields'];

/** Something that is cooked: a recipe, or one food that is planned cooked and bought raw. */
export interface Dish {
  /** The id of the food by which it is planned. */
  id: string;
  name: string;
  /** One batch of it as its recipe says, or 100 g raw. */
  amounts: RecipeAmounts;
  recipe: RecipeRow | null;
  /** Cooked grams of those amounts. */
  cooked: number;
  method: string;
  /** Days in the fridge that every meal of a day may count on after an evening of cooking. */
  keepsDays: number;
}

const rawOf = (amounts: RecipeAmounts): number => amounts.lines.reduce((sum, line) => sum + line.grams, 0);

/** The dish that a recipe is. */
export const dishOf = (row: RecipeRow, yields: Seen): Dish => {
  const amounts = amountsOfRecipe(row.thing);
  return {
    id: recipeFoodId(row.id),
    name: row.thing.name,
    amounts,
    recipe: row,
    cooked: rawOf(amounts) * yieldOfRecipe(amounts, row.id, yields).factor,
    method: row.thing.method,
    keepsDays: wholeDaysKept({ name: row.thing.name, holds: amounts.lines.map((l) => l.food.name) }),
  };
};

/** The food by which a serving of a recipe is planned before it is cooked; undefined where the recipe holds nothing. */
export const plannedFood = (row: RecipeRow, yields: Seen): PortionFood | undefined => {
  const amounts = amountsOfRecipe(row.thing);
  const known = yieldOfRecipe(amounts, row.id, yields);
  const cooked = recipeCooked(amounts, known);
  return cooked && (recipeFood(row.id, row.thing.name, cooked, known) as PortionFood);
};

/** A food that is planned cooked, as a dish of its own: one food, by the yield that stands behind it. */
const ownDish = (food: PortionFood): Dish | undefined => {
  if (!food.yield || food.state !== 'cooked' || food.yield.from === 'cooked') return undefined;
  const { yield: used, stockId: _stock, ...rest } = food;
  const raw: PortionFood = { ...rest, state: used.from, per100g: beforeCooking(food.per100g, used.factor) };
  return {
    id: food.id,
    name: food.name,
    amounts: { lines: [{ food: raw, grams: 100, piece: null }], water: 0, servings: 1 },
    recipe: null,
    cooked: 100 * used.factor,
    method: used.method,
    keepsDays: wholeDaysKept({ name: food.name }),
  };
};

/** Every dish that is planned and not in a box already. */
export const plannedDishes = (
  planned: readonly Planned[],
  recipes: readonly RecipeRow[],
  yields: Seen,
): Dish[] => {
  const dishes = new Map<string, Dish>();
  for (const { food } of planned) {
    if (food.stockId !== undefined || dishes.has(food.id)) continue;
    const recipe = recipes.find((r) => recipeFoodId(r.id) === food.id);
    const dish = recipe ? dishOf(recipe, yields) : ownDish(food);
    if (dish) dishes.set(food.id, dish);
  }
  return [...dishes.values()];
};

/** Which dish a box or leftover is of: by the batch it was filled from. */
export const dishIdOf = (item: InStock, batches: readonly Of<Batch>[]): string | null => {
  if (item.batchId === null) return null;
  const batch = batches.find((b) => b.id === item.batchId)?.thing;
  if (batch?.recipeId) return recipeFoodId(batch.recipeId);
  return batch?.parts.length === 1 ? (batch.parts[0]?.food.id ?? null) : null;
};

/** From which hour of a day something that ends on it may still be counted on for the whole day. */
const WHOLE_DAY_FROM = 20;
/** The last day, counted from today, on the whole of which something may be eaten; below 0 when today is its last and not whole. */
export const lastDayOf = (useBy: string | null, today: IsoDate): number => {
  if (useBy === null) return 60;
  const end = new Date(useBy);
  const days = daysBetween(today, isoDate(format(end, 'yyyy-MM-dd')));
  return end.getHours() >= WHOLE_DAY_FROM ? days : days - 1;
};

/** What is bought for what is planned: dishes go back to their raw foods, less what boxes hold already. */
export const wantedOf = (
  planned: readonly Planned[],
  dishes: readonly Dish[],
  boxed: ReadonlyMap<string, number>,
): Wanted[] => {
  const left = new Map(boxed);
  return planned.flatMap(({ food, grams, day, time }): Wanted[] => {
    if (food.stockId !== undefined) return [];
    const why = `${shortDate(day)}, ${time}`;
    const dish = dishes.find((d) => d.id === food.id);
    if (!dish || dish.cooked <= 0) return [{ food, grams, why }];
    const there = Math.min(grams, left.get(dish.id) ?? 0);
    left.set(dish.id, (left.get(dish.id) ?? 0) - there);
    const times = (grams - there) / dish.cooked;
    return dish.amounts.lines.map((line) => ({ food: line.food, grams: line.grams * times, why: dish.name }));
  });
};
