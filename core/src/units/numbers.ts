/**
 * Numbers as people write them and as Maul prints them: the one reader and the one printer of the application. What Maul prints,
 * Maul reads.
 */

const PRINTED = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 2 });

/** A whole number with its thousands apart: 1,885. */
export const whole = (value: number): string => PRINTED.format(Math.round(value));

/**
 * A change with its sign, a real minus, and none where it reads as nothing.
 *
 * @example
 * signedText(-0.652, 2) // => '−0.65'
 * signedText(-0.001, 2) // => '0.00'
 */
export const signedText = (value: number, digits: number): string => {
  const text = Math.abs(value).toFixed(digits);
  return Number(text) === 0 ? text : `${value < 0 ? '−' : '+'}${text}`;
};

/** To a hundredth at most, thousands apart: 1,885.5. */
export const printNumber = (value: number): string => PRINTED.format(value);

const GROUP = String.raw`[ \u00a0\u202f'’]`;
const THOUSANDS = [
  // 1 200 and 1 200,5; 1,200 and 1,200.5; 1.200,5 and 1.200.000.
  String.raw`\d{1,3}(?:${GROUP}\d{3})+(?:[.,]\d+)?(?!\d)`,
  String.raw`\d{1,3}(?:,\d{3})+(?:\.\d+)?(?![\d,])`,
  String.raw`\d{1,3}(?:\.\d{3})+,\d+(?!\d)`,
  String.raw`\d{1,3}(?:\.\d{3}){2,}(?!\d)`,
];
/** The source of a pattern that takes one number off a text, without a sign and without groups of its own. */
export const NUMBER_SOURCE = String.raw`(?:${THOUSANDS.join('|')}|\d+(?:[.,]\d+)?|[.,]\d+)`;

const SHAPE = {
  spaced: new RegExp(String.raw`^\d{1,3}(?:${GROUP}\d{3})+(?:[.,]\d+)?$`, 'u'),
  commas: /^\d{1,3}(?:,\d{3})+\.\d+$|^\d{1,3}(?:,\d{3}){2,}$/,
  points: /^\d{1,3}(?:\.\d{3})+,\d+$|^\d{1,3}(?:\.\d{3}){2,}$/,
  either: /^[1-9]\d{0,2}[.,]\d{3}$/,
  plain: /^(?:\d+(?:[.,]\d*)?|[.,]\d+)$/,
};

const GLYPHS: Readonly<Record<string, number>> = {
  '½': 1 / 2,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '¼': 1 / 4,
  '¾': 3 / 4,
};

/**
 * Every number that a text may mean, without its sign; the first as Maul itself would have printed it. "1,200" is 1200 and may be 1.2;
 * "1.200" is 1.2 and may be 1200; "4,5" is 4.5 alone. Empty when it is no number. Fractions are read: "1/2", "1 1/2", "2½".
 */
export const numberReadings = (text: string): number[] => {
  const bare = text.trim();
  const mixed = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(bare);
  if (mixed)
    return Number(mixed[3]) === 0 ? [] : [Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3])];
  const glyph = /^(\d*)\s*([½⅓⅔¼¾])$/u.exec(bare);
  if (glyph) return [Number(glyph[1] ?? 0) + (GLYPHS[glyph[2] ?? ''] ?? NaN)];
  if (SHAPE.spaced.test(bare)) return [Number(bare.replace(new RegExp(GROUP, 'gu'), '').replace(',', '.'))];
  if (SHAPE.commas.test(bare)) return [Number(bare.replaceAll(',', ''))];
  if (SHAPE.points.test(bare)) return [Number(bare.replaceAll('.', '').replace(',', '.'))];
  if (SHAPE.either.test(bare)) {
    const [grouped, decimal] = [Number(bare.replace(/[.,]/, '')), Number(bare.replace(',', '.'))];
    return bare.includes(',') ? [grouped, decimal] : [decimal, grouped];
  }
  return SHAPE.plain.test(bare) ? [Number(bare.replace(',', '.'))] : [];
};

export interface NumberBounds {
  least?: number;
  most?: number;
  /** Only whole numbers: then "1.200" can only be a thousand and more. */
  whole?: true;
  /** For figures that Maul itself fills in with three places (a nutrient): a point is always the decimal sign, and nothing is asked. */
  point?: 'decimal';
}

export type NumberReading =
  | { ok: true; value: number }
  | { ok: false; fault: 'empty' | 'no-number' | 'ambiguous' | 'out-of-bounds'; sentence: string };

const wantedText = ({ least = -Infinity, most = Infinity, whole: isWhole }: NumberBounds): string => {
  const what = isWhole ? 'a whole number' : 'a number';
  if (Number.isFinite(least) && Number.isFinite(most))
    return `${what} from ${printNumber(least)} to ${printNumber(most)}`;
  if (Number.isFinite(least)) return `${what} at least ${printNumber(least)}`;
  return Number.isFinite(most) ? `${what} at most ${printNumber(most)}` : what;
};

/**
 * Reads one typed number: decimal comma or point, thousands apart by comma, point, space or apostrophe, a leading minus or plus, simple
 * fractions. What may mean two numbers is decided by the bounds where only one keeps them; a comma before three digits is Maul's own
 * thousand; a point before three digits asks. Never throws; a fault comes with a sentence.
 *
 * @example
 * readNumber('1,200'); // => { ok: true, value: 1200 }
 * readNumber('1.200,5'); // => { ok: true, value: 1200.5 }
 * readNumber('−4,5'); // => { ok: true, value: -4.5 }
 * readNumber('1.035', { least: 0.05, most: 3 }); // => { ok: true, value: 1.035 }
 * readNumber('1.200').ok; // => false
 * readNumber('1.034', { point: 'decimal' }); // => { ok: true, value: 1.034 }
 * readNumber('1.200', { whole: true }); // => { ok: true, value: 1200 }
 */
export const readNumber = (text: string, bounds: NumberBounds = {}): NumberReading => {
  const { least = -Infinity, most = Infinity } = bounds;
  const trimmed = text.trim();
  if (trimmed === '') return { ok: false, fault: 'empty', sentence: 'Type a number.' };
  const signed = /^([-−–+])\s*(.*)$/u.exec(trimmed);
  const sign = signed && signed[1] !== '+' ? -1 : 1;
  const readings = numberReadings(signed ? (signed[2] ?? '') : trimmed).map((n) => sign * n);
  if (readings.length === 0)
    return {
      ok: false,
      fault: 'no-number',
      sentence: `“${trimmed}” is not a number. Type it as 1200 or 4.5.`,
    };
  const inside = readings.filter((n) => n >= least && n <= most && (!bounds.whole || Number.isInteger(n)));
  const [first, second] = inside;
  if (first === undefined)
    return { ok: false, fault: 'out-of-bounds', sentence: `Type ${wantedText(bounds)}.` };
  if (second !== undefined && bounds.point !== 'decimal' && !trimmed.includes(','))
    return {
      ok: false,
      fault: 'ambiguous',
      sentence: `“${trimmed}” may be ${first} or ${printNumber(second)}. Type ${first} or ${second}.`,
    };
  return { ok: true, value: first };
};

/**
 * The number in a text, or NaN where `readNumber` finds none: for callers that say the fault themselves. Nothing typed is NaN.
 *
 * @example
 * numberIn('2,5'); // => 2.5
 * Number.isNaN(numberIn('')); // => true
 */
export const numberIn = (text: string, bounds: NumberBounds = {}): number => {
  const read = readNumber(text, bounds);
  return read.ok ? read.value : NaN;
};
