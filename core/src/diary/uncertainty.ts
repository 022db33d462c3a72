import { scaleUncertainty, trailUncertainty, type TrailReadings } from '../scale/index.ts';
import { RELATIVE_GRAMS, type Method } from '../foods/index.ts';
import { type Grams, K90 } from '../units/index.ts';

/** Relative standard uncertainty of a food's composition, unless better is known. From memory. */
export const COMPOSITION_RELATIVE = 0.1;

/** Standard uncertainty in grams of a portion measured one way. `division` is needed only for scale and jar; 1 g unless given. */
export const gramsUncertainty = (mass: number, method: Method, division = 1): Grams =>
  method === 'scale' || method === 'jar'
    ? scaleUncertainty(mass, division, 2)
    : ((RELATIVE_GRAMS[method] * Math.abs(mass)) as Grams);

/** How one portion's grams are known. */
export interface MeasuredPortion {
  grams: number;
  method: Method;
  division?: number | null;
  /** Relative standard uncertainty that the measure or the person states; it replaces the method's own. */
  spread?: number | null;
  trail?: TrailReadings | null;
}

/**
 * Standard uncertainty in grams of a portion: from its trail when a scale weighed it (scaled when only a part of what lay there
 * is eaten), else from the spread that was stated for it, else from its method.
 */
export const portionUncertainty = (portion: MeasuredPortion): Grams => {
  const { grams, method, division, spread, trail } = portion;
  const weighed = method === 'scale' || method === 'jar';
  if (weighed && trail && trail.net > 0)
    return (trailUncertainty(trail) * (Math.abs(grams) / trail.net)) as Grams;
  if (!weighed && spread !== undefined && spread !== null) return (spread * Math.abs(grams)) as Grams;
  return gramsUncertainty(grams, method, division ?? 1);
};

/** One portion's share of a nutrient and how sure its grams and its composition are. */
export interface UncertainShare {
  /** Composition is an error common to all portions of one food. */
  foodId: string;
  /** The nutrient in this portion. */
  value: number;
  /** Relative standard uncertainty of its grams. */
  relativeGrams: number;
  /** Relative standard uncertainty of its composition. */
  relativeComposition?: number;
}

/**
 * Standard uncertainty of a sum over portions: errors of grams add in quadrature; the composition error is common to all
 * portions of one food and adds linearly within a food, in quadrature across foods. Unit: that of the values.
 * Source: JCGM 100:2008 (GUM), 5.1 and 5.2.
 */
export const sumUncertainty = (shares: readonly UncertainShare[]): number => {
  let gramsVariance = 0;
  const byFood = new Map<string, number>();
  for (const share of shares) {
    gramsVariance += (share.relativeGrams * share.value) ** 2;
    const composition = (share.relativeComposition ?? COMPOSITION_RELATIVE) * share.value;
    byFood.set(share.foodId, (byFood.get(share.foodId) ?? 0) + composition);
  }
  let variance = gramsVariance;
  for (const common of byFood.values()) variance += common ** 2;
  return Math.sqrt(variance);
};

/** How far a poured portion may lie from its plan and still be on it: 2 %, at least a gram. common practice, no source. */
export const portionWindow = (plannedGrams: number): { low: number; aim: number; high: number } => {
  const width = Math.max(1, 0.02 * plannedGrams);
  return { low: Math.max(0, plannedGrams - width), aim: plannedGrams, high: plannedGrams + width };
};

/** Relative standard uncertainty of an amount stated as a range, its ends taken as a 90 % band. Source: JCGM 100:2008, 4.3.5. */
export const rangeSpread = (low: number, high: number): number =>
  Number(((high - low) / 2 / K90 / ((low + high) / 2)).toPrecision(4));
