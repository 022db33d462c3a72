import {
  carbohydrate,
  energyOf,
  type NutrientVector,
  perGrams,
  sumNutrients,
  type CarbBasis,
} from '../../nutrition/index.ts';
import type { CountedBy, MacroPart, MenuPortion } from '../season/rules.ts';
import type { Phase } from '../season/season.ts';
import { GRAMS_PER_POUND } from '../../units/index.ts';
import { balanceOfRate, type BodyBasis, kgOfBalance } from '../../body/index.ts';

/**
 * The phase's aim in kcal before day types and orders. By rate: E + (rate/100) x (W/7) x 7,700; of a range its middle.
 * Source: Wishnofsky 1958 for the 7,700 kcal/kg; steps, percentages and figures set by hand are common practice, no source.
 */
export const energyAim = (phase: Pick<Phase, 'energy'>, basis: BodyBasis): number => {
  const { energy } = phase;
  switch (energy.kind) {
    case 'rate':
      return basis.expenditure + balanceOfRate(energy.percentPerWeek, basis.weightKg);
    case 'step':
      return basis.expenditure + energy.kcal;
    case 'percent':
      return basis.expenditure * (1 + energy.percent / 100);
    case 'range':
      return (energy.low + energy.high) / 2;
    case 'hand':
      return energy.kcal;
  }
};

/** The change of body mass that an intake would bring, % of it a week. Source: Wishnofsky 1958. */
export const rateOfIntake = (kcal: number, basis: BodyBasis): number =>
  (kgOfBalance(kcal - basis.expenditure) / basis.weightKg) * 100;

/** The mass that a way of counting is about, in its own unit; undefined when lean mass is needed and not known. */
export const massFor = (by: CountedBy, basis: BodyBasis): number | undefined => {
  const inPounds = (kg: number): number => (kg * 1000) / GRAMS_PER_POUND;
  switch (by) {
    case 'body-kg':
      return basis.weightKg;
    case 'body-lb':
      return inPounds(basis.weightKg);
    case 'lean-kg':
      return basis.leanKg ?? undefined;
    case 'lean-lb':
      return basis.leanKg === null ? undefined : inPounds(basis.leanKg);
    case 'grams':
    case 'percent':
      return 1;
  }
};

export interface PartGrams {
  aim: number;
  /** The two ends of a band; undefined for a single amount. */
  band: { low: number; high: number } | undefined;
  /** Where the amount was held by a floor or a ceiling. */
  bounded: 'floor' | 'ceiling' | undefined;
}

/**
 * Grams that a part of a rule asks for. `kcal` is the day's aim, for percentages; `perGram` the macro's energy.
 * Undefined when it needs lean mass and none is known.
 */
export const partGrams = (
  part: MacroPart,
  basis: BodyBasis,
  kcal: number,
  perGram: number,
): PartGrams | undefined => {
  const mass = massFor(part.by, basis);
  if (mass === undefined) return undefined;
  const grams = (amount: number): number =>
    part.by === 'percent' ? ((amount / 100) * Math.max(0, kcal)) / perGram : amount * mass;
  const low = part.floor ?? 0;
  const high = Math.max(low, part.ceiling ?? Infinity);
  const kept = (value: number): number => Math.min(Math.max(value, low), high);
  const first = grams(part.amount);
  const second = part.to === null ? first : grams(part.to);
  const middle = (first + second) / 2;
  return {
    aim: kept(middle),
    band: part.to === null ? undefined : { low: kept(first), high: kept(second) },
    bounded: middle < low ? 'floor' : middle > high ? 'ceiling' : undefined,
  };
};

/** What is known of a food that states too little for its energy, kcal. */
const knownKcal = (vector: NutrientVector, basis: CarbBasis): number =>
  4 * (vector.PROCNT ?? 0) + 9 * (vector.FAT ?? 0) + 4 * (carbohydrate(vector, basis) ?? 0);

export interface MenuSums {
  protein: number;
  carbs: number;
  fat: number;
  fibre: number;
  kcal: number;
  /** Foods that do not state all of it: then the sums are "at least". */
  unknown: number;
}

/**
 * Sums of a written menu: grams, and kcal as each food states them or as its macros and alcohol give them, so that the menu eaten as it is
 * written lands on its own aim.
 */
export const menuSums = (portions: readonly MenuPortion[], basis: CarbBasis): MenuSums => {
  const vectors = portions.map((p) => perGrams(p.per100g, p.grams));
  const sums = sumNutrients(vectors);
  let carbs = 0;
  let unknownCarbs = 0;
  for (const vector of vectors) {
    const value = carbohydrate(vector, basis);
    if (value === undefined) unknownCarbs += 1;
    else carbs += value;
  }
  const [protein, fat, fibre] = [sums.PROCNT.value, sums.FAT.value, sums.FIBTG.value];
  return {
    protein,
    carbs,
    fat,
    fibre,
    kcal: vectors.reduce((sum, vector) => sum + (energyOf(vector)?.kcal ?? knownKcal(vector, basis)), 0),
    unknown: Math.max(sums.PROCNT.unknown, sums.FAT.unknown, unknownCarbs),
  };
};

/** The phase's aim in kcal: its energy rule, or the sum of its written menu where it has one. */
export const phaseAim = (phase: Phase, basis: BodyBasis): number =>
  phase.macros.kind === 'menu'
    ? menuSums(phase.macros.portions, basis.carbBasis).kcal
    : energyAim(phase, basis);
