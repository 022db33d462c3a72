import { TAGNAME_LIST, type NutrientVector, type Tagname } from '../nutrition/index.ts';

/** What cooking does to the weight of a food: cooked grams per raw gram. */
export interface StartYield {
  method: string;
  low: number;
  high: number;
  /** Where the value is from. */
  source: string;
}

const MEMORY = 'start value, from memory; weigh your own once and it is replaced';
const water = (what: string) => `${what}; ${MEMORY}`;

/** What is made of a food is no longer cooked as the food is: vinegar of rice, starch of potato, ground spice. */
const MADE_OF =
  /\b(vinegar|wine|flour|starch|bran|oil|syrup|milk|drink|powder|spices?|seasoning|sauce|soup|juice|jam|cakes?|crackers?|crisps?|chips?|crispies|puffs?|cereals?|pie|bread|bars?|pudding|paper|cream|salad)\b|\bpepper, (black|white)\b|\b(black|white|ground) pepper\b/i;
const MEAT = '(beef|pork|lamb|veal|turkey|chicken|venison|bison|meat)';
/** Start values by what the food is called. Nothing here is guessed for a food that no line names. */
const START: readonly (readonly [name: RegExp, StartYield])[] = [
  [/\brice\b(?!.*noodle)/i, { method: 'boiled', low: 2.8, high: 3.0, source: MEMORY }],
  [
    /\brice\b(?!.*noodle)/i,
    {
      method: 'boiled in 160–175 g of water per 100 g',
      low: 2.55,
      high: 2.65,
      source: water('common practice, no source'),
    },
  ],
  [/\b(pasta|spaghetti|penne|noodles?)\b/i, { method: 'boiled', low: 2.2, high: 2.4, source: MEMORY }],
  [/\b(chicken|turkey)\b.*\bbreast\b/i, { method: 'cooked through', low: 0.7, high: 0.75, source: MEMORY }],
  [
    new RegExp(`\\bmince\\b|\\b${MEAT}\\b.*\\b(minced|ground)\\b|\\b(minced|ground)\\b.*\\b${MEAT}\\b`, 'i'),
    { method: 'fried', low: 0.7, high: 0.75, source: MEMORY },
  ],
  [/\bpotato(es)?\b(?!.*sweet)/i, { method: 'baked', low: 0.78, high: 0.82, source: MEMORY }],
  [
    /\b(broccoli|beans?, green|green beans?|carrots?|spinach|courgette|cauliflower|asparagus|peppers?|cabbage|kale)\b/i,
    { method: 'steamed', low: 0.88, high: 0.92, source: MEMORY },
  ],
];

/** The start values that fit a food by its name; none when no line names it. */
export const startYields = (foodName: string): StartYield[] =>
  MADE_OF.test(foodName) ? [] : START.filter(([name]) => name.test(foodName)).map(([, value]) => value);

/** One weighing of the same food before and after it was cooked. */
export interface SeenYield {
  rawGrams: number;
  cookedGrams: number;
}

export interface CookingYield {
  /** Cooked grams per raw gram. */
  factor: number;
  /** Relative standard uncertainty of the factor. */
  spread: number;
  /** How often it was weighed here; 0 for a start value. */
  seen: number;
  source: string;
}

/** One own weighing still says little about the next pot: relative. common practice, no source. */
const ONE_BATCH = 0.05;

/**
 * The yield of a food and a method: the user's own weighings together (all cooked grams over all raw grams), else the middle of the
 * start value with its range as a uniform half-width; undefined when there is neither. The spread of own weighings is their standard
 * deviation about the mean over sqrt(n); of a single one 5 %. Throws RangeError for a weighing that is not positive.
 * Source: JCGM 100:2008 (GUM), 4.2.3 and 4.3.7.
 *
 * @example
 * cookingYield([{ rawGrams: 1200, cookedGrams: 876 }])?.factor; // => 0.73
 */
export const cookingYield = (own: readonly SeenYield[], start?: StartYield): CookingYield | undefined => {
  if (own.some((y) => !(y.rawGrams > 0) || !(y.cookedGrams > 0)))
    throw new RangeError('A yield needs the weight before and after, both above 0 g.');
  if (own.length > 0) {
    const raw = own.reduce((sum, y) => sum + y.rawGrams, 0);
    const factor = own.reduce((sum, y) => sum + y.cookedGrams, 0) / raw;
    const ratios = own.map((y) => y.cookedGrams / y.rawGrams);
    const mean = ratios.reduce((a, b) => a + b, 0) / ratios.length;
    const variance = ratios.reduce((a, b) => a + (b - mean) ** 2, 0) / Math.max(1, ratios.length - 1);
    return {
      factor,
      spread: own.length === 1 ? ONE_BATCH : Math.sqrt(variance / own.length) / mean,
      seen: own.length,
      source: `your own weighing, seen ${own.length === 1 ? 'once' : `${own.length} times`}`,
    };
  }
  if (!start) return undefined;
  const factor = (start.low + start.high) / 2;
  return {
    factor,
    spread: (start.high - start.low) / 2 / Math.sqrt(3) / factor,
    seen: 0,
    source: start.source,
  };
};

/**
 * Nutrients per 100 g after cooking, from those per 100 g before: they follow the raw grams, only water leaves or enters. Vitamin
 * losses are not modelled. Where fat was drained or squeezed out the caller says how many grams of it per 100 g raw: energy is
 * then unknown unless it can be computed, so the stated one goes. Throws RangeError for a factor that is not positive.
 *
 * @example
 * afterCooking({ PROCNT: 24 }, 0.73).PROCNT.toFixed(1); // => '32.9'
 */
export const afterCooking = (per100g: NutrientVector, factor: number, fatDrained = 0): NutrientVector => {
  if (!(factor > 0)) throw new RangeError('A yield is a factor above 0.');
  const out: Partial<Record<Tagname, number>> = {};
  for (const tag of TAGNAME_LIST) {
    const value = per100g[tag];
    if (value === undefined) continue;
    if (tag === 'WATER') out.WATER = Math.max(0, 100 - (100 - value - fatDrained) / factor);
    else out[tag] = value / factor;
  }
  if (fatDrained > 0) {
    delete out.ENERC;
    delete out.FASAT;
    if (per100g.FAT !== undefined) out.FAT = Math.max(0, per100g.FAT - fatDrained) / factor;
  }
  return out;
};

/** The other way: nutrients per 100 g before cooking from those after. */
export const beforeCooking = (per100g: NutrientVector, factor: number): NutrientVector => {
  if (!(factor > 0)) throw new RangeError('A yield is a factor above 0.');
  return afterCooking(per100g, 1 / factor);
};
