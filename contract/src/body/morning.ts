import { ALL_FOLD_SITES, GIRTHS } from '@maul/core/body';
import { z } from 'zod';
import { text } from '../common.ts';

/** A word of five: 1 the least, 5 the most; null where it was not said. */
export const Mark = z.int().min(1).max(5).nullable();

export const MARKS = ['sleep', 'energy', 'hunger', 'mood', 'digestion', 'soreness'] as const;
export type MarkName = (typeof MARKS)[number];

const Centimetres = z
  .number('A girth is a number of centimetres.')
  .min(10, 'A girth lies between 10 and 250 cm.')
  .max(250, 'A girth lies between 10 and 250 cm.');

/** All that is said on waking, besides the weight. Everything may be left out. */
export const MorningThing = z.strictObject({
  kind: z.literal('morning'),
  sleepHours: z.number().min(0).max(20, 'Hours of sleep lie between 0 and 20.').nullable(),
  sleep: Mark,
  energy: Mark,
  hunger: Mark,
  mood: Mark,
  digestion: Mark,
  soreness: Mark,
  /** A day of the period, for who tracks it; null where it was not said. */
  period: z.boolean().nullable(),
  /** Steps of the day before. */
  steps: z.int().min(0).max(200_000, 'Steps of a day are at most 200,000.').nullable(),
  fullness: Mark,
  tightness: Mark,
  waistCm: Centimetres.nullable(),
  words: text({ max: 500, lines: true }),
});
export type MorningThing = z.infer<typeof MorningThing>;

/** A morning of which nothing was said yet. */
export const EMPTY_MORNING: MorningThing = {
  kind: 'morning',
  sleepHours: null,
  sleep: null,
  energy: null,
  hunger: null,
  mood: null,
  digestion: null,
  soreness: null,
  period: null,
  steps: null,
  fullness: null,
  tightness: null,
  waistCm: null,
  words: '',
};

const readings = (one: z.ZodNumber) => z.array(one).min(1).max(5, 'Enter at most five readings of one site.');

/** What a tape, a calliper or a scan said; several readings of a site are kept as they were read. */
export const MeasureThing = z.strictObject({
  kind: z.literal('measure'),
  girths: z.partialRecord(z.enum(GIRTHS), readings(Centimetres)),
  folds: z.partialRecord(
    z.enum(ALL_FOLD_SITES),
    readings(
      z
        .number('A fold is a number of millimetres.')
        .min(1, 'A fold lies between 1 and 100 mm.')
        .max(100, 'A fold lies between 1 and 100 mm.'),
    ),
  ),
  /** Body fat that came from a scan or an eye. */
  fat: z
    .strictObject({
      percent: z
        .number()
        .min(2, 'Body fat lies between 2 and 70 %.')
        .max(70, 'Body fat lies between 2 and 70 %.'),
      method: z.enum(['dxa', 'eye']),
    })
    .nullable(),
  words: text({ max: 500, lines: true }),
});
export type MeasureThing = z.infer<typeof MeasureThing>;
