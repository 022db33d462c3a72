import {
  grams,
  kcal,
  kilojoules,
  millilitres,
  type Grams,
  type Kcal,
  type Kilojoules,
  type Millilitres,
} from './brands.ts';

/** Grams in one avoirdupois pound. Source: NIST SP 811, exact. */
export const GRAMS_PER_POUND = 453.59237;
/** Grams in one avoirdupois ounce. Source: NIST SP 811, exact. */
export const GRAMS_PER_OUNCE = 28.349523125;
/** Kilojoules in one kilocalorie (thermochemical). Source: NIST SP 811. */
export const KJ_PER_KCAL = 4.184;

/**
 * Millilitres in one household measure. `us` are the measures of NIST Handbook 44;
 * `label` the rounded ones that United States labels use, 21 CFR 101.9(b)(5)(viii).
 */
export const MILLILITRES_PER = {
  us: { cup: 236.588, tbsp: 14.7868, tsp: 4.92892, flOz: 29.5735 },
  label: { cup: 240, tbsp: 15, tsp: 5, flOz: 30 },
} as const;

export type MassUnit = 'g' | 'kg' | 'oz' | 'lb';

const PER_UNIT: Record<MassUnit, number> = { g: 1, kg: 1000, oz: GRAMS_PER_OUNCE, lb: GRAMS_PER_POUND };

/** Turns an amount in g, kg, oz or lb into grams. Throws RangeError when the amount is not finite. Source: NIST SP 811. */
export const toGrams = (amount: number, from: MassUnit): Grams => grams(amount * PER_UNIT[from]);

/** Turns grams into g, kg, oz or lb. Source: NIST SP 811. */
export const fromGrams = (mass: Grams, to: MassUnit): number => mass / PER_UNIT[to];

/** Turns kilojoules into kilocalories. Source: NIST SP 811, thermochemical calorie. */
export const kcalFromKj = (energy: Kilojoules): Kcal => kcal(energy / KJ_PER_KCAL);

/** Turns kilocalories into kilojoules. Source: NIST SP 811, thermochemical calorie. */
export const kjFromKcal = (energy: Kcal): Kilojoules => kilojoules(energy * KJ_PER_KCAL);

/** Turns a count of household measures into millilitres, by the US or the label set. */
export const toMillilitres = (
  count: number,
  measure: keyof (typeof MILLILITRES_PER)['us'],
  set: keyof typeof MILLILITRES_PER,
): Millilitres => millilitres(count * MILLILITRES_PER[set][measure]);

/**
 * Rounds to the nearest whole number of steps, halves away from zero, free of binary residue:
 * `roundTo(0.15, 0.1)` is 0.2. Throws RangeError when the step is not positive.
 */
export const roundTo = (value: number, step: number): number => {
  if (!(step > 0)) throw new RangeError(`A rounding step must be positive, not ${step}.`);
  const steps = Math.sign(value) * Math.round(Math.abs(value) / step + 1e-9);
  return Number((steps * step).toPrecision(12)) + 0;
};

/** Decimals that a scale of this division shows: 1 -> 0, 0.1 -> 1, 0.05 -> 2. */
export const decimalsOf = (division: number): number => {
  const digits = division.toPrecision(6).replace(/0+$/, '');
  const point = digits.indexOf('.');
  return point < 0 ? 0 : Math.max(0, digits.length - point - 1);
};
