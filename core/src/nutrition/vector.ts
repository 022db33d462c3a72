import { TAGNAME_LIST, type Tagname } from './tagnames.ts';

/** Nutrients that are known; a missing key is unknown, which is not zero. */
export type NutrientVector = Readonly<Partial<Record<Tagname, number>>>;

/** A sum that may rest on portions which do not state the nutrient: then it is a lower bound ("at least"). */
export interface NutrientSum {
  value: number;
  /** How many of the summed vectors do not state the nutrient. */
  unknown: number;
}

export type NutrientSums = Readonly<Record<Tagname, NutrientSum>>;

/** The nutrients of `grams` of a food whose vector is per 100 g. Unknown stays unknown. Throws RangeError when grams is not finite. */
export const perGrams = (per100g: NutrientVector, grams: number): NutrientVector => {
  if (!Number.isFinite(grams)) throw new RangeError(`Grams must be a finite number, not ${grams}.`);
  const out: Partial<Record<Tagname, number>> = {};
  for (const tag of TAGNAME_LIST) {
    const value = per100g[tag];
    if (value !== undefined) out[tag] = (value * grams) / 100;
  }
  return out;
};

/** Adds vectors; every sum says how many vectors did not state the nutrient. An empty list sums to a known zero. */
export const sumNutrients = (vectors: readonly NutrientVector[]): NutrientSums => {
  const out = {} as Record<Tagname, NutrientSum>;
  for (const tag of TAGNAME_LIST) {
    let value = 0;
    let unknown = 0;
    for (const vector of vectors) {
      const one = vector[tag];
      if (one === undefined) unknown += 1;
      else value += one;
    }
    out[tag] = { value, unknown };
  }
  return out;
};
