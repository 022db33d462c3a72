import type { CookingYield } from '../foods/index.ts';
import type { Batch } from './batch.ts';

/** A dish as a portion keeps it. */
export type CookedFood = Pick<Batch, 'per100g'> & {
  id: string;
  name: string;
  state: 'cooked';
  source: string;
  doubt: number;
  allergens: string[];
};

type Made = Pick<Batch, 'per100g' | 'doubt' | 'allergens'>;
/** As much of a source as a portion keeps. */
const MOST_SOURCE = 300;
/** A doubt of twice the amount says that nothing is known. */
const MOST_DOUBT = 2;

const cookedFood = (id: string, name: string, source: string, made: Made): CookedFood => ({
  id,
  name,
  state: 'cooked',
  source: source.slice(0, MOST_SOURCE),
  per100g: made.per100g,
  doubt: Math.min(MOST_DOUBT, Math.round(made.doubt * 10_000) / 10_000),
  allergens: made.allergens,
});

/** The food of a batch’s boxes: by its own weights, with its own doubt. All boxes of a batch are one food. */
export const batchFood = (batchId: string, name: string, batch: Made & Pick<Batch, 'yield'>): CookedFood =>
  cookedFood(`batch-${batchId}`, name, `own batch, yield ${batch.yield.toFixed(3)}`, batch);

/** The id by which a dish of a recipe is planned before it is cooked. */
export const recipeFoodId = (recipeId: string): string => `recipe-${recipeId}`;

/** A recipe as it is planned before it is cooked, at an expected yield. */
export const recipeFood = (
  recipeId: string,
  name: string,
  made: Made,
  expected: Pick<CookingYield, 'factor' | 'source'>,
): CookedFood =>
  cookedFood(
    recipeFoodId(recipeId),
    name,
    `recipe, yield ${expected.factor.toFixed(2)}: ${expected.source}`,
    made,
  );
