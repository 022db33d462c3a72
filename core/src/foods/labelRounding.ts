import type { Interval } from '../nutrition/index.ts';

/** Whose rules a label follows. */
export type LabelRules = 'us' | 'eu';
/** What a figure on a label is. Energy in kcal (or kJ in the EU), sodium in mg; all else in grams. */
export type LabelFigure = 'energy' | 'fat' | 'gram' | 'sodium';

const around = (value: number, half: number): Interval => ({
  low: Math.max(0, value - half),
  high: value + half,
});

/**
 * The values that a United States label may stand for: kcal below 5 read 0, to 50 they go to the nearest 5, above to the nearest 10;
 * fat below 0.5 g reads 0, below 5 goes to the nearest 0.5, above to 1; carbohydrate, fibre, sugars and protein below 0.5 g read 0,
 * else go to the nearest 1; sodium below 5 mg reads 0, to 140 it goes to the nearest 5, above to the nearest 10. Source: 21 CFR 101.9(c).
 */
const usInterval = (value: number, figure: LabelFigure): Interval => {
  if (figure === 'energy') {
    if (value < 2.5) return { low: 0, high: 5 };
    if (value < 50) return around(value, 2.5);
    return value === 50 ? { low: 47.5, high: 55 } : around(value, 5);
  }
  if (figure === 'sodium') {
    if (value < 2.5) return { low: 0, high: 5 };
    if (value < 140) return around(value, 2.5);
    return value === 140 ? { low: 137.5, high: 145 } : around(value, 5);
  }
  if (value === 0) return { low: 0, high: 0.5 };
  if (figure === 'fat') {
    // What lies below 0.5 g reads 0.
    if (value === 0.5) return { low: 0.5, high: 0.75 };
    if (value < 5) return around(value, 0.25);
    return value === 5 ? { low: 4.75, high: 5.5 } : around(value, 0.5);
  }
  return around(value, 0.5);
};

/**
 * The values that a European label may stand for: energy to 1; the rest from 10 g to the nearest 1, below to the nearest 0.1, at most
 * 0.5 may read 0. Source: EU guidance on rounding 2012, from memory.
 */
const euInterval = (value: number, figure: LabelFigure): Interval => {
  // Salt to 0.01 g below 1 g and to 0.1 g above: 4 and 40 mg of sodium.
  if (figure === 'sodium')
    return value === 400 ? { low: 398, high: 420 } : around(value, value < 400 ? 2 : 20);
  if (figure === 'energy') return around(value, 0.5);
  if (value === 0) return { low: 0, high: 0.5 };
  if (value === 10) return { low: 9.95, high: 10.5 };
  return around(value, value > 10 ? 0.5 : 0.05);
};

/** The step in which a label's rules write a figure of this size. */
const stepOf = (value: number, figure: LabelFigure, rules: LabelRules): number => {
  if (figure === 'sodium') return rules === 'eu' ? 0.001 : value <= 140 ? 5 : 10;
  if (rules === 'eu') return figure === 'energy' || value >= 10 ? 1 : 0.1;
  if (figure === 'energy') return value <= 50 ? 5 : 10;
  return figure === 'fat' && value < 5 ? 0.5 : 1;
};

/**
 * What a stated figure may really be, under the rounding of its label. A figure that is finer than its rules would write it (an own
 * weighing, another country's label) is taken as it stands, to half of its last digit. Throws RangeError for a negative figure.
 */
export const labelInterval = (value: number, figure: LabelFigure, rules: LabelRules): Interval => {
  if (!(value >= 0)) throw new RangeError(`A figure on a label is never negative, not ${value}.`);
  const steps = value / stepOf(value, figure, rules);
  if (Math.abs(steps - Math.round(steps)) < 1e-6)
    return rules === 'us' ? usInterval(value, figure) : euInterval(value, figure);
  const digits = (String(value).split('.')[1] ?? '').length;
  return around(value, 0.5 * 10 ** -digits);
};

/** A number of servings of a stated energy: what they may really be together. kcal. Source: 21 CFR 101.9(c)(1). */
export const servingsEnergy = (statedKcal: number, servings: number, rules: LabelRules): Interval => {
  const one = labelInterval(statedKcal, 'energy', rules);
  return { low: one.low * servings, high: one.high * servings };
};
