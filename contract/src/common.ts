import { CLOCK, type IsoDate } from '@maul/core/units';
import { isTagname, type NutrientVector } from '@maul/core/nutrition';
import { z } from 'zod';

export const Id = z.uuid();

/** Nothing of ours lies before or after these days. */
const FIRST_DAY = '1900-01-01';
const LAST_DAY = '2200-12-31';
const inOurTime = (date: string): boolean => date.slice(0, 10) >= FIRST_DAY && date.slice(0, 10) <= LAST_DAY;
/** A civil date; the schema checks the calendar, so the brand is earned. */
export const Day = z.iso
  .date('A date is written YYYY-MM-DD.')
  .refine(inOurTime, 'A date lies between 1900 and 2200.') as unknown as z.ZodType<IsoDate, string>;
export const Moment = z.iso
  .datetime({ offset: true })
  .refine(inOurTime, 'A moment lies between 1900 and 2200.');

/** Characters that no text of ours holds: those that print nothing, and halves of a character. */
const UNPRINTED = /(?![\t\n])[\p{Cc}\p{Cs}\u2028\u2029]/gu;
/** Text that is as it is kept already: most of what is read, and not worth looking through three times. */
const PLAIN = /^[\x20-\x7e]*$/;
const asOneLine = (text: string): string => text.replace(/[\t\n]+/g, ' ');

/** Text as it is kept: composed (NFC), line ends as `\n`, without what prints nothing; a single line unless `lines`. */
export const cleanText = (typed: string, lines = false): string => {
  if (PLAIN.test(typed)) return typed;
  const text = typed.normalize('NFC').replace(/\r\n?/g, '\n').replace(UNPRINTED, '');
  return lines ? text : asOneLine(text);
};

/** A text of the contract: every one of them is made here, cleaned, trimmed and bounded. */
export const text = ({
  min = 0,
  max,
  lines = false,
  trim = true,
  empty,
  long,
}: {
  min?: number;
  max: number;
  /** May hold more than one line. */
  lines?: boolean;
  /** False where blanks at the ends are part of it, as in a password. */
  trim?: boolean;
  empty?: string;
  long?: string;
}) =>
  z
    .string()
    .overwrite((typed) => (trim ? cleanText(typed, lines).trim() : cleanText(typed, lines)))
    .min(min, empty)
    .max(max, long)
    .meta({ format: 'text' });

/** The largest whole number that the database keeps in a column of whole numbers. */
export const LARGEST_INT = 2_147_483_647;
export const Time = z.string().regex(CLOCK, 'A time lies between 00:00 and 23:59, written HH:MM.');
export const Zone = text({ max: 64 }).refine((zone) => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}, 'This time zone is not known.');
export const Name = text({
  min: 1,
  max: 120,
  empty: 'Please give a name.',
  long: 'A name has at most 120 characters.',
});
export const Text = text({
  min: 1,
  max: 4000,
  lines: true,
  empty: 'There is nothing written yet.',
  long: 'At most 4,000 characters.',
});
/** An id of ours that is no UUID: of a food, of a day type. */
export const ShortId = (max: number) => text({ min: 1, max });
/** The version a change was made from; 0 for something new. */
export const Base = z.int().min(0).max(LARGEST_INT);
export const Version = z.int().min(1).max(LARGEST_INT);

/** Grams of one portion: above zero and at most 5 kg. */
export const PortionGrams = z
  .number('A weight is a number of grams.')
  .positive('A weight is more than 0 g.')
  .max(5000, 'More than 5 kg is not one portion: check the weight.');

/** Nutrients per 100 g, keyed by INFOODS tagname; a missing key is unknown. */
export const Nutrients = z
  .record(text({ max: 20 }), z.number().min(0, 'A nutrient is never negative.').max(100_000))
  .refine(
    (vector) => Object.keys(vector).every(isTagname),
    'Nutrients are keyed by INFOODS tagnames.',
  ) as unknown as z.ZodType<NutrientVector, Record<string, number>>;

/** As what a food lies on the scale. */
export const FoodState = z.enum([
  'raw',
  'dry',
  'cooked',
  'drained',
  'canned',
  'frozen',
  'pressed',
  'as sold',
]);
export type FoodState = z.infer<typeof FoodState>;

export const Empty = z.strictObject({});
