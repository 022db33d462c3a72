import type { NutrientVector } from '../nutrition/index.ts';

/** A food as the kitchen sees it; what a portion copies has all of it. */
export interface KitchenFood {
  id: string;
  name: string;
  state: string;
  /** Per 100 g of it as it is weighed. */
  per100g: NutrientVector;
  allergens?: readonly string[];
  /** The part that is eaten, above 0 and at most 1; left out where all of it is, or nothing says. */
  edible?: { part: number; refuse: string } | null;
  packGrams?: number | null;
  /** Relative standard uncertainty of its composition, where it is not the usual one. */
  doubt?: number;
  /** A yield that stands behind a food which its source knows in another state. */
  yield?: { factor: number; from: string };
}
