import type { NutrientVector } from './vector.ts';

/**
 * Which carbohydrate a source states or a person wants to see. `total` holds the fibre (US and Canadian labels);
 * `available` leaves it out (EU, UK, Australian labels): "net carbs".
 */
export type CarbBasis = 'total' | 'available';

/**
 * Carbohydrate in grams on the wanted basis, or undefined when it cannot be known: a food that states only the other
 * basis is converted through its fibre, and without the fibre the two are never mixed.
 * Source: FAO/INFOODS, CHOCDF = CHOAVLDF + FIBTG.
 */
export const carbohydrate = (vector: NutrientVector, basis: CarbBasis): number | undefined => {
  const { CHOCDF: total, CHOAVLDF: available, FIBTG: fibre } = vector;
  if (basis === 'total') {
    if (total !== undefined) return total;
    return available !== undefined && fibre !== undefined ? available + fibre : undefined;
  }
  if (available !== undefined) return available;
  return total !== undefined && fibre !== undefined ? Math.max(0, total - fibre) : undefined;
};

/** Salt in grams from sodium in milligrams: sodium x 2.5. Source: Regulation (EU) 1169/2011, Annex I. */
export const saltFromSodium = (sodiumMg: number): number => (sodiumMg / 1000) * 2.5;

/** Alcohol in grams from a volume in mL and its strength (0.05 for 5 %): density 0.789 g/mL. */
export const alcoholGrams = (millilitres: number, abv: number): number => millilitres * abv * 0.789;
