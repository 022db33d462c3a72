import {
  type Amounts,
  amountsOf,
  type CarbBasis,
  carbohydrate,
  energyOf,
  type NutrientVector,
  perGrams,
  type Tagname,
  TAGNAME_LIST,
} from '../nutrition/index.ts';
import { COMPOSITION_RELATIVE, gramsUncertainty } from '../diary/index.ts';
import { scaleUncertainty } from '../scale/index.ts';
import type { KitchenFood } from './food.ts';

/** One raw food as it went in. `division` is that of the scale, grams; null where it was not weighed. */
export interface BatchPart {
  food: KitchenFood;
  grams: number;
  division: number | null;
}

/** A pot, pan or tray with what was cooked in it. Grams. */
export interface PotWeight {
  gross: number;
  tare: number;
  division: number;
}

/** What was poured or squeezed out. Water takes nothing along here; fat is counted as pure fat. */
export interface Poured {
  what: 'fat' | 'water';
  grams: number;
}

export interface BatchInput {
  parts: readonly BatchPart[];
  /** Water added, grams. */
  water: number;
  /** Everything that was cooked, in one vessel or several; empty before it is weighed. */
  pots: readonly PotWeight[];
  poured: readonly Poured[];
}

/** Raw + water in = cooked + poured + what went as steam. Grams. */
export interface MassBalance {
  raw: number;
  water: number;
  cooked: number;
  fatOut: number;
  waterOut: number;
  /** What is not accounted for otherwise: steam. */
  steam: number;
}

export interface Batch {
  balance: MassBalance;
  /** Cooked grams per raw gram, without the water that was added. */
  yield: number;
  /** Per 100 g cooked; what some part does not state is missing. */
  per100g: NutrientVector;
  /** Nutrients that some parts do not state, with their names. */
  unstated: { key: Tagname; foods: string[] }[];
  /** Relative standard uncertainty of energy per cooked gram: composition, raw weights and pot. */
  doubt: number;
  allergens: string[];
}

export type BatchFault = 'nothing-in' | 'pot-lighter' | 'gained' | 'poured-more' | 'fat-more';
export type BatchResult = { ok: true; batch: Batch } | { ok: false; fault: BatchFault; sentence: string };

/** Energy of a gram of fat that is poured off, kcal. Source: Regulation (EU) 1169/2011, annex XIV. */
const FAT_KCAL = 9;
/** Rounding of the scales may make a batch heavier than what went in by so much, relative. common practice, no source. */
const SCALE_SLACK = 0.01;

const g = (grams: number): string => `${Math.round(grams).toLocaleString('en-GB')} g`;

/** Fat that went in, grams; null where a food does not state its own. */
const fatIn = (parts: readonly BatchPart[]): number | null =>
  parts.every((p) => p.food.per100g.FAT !== undefined)
    ? parts.reduce((sum, p) => sum + ((p.food.per100g.FAT ?? 0) * p.grams) / 100, 0)
    : null;

/** From such a part of what went in on, and so many grams, fat may run off that is worth asking for. common practice, no source. */
const RUNS_OFF = { part: 0.05, grams: 10 };

/**
 * Fat, g, of which some may have run off and nothing has been said: before the boxes are filled, it is asked whether any was poured off. Null
 * where there is little, where it is not known, or where something is said already.
 *
 * @example
 * const mince = { id: 'm', name: 'Mince', state: 'raw', per100g: { FAT: 20 } };
 * fatToAskFor({ parts: [{ food: mince, grams: 500, division: 1 }], water: 0, pots: [], poured: [] }); // => 100
 */
export const fatToAskFor = ({ parts, poured }: BatchInput): number | null => {
  const fat = fatIn(parts);
  const raw = parts.reduce((sum, p) => sum + p.grams, 0);
  return fat !== null && fat >= RUNS_OFF.grams && fat >= RUNS_OFF.part * raw && poured.length === 0
    ? fat
    : null;
};

const faultOf = (input: BatchInput): { fault: BatchFault; sentence: string } | undefined => {
  const raw = input.parts.reduce((sum, p) => sum + p.grams, 0);
  if (!(raw > 0)) return { fault: 'nothing-in', sentence: 'Nothing has been weighed in yet.' };
  const light = input.pots.find((p) => p.gross <= p.tare);
  if (light)
    return {
      fault: 'pot-lighter',
      sentence: `The pot with food reads ${g(light.gross)}, its empty weight is ${g(light.tare)}. Is it this pot? What was weighed in is kept.`,
    };
  const cooked = input.pots.reduce((sum, p) => sum + p.gross - p.tare, 0);
  const out = input.poured.reduce((sum, p) => sum + p.grams, 0);
  const into = raw + input.water;
  if (cooked > into * (1 + SCALE_SLACK))
    return {
      fault: 'gained',
      sentence: `${g(cooked)} came out of ${g(into)}: ${g(cooked - into)} more than went in. Type the water that was added, or weigh the pot again. What was weighed in is kept.`,
    };
  if (cooked + out > into * (1 + SCALE_SLACK))
    return {
      fault: 'poured-more',
      sentence: `${g(cooked)} cooked and ${g(out)} poured off are more than the ${g(into)} that went in. Check what was poured off.`,
    };
  const fat = fatIn(input.parts);
  const fatOut = input.poured.reduce((sum, p) => sum + (p.what === 'fat' ? p.grams : 0), 0);
  if (fat !== null && fatOut > fat + 0.5)
    return {
      fault: 'fat-more',
      sentence: `${g(fatOut)} of fat were poured off, the foods hold ${g(fat)}. Some of it was water: enter that part as water.`,
    };
  return undefined;
};

/** What a food states of a nutrient per 100 g: energy and both kinds of carbohydrate follow from what else it states. */
const stated = (vector: NutrientVector, tag: Tagname): number | undefined => {
  if (tag === 'ENERC') return energyOf(vector)?.kcal;
  if (tag === 'CHOCDF') return carbohydrate(vector, 'total');
  if (tag === 'CHOAVLDF') return carbohydrate(vector, 'available');
  return vector[tag];
};

/** All nutrients of what went in, less fat that was poured off; a tag that some part does not state is missing. */
const nutrientsIn = (input: BatchInput): { total: NutrientVector; unstated: Batch['unstated'] } => {
  const total: Partial<Record<Tagname, number>> = {};
  const unstated: Batch['unstated'] = [];
  for (const tag of TAGNAME_LIST) {
    const silent = input.parts.filter((p) => stated(p.food.per100g, tag) === undefined);
    if (silent.length === input.parts.length || tag === 'WATER') continue;
    if (silent.length > 0) unstated.push({ key: tag, foods: silent.map((p) => p.food.name) });
    else
      total[tag] = input.parts.reduce(
        (sum, p) => sum + ((stated(p.food.per100g, tag) ?? 0) * p.grams) / 100,
        0,
      );
  }
  const fatOut = input.poured.reduce((sum, p) => sum + (p.what === 'fat' ? p.grams : 0), 0);
  if (fatOut > 0) {
    if (total.FAT !== undefined) total.FAT = Math.max(0, total.FAT - fatOut);
    if (total.ENERC !== undefined) total.ENERC = Math.max(0, total.ENERC - FAT_KCAL * fatOut);
    // Which fatty acids ran off nobody knows.
    delete total.FASAT;
  }
  return { total, unstated };
};

/**
 * Relative standard uncertainty of the energy in a cooked gram: each part's composition (common to all boxes) and weight, and the pot's weighing,
 * in quadrature. Where energy is not stated by every part, by protein. Source: JCGM 100:2008 (GUM), 5.1.2.
 */
const doubtOf = (input: BatchInput, cooked: number): number => {
  const key: Tagname = input.parts.every((p) => stated(p.food.per100g, 'ENERC') !== undefined)
    ? 'ENERC'
    : 'PROCNT';
  let variance = 0;
  let sum = 0;
  for (const { food, grams, division } of input.parts) {
    const per = (stated(food.per100g, key) ?? 0) / 100;
    const weighing = division === null ? gramsUncertainty(grams, 'spoon') : scaleUncertainty(grams, division);
    variance += (per * weighing) ** 2 + (per * grams * (food.doubt ?? COMPOSITION_RELATIVE)) ** 2;
    sum += per * grams;
  }
  const pots = input.pots.reduce((all, p) => all + scaleUncertainty(p.gross - p.tare, p.division) ** 2, 0);
  return sum > 0 ? Math.hypot(Math.sqrt(variance) / sum, Math.sqrt(pots) / cooked) : COMPOSITION_RELATIVE;
};

/**
 * What was cooked together: its mass balance, its yield, and what a cooked gram holds. Nutrients follow the raw grams, water leaves or enters;
 * vitamin losses are not modelled. Weights in grams; nutrients per 100 g cooked. A pot lighter than its tare, a batch heavier than what
 * went in, more poured off than there was: a fault with a sentence. Throws nothing.
 * Sources: mass balance; JCGM 100:2008 (GUM) for the doubt.
 *
 * @example
 * batchOf({ parts: [{ food: { id: 't', name: 'Turkey', state: 'raw', per100g: { PROCNT: 24 } }, grams: 1200, division: 1 }], water: 0, pots: [{ gross: 1060, tare: 184, division: 1 }], poured: [] }).batch.yield; // => 0.73
 */
export const batchOf = (input: BatchInput): BatchResult => {
  const fault = faultOf(input);
  if (fault) return { ok: false, ...fault };
  const raw = input.parts.reduce((sum, p) => sum + p.grams, 0);
  const cooked = input.pots.reduce((sum, p) => sum + p.gross - p.tare, 0);
  if (!(cooked > 0)) return { ok: false, fault: 'nothing-in', sentence: 'The pot has not been weighed yet.' };
  const of = (what: Poured['what']): number =>
    input.poured.reduce((sum, p) => sum + (p.what === what ? p.grams : 0), 0);
  const { total, unstated } = nutrientsIn(input);
  const per100g: Partial<Record<Tagname, number>> = {};
  for (const tag of TAGNAME_LIST) {
    const value = total[tag];
    if (value !== undefined) per100g[tag] = (value / cooked) * 100;
  }
  return {
    ok: true,
    batch: {
      balance: {
        raw,
        water: input.water,
        cooked,
        fatOut: of('fat'),
        waterOut: of('water'),
        steam: raw + input.water - cooked - of('fat') - of('water'),
      },
      yield: cooked / raw,
      per100g,
      unstated,
      doubt: doubtOf(input, cooked),
      allergens: [...new Set(input.parts.flatMap((p) => p.food.allergens ?? []))].sort(),
    },
  };
};

/** What so many grams of a batch hold, with the doubt of one box: that of the batch and of its own weighing in quadrature. Relative. */
export const boxDoubt = (batchDoubt: number, grams: number, division: number): number =>
  grams > 0 ? Math.hypot(batchDoubt, scaleUncertainty(grams, division) / grams) : batchDoubt;

/** A part so small says nothing of a yield: salt, spice, a spoon of oil. Relative to the raw weight. common practice, no source. */
const SEASONING = 0.05;

/**
 * Of which food a batch tells the yield: the one that is nearly all of its raw weight; null for a mixture, whose yield is its recipe's own.
 */
export const yieldTeller = (parts: readonly BatchPart[]): KitchenFood | null => {
  const raw = parts.reduce((sum, p) => sum + p.grams, 0);
  const main = parts.filter((p) => p.grams > SEASONING * raw);
  return main.length === 1 ? (main[0]?.food ?? null) : null;
};

/** How a yield stands to one's own earlier ones; factors are cooked per raw gram. */
export interface YieldAgainst {
  low: number;
  high: number;
  count: number;
  sentence: string;
}

/** Own earlier yields as a band; undefined while there is none. */
export const yieldAgainst = (now: number, earlier: readonly number[]): YieldAgainst | undefined => {
  if (earlier.length === 0) return undefined;
  const low = Math.min(...earlier);
  const high = Math.max(...earlier);
  const band = earlier.length === 1 ? low.toFixed(3) : `${low.toFixed(3)} to ${high.toFixed(3)}`;
  const before = earlier.length === 1 ? 'Your last batch' : `Your last ${earlier.length} batches`;
  const off = now < low - 0.02 ? '. This one lost more' : now > high + 0.02 ? '. This one lost less' : '';
  return { low, high, count: earlier.length, sentence: `${before}: ${band}${off}` };
};

/** Energy, macros and fibre of so many grams of something per 100 g. */
export const amountsIn = (per100g: NutrientVector, grams: number, carbBasis: CarbBasis): Amounts =>
  amountsOf(perGrams(per100g, grams), carbBasis);
