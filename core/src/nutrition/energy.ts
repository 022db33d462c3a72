import { carbohydrate } from './carbohydrate.ts';
import { type NutrientVector } from './vector.ts';
import { KJ_PER_KCAL, kcal, kilojoules, type Kcal, type Kilojoules } from '../units/index.ts';

/** How energy follows from macros. Sources: Merrill & Watt, USDA Handbook 74 (1973); Regulation (EU) 1169/2011 Annex XIV; 21 CFR 101.9(c)(1)(i). */
export type FactorSet = 'atwater' | 'eu' | 'us-plain' | 'us-less-fibre' | 'us-fibre-2';

const macros = (vector: NutrientVector) => {
  const { PROCNT: protein, FAT: fat } = vector;
  return protein === undefined || fat === undefined ? undefined : { protein, fat };
};

/**
 * General Atwater energy in kcal: protein 4, fat 9, total carbohydrate 4, alcohol 7. Alcohol that is not stated counts
 * as none. Undefined when protein, fat or total carbohydrate cannot be known.
 * Source: Merrill & Watt, USDA Handbook 74 (1973).
 */
export const atwaterEnergy = (vector: NutrientVector): Kcal | undefined => {
  const known = macros(vector);
  const carbs = carbohydrate(vector, 'total');
  if (!known || carbs === undefined) return undefined;
  return kcal(4 * known.protein + 9 * known.fat + 4 * carbs + 7 * (vector.ALC ?? 0));
};

/** Sugar alcohols that hold energy, and those that hold none, g; what is not stated counts as none. */
const polyolsOf = ({ POLYL = 0, ERYTHL = 0 }: NutrientVector): { withEnergy: number; all: number } => {
  const all = Math.max(POLYL, ERYTHL);
  return { withEnergy: all - ERYTHL, all };
};

/** Regulation (EU) 1169/2011 Annex XIV, its two columns: per gram in kcal, and in kJ. Erythritol holds nothing. */
const EU_FACTORS = {
  kcal: { protein: 4, fat: 9, carbohydrate: 4, polyols: 2.4, fibre: 2, alcohol: 7 },
  kJ: { protein: 17, fat: 37, carbohydrate: 17, polyols: 10, fibre: 8, alcohol: 29 },
} as const;

const byEuFactors = (vector: NutrientVector, unit: keyof typeof EU_FACTORS): number | undefined => {
  const known = macros(vector);
  const carbs = carbohydrate(vector, 'available');
  if (!known || carbs === undefined || vector.FIBTG === undefined) return undefined;
  return euSum(vector, known, carbs, vector.FIBTG, unit);
};

const euSum = (
  vector: NutrientVector,
  known: { protein: number; fat: number },
  carbs: number,
  fibre: number,
  unit: keyof typeof EU_FACTORS,
): number => {
  const factor = EU_FACTORS[unit];
  const polyols = polyolsOf(vector);
  return (
    factor.protein * known.protein +
    factor.fat * known.fat +
    factor.carbohydrate * Math.max(0, carbs - polyols.all) +
    factor.polyols * polyols.withEnergy +
    factor.fibre * fibre +
    factor.alcohol * (vector.ALC ?? 0)
  );
};

/**
 * EU label energy in kcal: protein 4, fat 9, available carbohydrate 4 (polyols within it 2.4, erythritol 0), fibre 2, alcohol 7.
 * Undefined when protein, fat, available carbohydrate or fibre cannot be known; polyols and alcohol not stated count as none.
 * Source: Regulation (EU) 1169/2011 Annex XIV.
 */
export const euEnergy = (vector: NutrientVector): Kcal | undefined => {
  const energy = byEuFactors(vector, 'kcal');
  return energy === undefined ? undefined : kcal(energy);
};

/**
 * Energy in kJ by the kilojoule factors: protein 17, fat 37, available carbohydrate 17 (polyols within it 10), fibre 8,
 * alcohol 29. Undefined as in `euEnergy`. Source: Regulation (EU) 1169/2011 Annex XIV; FAO Food and Nutrition Paper 77 (2003).
 */
export const euKilojoules = (vector: NutrientVector): Kilojoules | undefined => {
  const energy = byEuFactors(vector, 'kJ');
  return energy === undefined ? undefined : kilojoules(energy);
};

/**
 * Energy in kcal under a named factor set. The US methods are 4/9/4 on total carbohydrate, the same less fibre, and the
 * same with fibre at 2 kcal/g (the whole fibre taken as soluble and non-digestible). Undefined when an input is unknown.
 * Source: 21 CFR 101.9(c)(1)(i).
 */
export const energyBy = (vector: NutrientVector, set: FactorSet): Kcal | undefined => {
  if (set === 'eu') return euEnergy(vector);
  const plain = atwaterEnergy(vector);
  if (plain === undefined || set === 'atwater' || set === 'us-plain') return plain;
  if (vector.FIBTG === undefined) return undefined;
  return kcal(plain - (set === 'us-less-fibre' ? 4 : 2) * vector.FIBTG);
};

/** A food's energy as it is used: what its source states, else what its macros give, and which of the two it is. */
export interface FoodEnergy {
  kcal: Kcal;
  from: 'stated' | 'computed';
}

/**
 * The energy of a vector: the stated one when there is one, else the computed one on the basis that the source uses
 * (available carbohydrate by the EU factors, total by general Atwater, sugar alcohols in either at 2.4 and erythritol at 0), else
 * undefined. Fibre that an EU label does not state counts as none. Never a zero for an unknown.
 *
 * @example
 * energyOf({ PROCNT: 10, FAT: 5, CHOCDF: 20, FIBTG: 0 })?.kcal; // => 165
 */
export const energyOf = (vector: NutrientVector): FoodEnergy | undefined => {
  if (vector.ENERC !== undefined) return { kcal: kcal(vector.ENERC), from: 'stated' };
  const computed =
    vector.CHOAVLDF !== undefined && vector.CHOCDF === undefined
      ? availableEnergy(vector)
      : totalEnergy(vector);
  return computed === undefined ? undefined : { kcal: computed, from: 'computed' };
};

const availableEnergy = (vector: NutrientVector): Kcal | undefined => {
  const known = macros(vector);
  if (!known || vector.CHOAVLDF === undefined) return undefined;
  return kcal(euSum(vector, known, vector.CHOAVLDF, vector.FIBTG ?? 0, 'kcal'));
};

const totalEnergy = (vector: NutrientVector): Kcal | undefined => {
  const plain = atwaterEnergy(vector);
  if (plain === undefined) return undefined;
  const polyols = polyolsOf(vector);
  const inside = Math.min(polyols.all, carbohydrate(vector, 'total') ?? 0);
  return kcal(plain - 4 * inside + EU_FACTORS.kcal.polyols * Math.min(polyols.withEnergy, inside));
};

/** Kilocalories of a food table's kilojoules. Source: NIST SP 811, thermochemical calorie. */
export const tableKcal = (kj: number): Kcal => kcal(kj / KJ_PER_KCAL);
