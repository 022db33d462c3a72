import { numberReadings, wordsOf } from '../../units/index.ts';
import { readAmount, type AmountFood, type Method } from '../../foods/index.ts';
import type { QuickAmount, QuickMark } from './types.ts';
import { rangeSpread } from '../uncertainty.ts';

/** A food that a fragment may mean. */
export interface QuickCandidate {
  id: string;
  name: string;
  state: string;
  recent: boolean;
  own: boolean;
}

export type Picked<F extends QuickCandidate> =
  | { food: F }
  /** More than one may be meant: ask. The likeliest first. */
  | { ask: F[] }
  | { none: true };

const fits = (words: readonly string[], name: string): boolean => {
  const own = wordsOf(name);
  return words.every((w) =>
    own.some((o) => o.startsWith(w) || (w.length > 3 && w.endsWith('s') && o.startsWith(w.slice(0, -1)))),
  );
};

/** Words of a question that tell how the food lies there. */
const STATED =
  /\b(raw|dry|dried|cooked|boiled|baked|fried|grilled|roast(ed)?|steamed|drained|canned|frozen|uncooked)\b/iu;
const RAW = new Set(['raw', 'dry', 'frozen']);
const isRaw = (state: string): boolean | null => (RAW.has(state) ? true : state === 'cooked' ? false : null);
const headOf = (name: string): string => wordsOf(name.split(',')[0] ?? name).join(' ');

/** The same food before cooking and after it, where a question says neither: raw and cooked rice differ threefold. */
const otherState = <F extends QuickCandidate>(fragment: string, food: F, candidates: readonly F[]): F[] => {
  const raw = isRaw(food.state);
  if (raw === null || STATED.test(fragment)) return [];
  return candidates.filter((c) => headOf(c.name) === headOf(food.name) && isRaw(c.state) === !raw);
};

/** The food that was found, or the question which state of it is meant; the one that was eaten lately is. */
const inItsState = <F extends QuickCandidate>(
  fragment: string,
  food: F,
  candidates: readonly F[],
): Picked<F> => {
  const others = otherState(fragment, food, candidates);
  if (others.length === 0) return { food };
  const lately = [food, ...others].filter((c) => c.recent);
  return lately.length === 1 && lately[0] ? { food: lately[0] } : { ask: [food, ...others].slice(0, 6) };
};

/**
 * Which food a fragment means: the one named exactly; else, among those whose words begin as it does, the only one, or the only one that
 * was eaten lately; else it asks. A food that is there raw and cooked asks which, unless one of the two was eaten lately. Candidates come as
 * a search ranks them.
 */
export const pickFood = <F extends QuickCandidate>(fragment: string, candidates: readonly F[]): Picked<F> => {
  const words = wordsOf(fragment);
  const exact = candidates.filter(
    (c) =>
      wordsOf(`${c.name} ${c.state}`).join(' ') === words.join(' ') ||
      wordsOf(c.name).join(' ') === words.join(' '),
  );
  if (exact.length === 1 && exact[0]) return inItsState(fragment, exact[0], candidates);
  const able = candidates.filter((c) => fits(words, `${c.name} ${c.state}`));
  const close = able.length > 0 ? able : candidates;
  const lately = close.filter((c) => c.recent);
  const [one, last] = [close[0], lately[0]];
  if (able.length === 1 && one) return inItsState(fragment, one, candidates);
  if (lately.length === 1 && last && able.includes(last)) return { food: last };
  if (close.length === 0) return { none: true };
  return { ask: [...lately, ...close.filter((c) => !c.recent)].slice(0, 6) };
};

/** Amounts without a scale or a spoon, grams of one, and their relative spread. From memory. */
const BY_EYE: Readonly<Record<string, { grams: number; spread: number }>> = {
  handful: { grams: 30, spread: 0.4 },
  splash: { grams: 10, spread: 0.5 },
  dash: { grams: 1, spread: 0.5 },
  pinch: { grams: 0.3, spread: 0.5 },
};
/** Measures that are no piece of the food itself. */
const VESSEL = /^(cup|tbsp|tsp|scoop|serving|pack|mug|glass|bowl|can|bag|bottle|pot|tub|pinch)/i;
/** Packs of foods that state no size of their own, grams: offered to choose from. common practice, no source. */
const PACKS: Readonly<Record<string, readonly number[]>> = {
  can: [120, 160, 240, 400],
  bag: [75, 125, 250, 500],
  sleeve: [50, 100, 150],
  pack: [125, 250, 500],
  packet: [125, 250, 500],
  pot: [125, 150, 500],
  tub: [150, 250, 500],
  bottle: [250, 330, 500],
  jar: [200, 350],
};
const PACKED = new RegExp(`^(.+?) ?(${Object.keys(PACKS).join('|')})(?:e?s)?$`, 'iu');
/** What a large or small one weighs beside the usual one, and how far it may stray. common practice, no source. */
const SIZED: Readonly<Record<string, number>> = { small: 0.8, large: 1.2 };
const SIZE_SPREAD = 0.15;

/** A bare count up to this may be pieces. */
const FEW = 12;

export interface QuickMeasured {
  grams: number;
  /** The ends of a range; null for one amount. */
  range: { low: number; high: number } | null;
  /** Null while it is only planned. */
  method: Method | null;
  /** Relative standard uncertainty, where it is not that of the method. */
  spread: number | null;
  assumed: string | null;
}

export type QuickRead =
  | QuickMeasured
  /** A bare count that may be pieces or grams: which? */
  | { ask: { label: string; amount: string }[] }
  | { fault: string };

/** The measure of one whole piece of a food: what comes to mind when it is counted. */
const pieceMeasure = (food: AmountFood) => {
  const pieces = (food.measures ?? []).filter((m) => !VESSEL.test(m.name));
  return pieces.find((m) => /^medium/i.test(m.name)) ?? pieces[0];
};

/** "2 large" of a food that has no large ones among its measures: by its usual piece. */
const sized = (text: string, food: AmountFood) => {
  const found = /^(.+?) ?(small|large)s?$/iu.exec(text);
  const by = SIZED[(found?.[2] ?? '').toLowerCase()];
  const piece = pieceMeasure(food);
  if (
    !found ||
    by === undefined ||
    !piece ||
    (food.measures ?? []).some((m) => m.name.toLowerCase().startsWith((found[2] ?? '').toLowerCase()))
  )
    return undefined;
  const count = readAmount(`${found[1] ?? ''} g`);
  if ('fault' in count) return count;
  const one = Math.round(piece.grams * by * 10) / 10;
  return {
    grams: count.grams * one,
    method: 'pieces' as const,
    spread: SIZE_SPREAD,
    assumed: `A ${(found[2] ?? '').toLowerCase()} one is taken as ${one} g, by the usual ${piece.name} of ${piece.grams} g.`,
  };
};

/** A pack whose size its food does not state: which is it? */
const packAsked = (text: string, food: AmountFood): QuickRead | undefined => {
  const found = PACKED.exec(text);
  const kind = (found?.[2] ?? '').toLowerCase();
  const sizes = PACKS[kind];
  if (!found || !sizes || (food.measures ?? []).some((m) => m.name.toLowerCase().startsWith(kind)))
    return undefined;
  const count = readAmount(`${found[1] ?? ''} g`);
  if ('fault' in count) return count;
  const own = (food.measures ?? []).find((m) => /^pack/i.test(m.name))?.grams;
  return {
    ask: (own === undefined ? sizes : [own]).map((size) => {
      const amount = `${Math.round(size * count.grams * 10) / 10} g`;
      return { label: count.grams === 1 ? amount : `${amount} (${count.grams} of ${size} g)`, amount };
    }),
  };
};

const readOne = (text: string, food: AmountFood, inOunces: boolean) => {
  const large = sized(text, food);
  if (large) return large;
  const eye = /^([\d.,/½⅓⅔¼¾ ]+|an?|half) ?(handful|splash|dash|pinch)(?:e?s)?$/iu.exec(text);
  const known = eye && BY_EYE[(eye[2] ?? '').toLowerCase()];
  if (!eye || !known) return readAmount(text, food, inOunces);
  const count = readAmount(`${eye[1] ?? ''} g`);
  if ('fault' in count) return count;
  const density = food.density ?? 1;
  const perOne = eye[2]?.toLowerCase() === 'splash' ? known.grams * density : known.grams;
  return {
    grams: count.grams * perOne,
    method: 'eye' as const,
    spread: known.spread,
    assumed: `A ${eye[2] ?? ''} is taken as ${perOne} g, give or take ${Math.round(known.spread * 100)} %.`,
  };
};

/**
 * The grams of an amount once the food is known, and how they are known. A count without a unit is pieces for a food that comes in pieces,
 * up to twelve of them, and grams (ounces with `inOunces`) otherwise; a few of a food that is not counted asks. Never throws.
 */
export const readQuickAmount = (
  amount: QuickAmount,
  food: AmountFood,
  mark: QuickMark | null,
  inOunces = false,
): QuickRead => {
  const count = (text: string): number => numberReadings(text)[0] ?? NaN;
  const plain = numberReadings(amount.text).length > 0 || /^(an?|half)$/iu.test(amount.text);
  const unitOf = (text: string): string => {
    if (!plain || count(text) > FEW) return text;
    const piece = pieceMeasure(food);
    return piece ? `${text} ${piece.name}` : text;
  };
  const text = unitOf(amount.text);
  const asked = amount.to === null ? packAsked(text, food) : undefined;
  if (asked) return asked;
  const few = plain && text === amount.text && count(text) <= FEW;
  if (few && amount.to === null) {
    const unit = inOunces ? 'oz' : 'g';
    const measures = (food.measures ?? []).map((m) => ({
      label: `${text} ${m.name} (${Math.round(m.grams * count(text))} g)`,
      amount: `${text} ${m.name}`,
    }));
    if (measures.length > 0 || !inOunces)
      return { ask: [...measures, { label: `${text} ${unit}`, amount: `${text} ${unit}` }] };
  }
  const low = readOne(text, food, inOunces);
  if ('fault' in low) return low;
  const method: Method | null =
    mark === 'out'
      ? 'out'
      : mark === 'eye'
        ? 'eye'
        : mark === 'true'
          ? (low.method ?? 'scale')
          : mark === 'plan'
            ? null
            : low.method;
  if (amount.to === null)
    return {
      grams: low.grams,
      range: null,
      method,
      spread: method === low.method ? low.spread : null,
      assumed: low.assumed,
    };
  const high = readOne(unitOf(amount.to), food, inOunces);
  if ('fault' in high) return high;
  if (high.grams <= low.grams) return { fault: 'The lower end of a range comes first.' };
  const grams = (low.grams + high.grams) / 2;
  return {
    grams: Math.round(grams * 100) / 100,
    range: { low: low.grams, high: high.grams },
    method: method ?? 'eye',
    spread: rangeSpread(low.grams, high.grams),
    assumed: low.assumed,
  };
};
