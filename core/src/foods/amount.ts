import {
  NUMBER_SOURCE,
  numberReadings,
  printNumber,
  GRAMS_PER_OUNCE,
  GRAMS_PER_POUND,
  MILLILITRES_PER,
} from '../units/index.ts';
import type { Method } from './method.ts';

/** A household measure of a food: grams of one, and how far one may stray (relative standard uncertainty). */
export interface HouseholdMeasure {
  name: string;
  grams: number;
  spread?: number | null;
}

/** What is known of a food when an amount of it is read. */
export interface AmountFood {
  measures?: readonly HouseholdMeasure[];
  /** g/mL; null or undefined where it is unknown. */
  density?: number | null;
}

export type AmountReading =
  | {
      grams: number;
      /** How such an amount is known unless a scale says so; null for a weight. */
      method: Method | null;
      spread: number | null;
      /** What was taken for granted, in a sentence. */
      assumed: string | null;
    }
  | { fault: string };

const MASS: Readonly<Record<string, number>> = {
  g: 1,
  gram: 1,
  grams: 1,
  kg: 1000,
  mg: 0.001,
  oz: GRAMS_PER_OUNCE,
  ounce: GRAMS_PER_OUNCE,
  ounces: GRAMS_PER_OUNCE,
  lb: GRAMS_PER_POUND,
  lbs: GRAMS_PER_POUND,
  pound: GRAMS_PER_POUND,
  pounds: GRAMS_PER_POUND,
};
const { us } = MILLILITRES_PER;
const VOLUME: Readonly<Record<string, number>> = {
  ml: 1,
  cl: 10,
  dl: 100,
  l: 1000,
  litre: 1000,
  liter: 1000,
  'fl oz': us.flOz,
  floz: us.flOz,
  cup: us.cup,
  cups: us.cup,
  tbsp: us.tbsp,
  tsp: us.tsp,
};
/** More than this is no portion, grams. */
const MOST_GRAMS = 5000;
const HOUSEHOLD = new Set(['cup', 'cups', 'tbsp', 'tsp']);
const WORDS: Readonly<Record<string, number>> = { half: 0.5, third: 1 / 3, quarter: 0.25, a: 1, an: 1 };

const NUMBER = String.raw`(?:\d+\s+\d+/\d+|\d+/\d+|\d+\s*[½⅓⅔¼¾]|[½⅓⅔¼¾]|${NUMBER_SOURCE}|half|third|quarter|an?)`;
const PART = new RegExp(
  String.raw`^\s*(${NUMBER})(?![\d/])\s*(?:of\s+an?\s+|an?\s+)?([\p{L}][\p{L}\p{N} ,]*?)?\s*(?=$|\d|\+)\+?`,
  'iu',
);

/** "1 1/2", "3/4", "2½", "1,5", "1,200", "half": what the count may be; none when it is no number. */
const countsOf = (text: string): number[] => {
  const word = WORDS[text.trim().toLowerCase()];
  return word === undefined ? numberReadings(text) : [word];
};

const singular = (word: string): string => word.replace(/s$/, '');
const measureNamed = (unit: string, measures: readonly HouseholdMeasure[]): HouseholdMeasure | undefined => {
  const wanted = singular(unit.toLowerCase().trim());
  const names = measures.map((m) => ({ m, name: m.name.toLowerCase() }));
  return (
    names.find(({ name }) => singular(name) === wanted)?.m ??
    names.find(({ name }) => singular(name.split(/[ ,]/)[0] ?? '') === wanted)?.m
  );
};

const methodOf = (name: string): Method => {
  if (/^(cup|tbsp|tsp|spoon|glass)/i.test(name)) return 'spoon';
  return /^(serving|scoop|pack|can|bag|sleeve|pot|tub|bottle)/i.test(name) ? 'label' : 'pieces';
};

type Piece = Exclude<AmountReading, { fault: string }>;

const volume = (count: number, unit: string, food: AmountFood): Piece => {
  const millilitres = count * (VOLUME[unit] ?? 0);
  const density = food.density ?? null;
  return {
    grams: millilitres * (density ?? 1),
    method: HOUSEHOLD.has(unit) ? 'spoon' : null,
    spread: null,
    assumed: density === null ? 'No density is known, so 1 mL is taken as 1 g.' : null,
  };
};

const piece = (
  count: number,
  unit: string,
  food: AmountFood,
  inOunces: boolean,
): Piece | { fault: string } => {
  const low = unit.toLowerCase().trim();
  if (low === '')
    return { grams: count * (inOunces ? GRAMS_PER_OUNCE : 1), method: null, spread: null, assumed: null };
  const mass = MASS[low];
  if (mass !== undefined) return { grams: count * mass, method: null, spread: null, assumed: null };
  const measure = measureNamed(low, food.measures ?? []);
  if (measure)
    return {
      grams: count * measure.grams,
      method: methodOf(measure.name),
      spread: measure.spread ?? null,
      assumed: `One ${measure.name} is taken as ${Number(measure.grams.toPrecision(4))} g.`,
    };
  if (VOLUME[low] !== undefined) return volume(count, low, food);
  const known = ['g', 'kg', 'oz', 'lb', 'mL', 'cup', 'tbsp', ...(food.measures ?? []).map((m) => m.name)];
  return { fault: `“${unit.trim()}” is no unit of this food. There are: ${[...new Set(known)].join(', ')}.` };
};

/**
 * Reads a typed amount of a food into grams: "150", "4,5 oz", "1 lb 4 oz", "250 mL", "1 1/2 cups", "2 slices", "half a pack". A bare number is
 * grams, or ounces with `inOunces`. A measure of the food comes before a volume of the same name; a volume without a density says that
 * 1 mL was taken as 1 g. Never throws; what cannot be read is a fault in a sentence.
 * Sources: NIST SP 811 (masses), NIST Handbook 44 (US measures).
 *
 * @example
 * readAmount('1 lb 4 oz').grams.toFixed(1); // => '567.0'
 * readAmount('2 slices', { measures: [{ name: 'slice', grams: 40 }] }).grams; // => 80
 */
export const readAmount = (text: string, food: AmountFood = {}, inOunces = false): AmountReading => {
  let rest = text.trim();
  const pieces: Piece[] = [];
  if (rest === '' || rest.length > 60) return { fault: 'Type an amount, such as 150 g or 2 slices.' };
  if (/^[-−]\s*\d/.test(rest)) return { fault: 'A weight is more than 0 g.' };
  while (rest !== '') {
    const found = PART.exec(rest);
    const counts = found ? countsOf(found[1] ?? '') : [];
    if (!found || counts.length === 0)
      return { fault: `“${text.trim()}” is no amount. Type it as 150 g or 2 slices.` };
    const read = counts.map((count) => piece(count, found[2] ?? '', food, inOunces));
    // Of two meanings the one that is a portion; where both are, a comma is Maul's own thousand and a point asks.
    const able = read.filter((one) => 'fault' in one || one.grams <= MOST_GRAMS);
    const [one = read[0], other] = able;
    if (one === undefined || 'fault' in one) return one ?? { fault: 'Check the amount.' };
    if (other && !('fault' in other) && !(found[1] ?? '').includes(','))
      return {
        fault: `“${text.trim()}” may be ${printNumber(one.grams)} g or ${printNumber(other.grams)} g. Type it without a point, or with two places after it.`,
      };
    pieces.push(one);
    rest = rest.slice(found[0].length).trim();
  }
  const grams = pieces.reduce((sum, p) => sum + p.grams, 0);
  if (!(grams > 0)) return { fault: 'An amount is more than nothing.' };
  const least = pieces.find((p) => p.method !== null);
  return {
    grams: Number(grams.toPrecision(10)),
    method: least?.method ?? null,
    spread: least?.spread ?? null,
    assumed: pieces.map((p) => p.assumed).find((a) => a !== null) ?? null,
  };
};
