import {
  isClock,
  NUMBER_SOURCE,
  numberReadings,
  readNumber,
  KJ_PER_KCAL,
  MILLILITRES_PER,
  isIsoDate,
} from '../../units/index.ts';
import type {
  QuickAmount,
  QuickBare,
  QuickCopy,
  QuickEntry,
  QuickFault,
  QuickFood,
  QuickLine,
  QuickMark,
  Span,
} from './types.ts';

/** Longest line that is read; more is cut and said. */
export const QUICK_LENGTH = 600;

const FRACTION = '½⅓⅔¼¾';
const COUNT = String.raw`(?:\d+\s+\d+/\d+|\d+/\d+|\d+[${FRACTION}]|${NUMBER_SOURCE}|[${FRACTION}]|(?:half|third|quarter|an?|one|two|three)(?=\s))`;
const RANGE = new RegExp(String.raw`^(${NUMBER_SOURCE})\s*(?:-|–|to\s)\s*(${NUMBER_SOURCE})`, 'iu');
const ONE = new RegExp(`^(${COUNT})`, 'iu');
const WORDS: Readonly<Record<string, string>> = { one: '1', two: '2', three: '3' };

/** Words that are a unit when they follow a count. Household measures are found on the food itself later. */
const UNIT =
  /^(?:(?:of\s+)?an?\s+)?(fl\.?\s?oz|(?:kg|g|grams?|mg|µg|mcg|oz|ounces?|lbs?|pounds?|ml|cl|dl|l|litres?|liters?|cups?|tbsp|tsp|pieces?|pcs|slices?|scoops?|packs?|packets?|cans?|bags?|sleeves?|servings?|bottles?|glass(?:es)?|pots?|tubs?|handfuls?|splash(?:es)?|dash(?:es)?|pinch(?:es)?|mugs?|bowls?|smalls?|mediums?|larges?)(?![\p{L}\p{N}]))\.?/iu;

const figure = (before: string, after: string, flags: string): RegExp =>
  new RegExp(String.raw`${before}(${NUMBER_SOURCE})(?:\s*[-–]\s*(${NUMBER_SOURCE}))?${after}`, flags);
const FIGURE = {
  ENERC: figure(String.raw`(?:~|!)?\s*`, String.raw`\s*(kcal|kj)(?![\p{L}])`, 'iu'),
  PROCNT: figure(String.raw`(?:^|\s)P\s?`, String.raw`(?=\s|$)`, 'u'),
  CARB: figure(String.raw`(?:^|\s)C\s?`, String.raw`(?=\s|$)`, 'u'),
  FAT: figure(String.raw`(?:^|\s)F\s?`, String.raw`(?=\s|$)`, 'u'),
  FIBTG: figure(String.raw`(?:^|\s)(?:fibre|fiber)\s?`, String.raw`(?=\s|$)`, 'iu'),
} as const;

/** A figure with a minus before it, which is no range. */
const BELOW_ZERO =
  /(?:^|[^\d\s])\s*([-−–]\s?\d[\d.,]*)\s*(?:kcal|kJ|kj)(?![\p{L}])|(?:^|\s)(?:[PCF]|[Ff]ib(?:re|er))\s?([-−–]\s?\d[\d.,]*)(?=\s|$)/u;

const SMALLER = new RegExp(String.raw`^\s*(${COUNT}\s*(?:oz|ounces?|g|grams?))(?![\p{L}\p{N}])`, 'iu');

interface Piece {
  text: string;
  from: number;
}

/** Whether a character stands by itself, with nothing or a space on either side. */
const stands = (line: string, from: number, i: number): boolean =>
  (i === from || /\s/u.test(line.charAt(i - 1))) && /^(?:\s|$)/u.test(line.slice(i + 1));

/** Cuts a line where one thing ends and the next begins; brackets hold together. */
const pieces = (line: string, from: number): Piece[] => {
  const out: Piece[] = [];
  let start = from;
  let depth = 0;
  const cut = (end: number, next: number): void => {
    out.push({ text: line.slice(start, end), from: start });
    start = next;
  };
  for (let i = from; i < line.length; i += 1) {
    const c = line.charAt(i);
    if (c === '(') depth += 1;
    if (c === ')') depth = Math.max(0, depth - 1);
    if (depth > 0) continue;
    if (c === ';' || c === '\n') cut(i, i + 1);
    else if (c === ',' && /^,\s/.test(line.slice(i, i + 2))) cut(i, i + 1);
    else if (c === '+' && stands(line, from, i)) cut(i, i + 1);
  }
  cut(line.length, line.length);
  return out.filter((p) => p.text.trim() !== '');
};

const trimmed = ({ text, from }: Piece): Piece => {
  const lead = text.length - text.trimStart().length;
  return { text: text.trim(), from: from + lead };
};
const spanOf = ({ text, from }: Piece): Span => [from, from + text.length];

const markOf = (sign: string): QuickMark =>
  sign === '!' ? 'true' : sign === '?' ? 'plan' : sign === '~' ? 'eye' : 'out';
/** A mark before the whole line. */
const LINE_MARK = /^\s*(~\s?out(?=\s)|[~!?])\s*/iu;

/** Takes the reason in brackets and the marks off a piece. */
const marksOf = (piece: Piece): { rest: Piece; mark: QuickMark | null; reason: string | null } => {
  let { text, from } = trimmed(piece);
  let mark: QuickMark | null = null;
  let reason: string | null = null;
  const bracket = /\(([^()]*)\)?\s*$/u.exec(text);
  if (bracket) {
    reason = (bracket[1] ?? '').trim().slice(0, 200) || null;
    text = text.slice(0, bracket.index).trimEnd();
  }
  const lead = /^(~\s?out(?=\s|$)|[~!?])\s*/iu.exec(text);
  if (lead) {
    mark = markOf(lead[1] ?? '~');
    text = text.slice(lead[0].length);
    from += lead[0].length;
  }
  const tail = /\s*(~\s?out|[~!?])$/iu.exec(text);
  if (tail && mark === null) {
    mark = markOf(tail[1] ?? '~');
    text = text.slice(0, tail.index);
  }
  return { rest: { text, from }, mark, reason };
};

const bare = (piece: Piece): QuickBare | QuickFault | undefined => {
  const { rest, mark, reason } = marksOf(piece);
  const below = BELOW_ZERO.exec(rest.text);
  if (below)
    return {
      at: spanOf(trimmed(piece)),
      sentence: `“${below[1] ?? below[2] ?? ''}” is below zero. Type a figure from 0, or leave it out where it is not known.`,
    };
  const figures: QuickBare['figures'] = {};
  let text = rest.text;
  for (const key of ['ENERC', 'PROCNT', 'CARB', 'FAT', 'FIBTG'] as const) {
    const found = FIGURE[key].exec(text);
    if (!found) continue;
    const per = key === 'ENERC' && /kj/i.test(found[3] ?? '') ? KJ_PER_KCAL : 1;
    const [from, to] = [readNumber(found[1] ?? ''), readNumber(found[2] ?? found[1] ?? '')];
    if (!from.ok) return { at: spanOf(piece), sentence: from.sentence };
    if (!to.ok) return { at: spanOf(piece), sentence: to.sentence };
    const [low, high] = [from.value / per, to.value / per];
    if (high < low) return { at: spanOf(piece), sentence: 'The lower end of a range comes first.' };
    if (high > (key === 'ENERC' ? 15_000 : 2000))
      return { at: spanOf(piece), sentence: 'No meal holds so much: check the figure.' };
    figures[key] = { low, high };
    text = `${text.slice(0, found.index)} ${text.slice(found.index + found[0].length)}`;
  }
  // One letter and a number alone may be part of a name, as in vitamin C 500.
  const letters = Object.keys(figures).filter((key) => key !== 'ENERC').length;
  const leads = /^[PCF]\s?\d/u.test(rest.text);
  if (!figures.ENERC && !(letters > 1 || (letters === 1 && leads))) return undefined;
  const label = text.replace(/\s+/g, ' ').trim().slice(0, 120);
  const ranged = Object.values(figures).some((f) => f.high > f.low);
  return {
    kind: 'bare',
    at: spanOf(trimmed(piece)),
    label,
    figures,
    mark: mark ?? (ranged ? 'eye' : null),
    reason,
  };
};

const COPY =
  /^=\s*(?:#\s?(\d{1,2})|(all|day))?\s*(yesterday|\d{4}-\d{2}-\d{2}|-\s?\d{1,3})?\s*(?:x\s?(\d{1,2}))?$/iu;

const copy = (piece: Piece): QuickCopy | QuickFault | undefined => {
  const { text, from } = trimmed(piece);
  if (!text.startsWith('=')) return undefined;
  const at: Span = [from, from + text.length];
  const found = COPY.exec(text);
  const [meal, all, when, times] = [found?.[1], found?.[2], found?.[3], found?.[4]];
  if (!found || (meal === undefined && all === undefined && when === undefined))
    return { at, sentence: 'A copy is written = #2, = #2 yesterday, = all yesterday or = #2 x3.' };
  if (when !== undefined && /^\d{4}/.test(when) && !isIsoDate(when))
    return { at, sentence: `${when} is not a day of the calendar.` };
  const day =
    when === undefined ? 0 : /^y/i.test(when) ? 1 : when.startsWith('-') ? Number(when.slice(1)) : when;
  if (meal === undefined && day === 0)
    return { at, sentence: 'A day cannot be copied onto itself: say which, as in = all yesterday.' };
  const count = times === undefined ? 1 : Number(times);
  if (count < 1 || count > 12) return { at, sentence: 'A meal is repeated once to twelve times.' };
  return { kind: 'copy', at, number: meal === undefined ? null : Number(meal), day, times: count };
};

/** Takes a count and its unit off the front of a text. */
const amountOf = (text: string): { amount: QuickAmount; length: number } | undefined => {
  const range = RANGE.exec(text);
  const one = range ? null : ONE.exec(text);
  const head = range ?? one;
  if (!head) return undefined;
  let length = head[0].length;
  const gap = /^\s*/.exec(text.slice(length))?.[0].length ?? 0;
  const unit = UNIT.exec(text.slice(length + gap));
  const attached = gap === 0 && !unit && /^[\p{L}\p{N}-]/u.test(text.slice(length));
  if (attached) return undefined;
  if (unit) length += gap + unit[0].length;
  const name = unit ? ` ${(unit[1] ?? '').replace('.', '')}` : '';
  // "1 lb 4 oz", "1 kg 200 g": what follows in the next smaller unit belongs to it.
  const rest = range ? null : SMALLER.exec(text.slice(length));
  const chained = unit && rest && /^(?:lbs?|pounds?|kg)$/iu.test((unit[1] ?? '').trim()) ? rest : null;
  if (chained) length += chained[0].length;
  const count = (range?.[1] ?? one?.[1] ?? '').trim().toLowerCase();
  return {
    amount: {
      text: `${WORDS[count] ?? count}${name}${chained ? ` ${chained[1] ?? ''}` : ''}`,
      to: range ? `${range[2] ?? ''}${name}` : null,
    },
    length,
  };
};

const VOLUME: Readonly<Record<string, number>> = {
  ml: 1,
  cl: 10,
  dl: 100,
  l: 1000,
  litre: 1000,
  liter: 1000,
  'fl oz': MILLILITRES_PER.us.flOz,
  cup: MILLILITRES_PER.us.cup,
};

const WATER = new RegExp(String.raw`^(${NUMBER_SOURCE}) ?([a-z ]+?)s?$`, 'iu');
/** Less or more than this is not one drink, mL. */
const DRINK = { least: 5, most: 5000 } as const;

/** Water that was drunk, mL, or why it is no drink; undefined where the entry is a food. */
const waterOf = (entry: QuickFood): number | QuickFault | undefined => {
  if (!/^water$/iu.test(entry.food) || !entry.amount || entry.amount.to !== null) return undefined;
  const found = WATER.exec(entry.amount.text);
  const per = VOLUME[(found?.[2] ?? '').toLowerCase()];
  if (!found || per === undefined) return undefined;
  // Of two meanings the one that is a drink.
  const drunk = numberReadings(found[1] ?? '')
    .map((n) => n * per)
    .find((n) => n >= DRINK.least && n <= DRINK.most);
  return (
    drunk ?? {
      at: entry.at,
      sentence: `“${entry.amount.text}” is no drink of water: 5 mL to ${DRINK.most / 1000} L. Check the amount.`,
    }
  );
};

/** A second amount right after the first, or what is left of a number that was not read to its end. */
const SECOND = new RegExp(
  String.raw`^(?:[.,:/*]\s?\d[\d.,]*|(${NUMBER_SOURCE})\s*(?:kg|g|grams?|mg|oz|lbs?|ml|cl|dl|l)(?![\p{L}\p{N}]))`,
  'iu',
);
/** A meal named where it is not looked for. */
const LATE_PLACE = /(?:^|\s)(?:#\s?\d{1,2}|@?\s?\d{1,2}:\d{2})$/u;

/** What a food's name tells of a line that means something else. */
const misread = (name: string, amount: QuickAmount | null): string | undefined => {
  const second = amount && SECOND.exec(name);
  if (second)
    return second[1] === undefined
      ? `“${amount.text}${second[0]}” is no amount. Type it as 150 g or 2 slices.`
      : `There are two amounts, ${amount.text} and ${second[0].trim()}. Leave one, or put a comma and a space between two foods.`;
  const late = LATE_PLACE.exec(name)?.[0].trim();
  if (late !== undefined) {
    const place = late.replace(/^@\s?/u, '');
    return `The meal comes first in the line, as in ${place} 80 g rice.`;
  }
  if (/\s[!?~]+$/u.test(name)) return 'Two marks stand at one food. Leave one of them.';
  return undefined;
};

/** What begins like a count and is none: with a minus, or as calculators print it. */
const NO_AMOUNT = /^(?:[-−–]\s?\d[\d.,]*|\d[\d.,]*e[-+]?\d+)(?=\s|$|[a-z])/iu;

const food = (piece: Piece): QuickFood | QuickFault => {
  const whole = trimmed(piece);
  const { rest, mark, reason } = marksOf(piece);
  const at = spanOf(whole);
  let { text, from } = rest;
  let amount: QuickAmount | null = null;
  const lead = amountOf(text);
  if (lead) {
    amount = lead.amount;
    const cut = text.slice(lead.length);
    const trim = /^\s*(?:of\s+)?/iu.exec(cut)?.[0].length ?? 0;
    text = cut.slice(trim);
    from += lead.length + trim;
  } else {
    const wrong = NO_AMOUNT.exec(text);
    if (wrong)
      return {
        at,
        sentence: /\de/iu.test(wrong[0])
          ? `“${wrong[0]}” is no amount. Type it as 150 g or 2 slices.`
          : `“${wrong[0]}” is below zero. Type an amount above it, as in ${wrong[0].slice(1).trim()} g.`,
      };
    // The amount may come last: "potato 180 g".
    const tail = new RegExp(
      String.raw`\s(${COUNT}(?:\s*(?:lbs?|pounds?|kg)\s*${NUMBER_SOURCE})?(?:\s*(?:-|–)\s*${NUMBER_SOURCE})?\s*[\p{L} .]*)$`,
      'iu',
    ).exec(text);
    const read = tail ? amountOf(tail[1] ?? '') : undefined;
    if (tail && read?.length === (tail[1] ?? '').trimEnd().length) {
      amount = read.amount;
      text = text.slice(0, tail.index);
    }
  }
  text = text.replace(/\s+$/u, '');
  if (text === '')
    return {
      at,
      sentence: amount
        ? `${amount.text} of what? Name a food, as in ${amount.text} potato.`
        : 'There is nothing here to read.',
    };
  const sentence = misread(text, amount);
  if (sentence !== undefined) return { at, sentence };
  return {
    kind: 'food',
    at,
    food: text,
    foodAt: [from, from + text.length],
    amount,
    mark: mark ?? (amount?.to != null ? 'eye' : null),
    reason,
  };
};

const PLACE = /^\s*(?:#\s?(\d{1,2}))?\s*(?:(?:at\s+)?(\d{1,2}:\d{2})|(now))?(?=[\s:;,]|$)[\s:;,]*/iu;

const placeOf = (line: string, faults: QuickFault[]): { place: QuickLine['place']; length: number } => {
  const none = { number: null, time: null };
  const found = PLACE.exec(line);
  if (!found || (found[1] === undefined && found[2] === undefined && found[3] === undefined))
    return { place: none, length: 0 };
  const time = found[2];
  const padded = time?.padStart(5, '0');
  if (padded !== undefined && !isClock(padded)) {
    const from = line.indexOf(time ?? '');
    faults.push({
      at: [from, from + (time ?? '').length],
      sentence: `${time} is no time: a day runs from 00:00 to 23:59.`,
    });
    return {
      place: { number: found[1] === undefined ? null : Number(found[1]), time: null },
      length: found[0].length,
    };
  }
  return {
    place: {
      number: found[1] === undefined ? null : Number(found[1]),
      time: padded ?? (found[3] === undefined ? null : 'now'),
    },
    length: found[0].length,
  };
};

/** Where the digits of other scripts begin: Arabic, Persian, Devanagari, full width. */
const ZEROS = [0x0660, 0x06f0, 0x0966, 0xff10] as const;
/** Digits of other scripts, as some keyboards type them, one for one. */
const latinDigits = (text: string): string =>
  text.replace(/\p{Nd}/gu, (digit) => {
    const zero = ZEROS.find((z) => digit.charCodeAt(0) >= z && digit.charCodeAt(0) < z + 10);
    return zero === undefined ? digit : String(digit.charCodeAt(0) - zero);
  });

/**
 * Reads a quick line: which meal, and what is in it. Never throws: what cannot be read is a fault with its place, and the rest is kept.
 * The grammar is published in docs/formats/quick-line.md. Amounts are left as typed, for their unit may be one of the food's own.
 *
 * @example
 * parseQuickLine('#2 80 g oats').entries[0].food; // => 'oats'
 * parseQuickLine('#2 80 g oats').place.number; // => 2
 */
export const parseQuickLine = (input: string): QuickLine => {
  const faults: QuickFault[] = [];
  const line = latinDigits(input.slice(0, QUICK_LENGTH));
  if (input.length > QUICK_LENGTH)
    faults.push({
      at: [QUICK_LENGTH, input.length],
      sentence: `A line has at most ${QUICK_LENGTH} characters: the rest is not read.`,
    });
  const { place, length: placed } = placeOf(line, faults);
  // A mark before everything is meant for all of it; each food may carry another.
  const lead = LINE_MARK.exec(line.slice(placed));
  const lineMark = lead ? markOf(lead[1] ?? '') : null;
  const length = placed + (lead?.[0].length ?? 0);
  const entries: QuickEntry[] = [];
  for (const piece of pieces(line, length)) {
    const read = copy(piece) ?? bare(piece) ?? food(piece);
    if ('sentence' in read) faults.push(read);
    else if (read.kind === 'food') {
      const water = waterOf(read);
      if (typeof water === 'object') faults.push(water);
      // A food is called as it was typed, also where a digit of it is of another script.
      else if (water === undefined)
        entries.push({ ...read, food: input.slice(...read.foodAt), mark: read.mark ?? lineMark });
      else entries.push({ kind: 'water', at: read.at, millilitres: water });
    } else entries.push(read.kind === 'bare' ? { ...read, mark: read.mark ?? lineMark } : read);
  }
  if (lead && entries.length === 0 && faults.length === 0)
    faults.push({
      at: [placed, length],
      sentence: 'A mark alone says nothing: name a food after it, as in ! 150 g rice.',
    });
  return { place, entries, faults };
};
