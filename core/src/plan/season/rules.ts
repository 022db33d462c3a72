import type { NutrientVector } from '../../nutrition/index.ts';

export const PHASE_KINDS = [
  'off-season',
  'mini-cut',
  'cut',
  'contest-prep',
  'peak-week',
  'between-shows',
  'post-show',
  'maintenance',
  'diet-break',
] as const;
export type PhaseKind = (typeof PHASE_KINDS)[number];

/** How a phase's energy is found. */
export type EnergyPolicy =
  /** From expenditure and a wanted rate, % of body mass a week. */
  | { kind: 'rate'; percentPerWeek: number }
  /** Expenditure plus a fixed step, kcal; negative takes away. */
  | { kind: 'step'; kcal: number }
  /** Expenditure plus a percentage of it; negative takes away. */
  | { kind: 'percent'; percent: number }
  /** Anywhere between two figures, kcal. */
  | { kind: 'range'; low: number; high: number }
  /** Set by hand, kcal. */
  | { kind: 'hand'; kcal: number };

/** What an amount of a macro is counted by: grams per kg or lb of body or lean mass, plain grams, or % of energy. */
export type CountedBy = 'body-kg' | 'body-lb' | 'lean-kg' | 'lean-lb' | 'grams' | 'percent';

/** One macro of a rule: an amount, or a band up to `to`, kept between a floor and a ceiling in grams. */
export interface MacroPart {
  by: CountedBy;
  amount: number;
  /** Upper end of a band, counted the same way; null for a single amount. */
  to: number | null;
  /** Never below or above these grams, whatever the amount says. */
  floor: number | null;
  ceiling: number | null;
  /** What the window is: around the aim, at least it, or at most it. A band is always its own two ends. */
  as: 'point' | 'floor' | 'ceiling';
}

/** Fibre per 1,000 kcal, or grams a day. */
export type FibreRule = { per1000kcal: number } | { grams: number };

/** One food of a written menu: what 100 g of it hold, and how much of it. */
export interface MenuPortion {
  name: string;
  grams: number;
  per100g: NutrientVector;
  /** Which meal of the day it belongs to, from 1, and when that is; a menu without them is one meal. */
  meal?: number;
  time?: string;
  foodId?: string;
  state?: FoodState;
  /** What may stand in its place, equal in its lever macro. */
  swaps?: { name: string; grams: number; per100g: NutrientVector; foodId: string; state: FoodState }[];
}

/** As what a food lies on the scale. */
export type FoodState = 'raw' | 'dry' | 'cooked' | 'drained' | 'canned' | 'frozen' | 'pressed' | 'as sold';

export type MacroPolicy =
  /** Protein and fat by mass, grams or percentage; carbohydrate the remainder unless it is given too. */
  | { kind: 'per-mass'; protein: MacroPart; fat: MacroPart; carbs: MacroPart | null; fibre: FibreRule }
  /** Percentages of energy; they add up to 100. */
  | { kind: 'split'; protein: number; carbs: number; fat: number; fibre: FibreRule }
  /** A protein floor and an energy range; carbohydrate and fat fall where they fall, above a fat floor if one is set. */
  | { kind: 'protein-range'; protein: MacroPart; fatFloor: number | null; fibre: FibreRule }
  /** The sum of a written menu; carbohydrate is the lever, protein and fat stay. */
  | { kind: 'menu'; name: string; portions: MenuPortion[] }
  /** A plate without numbers: what each meal holds, in words. */
  | { kind: 'plate'; groups: string[] }
  /** No target; the diary goes on. */
  | { kind: 'none' };

/** How far from the aim a window reaches, grams below and above; energy in kcal or as a part of the aim. */
export interface Tolerance {
  protein: { below: number; above: number };
  carbs: { below: number; above: number };
  fat: { below: number; above: number };
  energy: { kcal: number } | { part: number };
}

/** A macro counted one way, as a single amount without bounds unless said otherwise. */
export const macroPart = (by: CountedBy, amount: number, more: Partial<MacroPart> = {}): MacroPart => ({
  by,
  amount,
  to: null,
  floor: null,
  ceiling: null,
  as: 'point',
  ...more,
});

const even = (g: number) => ({ below: g, above: g });

/**
 * Default widths of the windows by kind of phase: loose in the off-season, 5 g in a cut, a gram or two in peak week.
 * common practice, no source.
 */
export const defaultTolerance = (kind: PhaseKind): Tolerance => {
  if (kind === 'off-season' || kind === 'maintenance' || kind === 'post-show')
    return { protein: { below: 10, above: 20 }, carbs: even(20), fat: even(8), energy: { part: 0.05 } };
  if (kind === 'peak-week') return { protein: even(2), carbs: even(2), fat: even(1), energy: { kcal: 25 } };
  return { protein: even(5), carbs: even(5), fat: even(3), energy: { kcal: 50 } };
};

/**
 * Wanted rate of change by kind of phase, % of body mass a week, low to high.
 * Sources: off-season Iraki 2019; cut and contest prep Helms 2014; mini-cut and post-show common practice, no source.
 */
export const defaultRate = (kind: PhaseKind): { low: number; high: number } => {
  switch (kind) {
    case 'off-season':
      return { low: 0.25, high: 0.5 };
    case 'mini-cut':
      return { low: -1.25, high: -0.7 };
    case 'cut':
    case 'contest-prep':
      return { low: -1, high: -0.5 };
    case 'post-show':
      return { low: 0.25, high: 1 };
    default:
      return { low: -0.25, high: 0.25 };
  }
};
