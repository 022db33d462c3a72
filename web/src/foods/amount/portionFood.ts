import type { Food, PortionFood, UsedYield, YieldSeen } from '@maul/contract/foods';
import type { StockedFood } from '../stocked.ts';
import { afterCooking, beforeCooking, cookingYield, startYields, type CookingYield } from '@maul/core/foods';

/** The copy of a food that a portion keeps; of something in stock, with the box it is taken from. */
export const portionFoodOf = (food: StockedFood): PortionFood => food.stocked?.food ?? copyOf(food);

const copyOf = (food: Food): PortionFood => ({
  id: food.id,
  name: food.name,
  state: food.state,
  source: food.source,
  per100g: food.per100g,
  ...(food.origin === 'own' ? { version: food.version } : {}),
  lever: food.lever,
  density: food.details.density,
  ...(food.details.basis.kind === '100 mL' ? { liquid: true } : {}),
  measures: food.measures,
  label: food.details.label,
  allergens: food.details.allergens,
  edible: food.details.edible,
  group: food.details.group,
  packGrams: food.details.packGrams,
});

export interface YieldChoice extends CookingYield {
  method: string;
}

const RAW: readonly Food['state'][] = ['raw', 'dry', 'frozen'];

/** Whether a food is known as it is before cooking, after it, or in neither way. */
export const cookedOrRaw = (state: Food['state']): 'raw' | 'cooked' | null =>
  RAW.includes(state) ? 'raw' : state === 'cooked' ? 'cooked' : null;

/** Every yield known for a food: by method, the own weighings first, then the start values that no own weighing replaces. */
export const yieldChoices = (food: Pick<Food, 'id' | 'name'>, seen: readonly YieldSeen[]): YieldChoice[] => {
  const own = seen.filter((y) => y.foodId === food.id);
  const methods = [...new Set(own.map((y) => y.method))];
  const mine = methods.flatMap((method) => {
    const found = cookingYield(own.filter((y) => y.method === method));
    return found ? [{ method, ...found }] : [];
  });
  const start = startYields(food.name)
    .filter((s) => !methods.includes(s.method))
    .flatMap((s) => {
      const found = cookingYield([], s);
      return found ? [{ method: s.method, ...found }] : [];
    });
  return [...mine, ...start];
};

/** Composition of a table or label, relative; from memory. A yield's doubt joins it in quadrature. */
const COMPOSITION = 0.1;

/**
 * The food in its other state, by a yield: cooked from what is known raw, or raw from what is known cooked. Nutrients follow the raw grams;
 * the yield's doubt joins that of the composition.
 */
export const inOtherState = (
  food: PortionFood,
  to: 'raw' | 'cooked',
  choice: Pick<YieldChoice, 'factor' | 'method' | 'source' | 'seen' | 'spread'>,
  fatDrained = 0,
): PortionFood => {
  const used: UsedYield = {
    factor: choice.factor,
    method: choice.method,
    from: food.state,
    source: choice.source,
    seen: choice.seen,
    fatDrained,
  };
  const per100g =
    to === 'cooked'
      ? afterCooking(food.per100g, choice.factor, fatDrained)
      : beforeCooking(food.per100g, choice.factor);
  return {
    ...food,
    state: to,
    per100g,
    source:
      `${food.source}; ${food.state} x ${choice.factor.toFixed(2)} ${choice.method} (${choice.source})`.slice(
        0,
        300,
      ),
    yield: to === 'cooked' ? used : { ...used, factor: 1 / choice.factor },
    doubt: Number(Math.hypot(COMPOSITION, choice.spread).toPrecision(4)),
    edible: null,
    measures: [],
  };
};
