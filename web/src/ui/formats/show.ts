import { printNumber, whole, type IsoDate, isIsoDate, isoDate } from '@maul/core/units';
import type { TargetKey } from '@maul/core/nutrition';
import type { TargetWindow } from '@maul/core/plan';
import type { WindowState } from '@maul/core/diary';

export const NUTRIENT_NAMES: Readonly<
  Record<TargetKey, { name: string; tile: string | null; unit: string }>
> = {
  ENERC: { name: 'Energy', tile: null, unit: 'kcal' },
  PROCNT: { name: 'Protein', tile: 'P', unit: 'g' },
  CARB: { name: 'Carbs', tile: 'C', unit: 'g' },
  FAT: { name: 'Fat', tile: 'F', unit: 'g' },
  FIBTG: { name: 'Fibre', tile: null, unit: 'g' },
};

/** To a tenth, and without it where it is none: 1,885.5. */
export const tenth = (value: number): string => printNumber(Math.round(value * 10) / 10);

export const oneDecimal = (value: number): string => value.toFixed(1);

/** Grams as one would say them: whole above 10 unless the scale was finer. */
export const gramsText = (grams: number): string =>
  Number.isInteger(grams)
    ? String(grams)
    : grams.toFixed(Math.abs(grams * 10 - Math.round(grams * 10)) < 1e-6 ? 1 : 2);

// Making a formatter takes longer than all that it is asked afterwards: each is made once.
const dateFormat = (options: Intl.DateTimeFormatOptions): ((date: IsoDate) => string) => {
  const format = new Intl.DateTimeFormat('en-GB', { ...options, timeZone: 'UTC' });
  return (date) => format.format(new Date(`${date}T00:00:00Z`));
};
/** "Monday 16 March". */
export const longDate = dateFormat({ weekday: 'long', day: 'numeric', month: 'long' });
/** "Mon 16 Mar". */
export const shortDate = dateFormat({ weekday: 'short', day: 'numeric', month: 'short' });
/** "Mon 16". */
export const dayOfWeek = dateFormat({ weekday: 'short', day: 'numeric' });

const CLOCK: Intl.DateTimeFormatOptions = { hour: '2-digit', minute: '2-digit' };

/** A moment in the reader's own clock, without its day where that is today: "12:30", "Sat 28 Nov, 12:30". */
export const momentText = (at: Date, now = new Date()): string =>
  new Intl.DateTimeFormat(
    'en-GB',
    at.toDateString() === now.toDateString()
      ? CLOCK
      : { weekday: 'short', day: 'numeric', month: 'short', ...CLOCK },
  ).format(at);

/** A moment in the reader's own clock: "28 Nov, 12:30". */
export const longDateTime = (moment: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    ...CLOCK,
  }).format(new Date(moment));

/** A sentence with its dates as one says them: "ends 2027-01-18" becomes "ends Mon 18 Jan 2027". */
export const datesInWords = (sentence: string): string =>
  sentence.replace(/\b\d{4}-\d{2}-\d{2}\b/g, (text) =>
    isIsoDate(text) ? `${shortDate(text)} ${text.slice(0, 4)}` : text,
  );

/** A window in words: "134–146", "at least 150", "at most 40". */
export const windowText = (
  window: Pick<TargetWindow, 'low' | 'high'>,
  show: (value: number) => string = whole,
): string => {
  if (window.high === Infinity) return `at least ${show(window.low)}`;
  return window.low === 0 ? `at most ${show(window.high)}` : `${show(window.low)}–${show(window.high)}`;
};

/** "lands 150, 4 over": where a value stands against its window, in words. */
export const standing = (
  value: number,
  window: { low: number; high: number },
  state: WindowState,
  show: (value: number) => string = whole,
): string => {
  if (state === 'inside') return 'inside';
  const off = state === 'short' ? window.low - value : value - window.high;
  // Less than one is said in tenths: "0 over" would be no reason to be red.
  const amount = off < 0.95 ? Math.max(0.1, off).toFixed(1) : show(off);
  return `${amount} ${state}`;
};

export const plural = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

/** "6 weeks 6 days", "4 days", "today". */
export const weeksAndDays = ({
  days,
  weeks,
  restDays,
}: {
  days: number;
  weeks: number;
  restDays: number;
}): string => {
  if (days === 0) return 'today';
  if (weeks === 0) return plural(days, 'day');
  return restDays === 0 ? plural(weeks, 'week') : `${plural(weeks, 'week')} ${plural(restDays, 'day')}`;
};

export const asDate = (text: string | undefined, fallback: IsoDate): IsoDate => {
  try {
    return text === undefined ? fallback : isoDate(text);
  } catch {
    return fallback;
  }
};

/** "3 kB", "1.2 MB". */
export const bytesText = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
