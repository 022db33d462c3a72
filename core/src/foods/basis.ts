import { labelInterval, type LabelRules } from './labelRounding.ts';
import { type Interval, TAGNAME_LIST, type NutrientVector, type Tagname } from '../nutrition/index.ts';

/** What the figures of a source are for. */
export type FoodBasis = { kind: '100 g' } | { kind: '100 mL' } | { kind: 'serving'; grams: number };

/** How many grams the figures of a basis are for. Density in g/mL; where it is unknown (null) millilitres are taken as grams. */
export const basisGrams = (basis: FoodBasis, density: number | null): number =>
  basis.kind === '100 g' ? 100 : basis.kind === 'serving' ? basis.grams : 100 * (density ?? 1);

/**
 * Figures of a source brought to 100 g. Throws RangeError for a basis of no grams.
 *
 * @example
 * per100Grams({ PROCNT: 9 }, { kind: 'serving', grams: 30 }, null); // => { PROCNT: 30 }
 */
export const per100Grams = (
  figures: NutrientVector,
  basis: FoodBasis,
  density: number | null,
): NutrientVector => {
  const grams = basisGrams(basis, density);
  if (!(grams > 0)) throw new RangeError('Say for how many grams the figures are.');
  const out: Partial<Record<Tagname, number>> = {};
  for (const tag of TAGNAME_LIST) {
    const value = figures[tag];
    if (value !== undefined) out[tag] = Number(((value * 100) / grams).toPrecision(8));
  }
  return out;
};

/** Grams of so many millilitres; `assumed` says that no density is known and 1 g/mL was taken. */
export const gramsOfMillilitres = (
  millilitres: number,
  density: number | null,
): { grams: number; assumed: boolean } => ({
  grams: millilitres * (density ?? 1),
  assumed: density === null,
});

/** Millilitres of so many grams, the other way round. */
export const millilitresOf = (
  grams: number,
  density: number | null,
): { millilitres: number; assumed: boolean } => ({
  millilitres: grams / (density ?? 1),
  assumed: density === null,
});

/**
 * The part of a food that is eaten when it is weighed with peel, bone or shell. Throws RangeError outside (0, 1].
 *
 * @example
 * edibleGrams(188, 0.64).toFixed(0); // => '120'
 */
export const edibleGrams = (grossGrams: number, ediblePart: number): number => {
  if (!(ediblePart > 0 && ediblePart <= 1))
    throw new RangeError('The edible part lies above 0 and at most at 1.');
  return grossGrams * ediblePart;
};

/** Which carbohydrate the source of a vector states; undefined when it states none. */
export const carbBasisOf = (per100g: NutrientVector): 'total' | 'available' | undefined =>
  per100g.CHOCDF !== undefined ? 'total' : per100g.CHOAVLDF !== undefined ? 'available' : undefined;

/** What a label states for one serving. */
export interface LabelServing {
  rules: LabelRules;
  /** Grams of one serving. */
  grams: number;
  kcal: number;
}

/** Below this a label's rounding hides much of the energy, kcal a serving. */
export const SMALL_ENERGY = 10;

/**
 * What a portion of a food with a very small stated energy may really hold, kcal; undefined where rounding hides little.
 * Source: 21 CFR 101.9(c)(1); EU guidance on rounding 2012, from memory.
 */
export const hiddenEnergy = (label: LabelServing, grams: number): Interval | undefined => {
  if (label.kcal > SMALL_ENERGY || !(label.grams > 0)) return undefined;
  const one = labelInterval(label.kcal, 'energy', label.rules);
  const servings = grams / label.grams;
  return { low: one.low * servings, high: one.high * servings };
};
