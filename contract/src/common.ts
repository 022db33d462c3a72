import { CLOCK, type IsoDate } from '@maul/core/units';
import { isTagname, type NutrientVector } from '@maul/core/nutrition';
import { z } from 'zod';

export const Id = z.uuid();
/** A civil date; the schema checks the calendar, so the brand is earned. */
export const Day = z.iso.date('A date is written YYYY-MM-DD.') as unknown as z.ZodType<IsoDate, string>;
export const Moment = z.iso.datetime({ offset: true });
export const Time = z.string().regex(CLOCK, 'A time lies between 00:00 and 23:59, written HH:MM.');
export const Zone = z
  .string()
  .max(64)
  .refine((zone) => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: zone });
      return true;
    } catch {
      return false;
    }
  }, 'This time zone is not known.');
export const Name = z
  .string()
  .trim()
  .min(1, 'Please give a name.')
  .max(120, 'A name has at most 120 characters.');
export const Text = z
  .string()
  .trim()
  .min(1, 'There is nothing written yet.')
  .max(4000, 'At most 4,000 characters.');
/** The version a change was made from; 0 for something new. */
export const Base = z.int().min(0);
export const Version = z.int().min(1);

/** Grams of one portion: above zero and at most 5 kg. */
export const PortionGrams = z
  .number('A weight is a number of grams.')
  .positive('A weight is more than 0 g.')
  .max(5000, 'More than 5 kg is not one portion: check the weight.');

/** Nutrients per 100 g, keyed by INFOODS tagname; a missing key is unknown. */
export const Nutrients = z
  .record(z.string(), z.number().min(0, 'A nutrient is never negative.').max(100_000))
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
