import type { Grams } from '../units/index.ts';

/** How the grams of a portion are known. */
export type Method = 'scale' | 'jar' | 'pieces' | 'label' | 'spoon' | 'eye' | 'out';

export const METHODS: readonly Method[] = ['scale', 'jar', 'pieces', 'label', 'spoon', 'eye', 'out'];

/**
 * Relative standard uncertainty of the grams for methods without a scale. Sources: pieces, spoon and eye are from memory;
 * label serving ("not every scoop weighs a scoop") and eaten out are common practice, no source.
 */
export const RELATIVE_GRAMS: Readonly<Record<Exclude<Method, 'scale' | 'jar'>, number>> = {
  pieces: 0.08,
  label: 0.1,
  spoon: 0.15,
  eye: 0.25,
  out: 0.3,
};

/** Relative standard uncertainty of a food's composition, unless better is known. From memory. */
export const COMPOSITION_RELATIVE = 0.1;

/** Calibration of a kitchen scale, relative to the reading. From memory. */
export const CALIBRATION_RELATIVE = 0.003;

/** Half-width of a 90 % band in standard uncertainties, normal distribution. */
export const K90 = 1.645;

/**
 * Standard uncertainty in grams of a mass read off a scale of division `division` (grams) in `readings` readings (tare
 * and gross are two): d/sqrt(12) x sqrt(n) of rounding and 0.3 % of the reading for calibration, in quadrature.
 * Throws RangeError for a division that is not positive. Source: JCGM 100:2008 (GUM), type B, uniform; calibration from memory.
 */
export const scaleUncertainty = (mass: number, division: number, readings = 2): Grams => {
  if (!(division > 0)) throw new RangeError(`A scale's division must be positive, not ${division}.`);
  const rounding = (division / Math.sqrt(12)) * Math.sqrt(readings);
  return Math.hypot(rounding, CALIBRATION_RELATIVE * Math.abs(mass)) as Grams;
};

/** Standard uncertainty in grams of a portion measured one way. `division` is needed only for scale and jar; 1 g unless given. */
export const gramsUncertainty = (mass: number, method: Method, division = 1): Grams =>
  method === 'scale' || method === 'jar'
    ? scaleUncertainty(mass, division, 2)
    : ((RELATIVE_GRAMS[method] * Math.abs(mass)) as Grams);

/** What a scale said of one portion, as its trail keeps it. Grams. */
export interface TrailReadings {
  net: number;
  division: number;
  /** How far the readings lay apart when it was taken while moving; 0 when it stood still. */
  span?: number;
  /** Readings behind the net: tare and gross are two; a container from memory makes it three. */
  readings?: number;
}

/**
 * Standard uncertainty in grams of a net mass from its trail: each reading d/sqrt(12), the calibration 0.3 % of the net, and for a
 * capture forced while the scale moved half the span of its readings as a uniform half-width, in quadrature.
 * Source: JCGM 100:2008 (GUM), 4.3.7 and 5.1.2; calibration from memory.
 */
export const trailUncertainty = ({ net, division, span = 0, readings = 2 }: TrailReadings): Grams =>
  Math.hypot(scaleUncertainty(net, division, readings), span / 2 / Math.sqrt(3)) as Grams;

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
