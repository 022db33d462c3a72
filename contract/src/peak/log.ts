import { z } from 'zod';
import { Day, Id, Time } from '../common.ts';
import { Expected, Mark } from '../body/index.ts';

const Known = z.strictObject({ mean: z.number(), days: z.int() }).nullable();

/** What the days of a board came to, what was usual before them, and how the body looked. */
export const PeakLog = z.strictObject({
  days: z
    .array(
      z.strictObject({
        day: Day,
        /** The morning's weight, kg. */
        kg: z.number().nullable(),
        /** g, so far. */
        carbs: z.number(),
        protein: z.number(),
        fat: z.number(),
        fibre: z.number(),
        /** mg of what states it; `sodiumAtLeast` where something does not. */
        sodium: z.number(),
        sodiumAtLeast: z.boolean(),
        /** Drunk, mL. */
        water: z.number(),
        /** Done, minutes. */
        training: z.number(),
        cardio: z.number(),
        posing: z.number(),
        /** The night before, hours; null where it was not said. */
        sleep: z.number().nullable(),
      }),
    )
    .max(31),
  /** Means of the 28 days before, with the days that each rests on; null where nothing is known. */
  usual: z.strictObject({ sodium: Known, water: Known, sleep: Known }),
  /** Mornings still to come, if the days before them are eaten as the signed board says; empty where the log does not tell. */
  expected: z.array(Expected).max(31),
  /** The oldest first. */
  looks: z
    .array(
      z.strictObject({
        id: Id,
        day: Day,
        time: Time,
        fullness: Mark,
        tightness: Mark,
        waist: Mark,
        words: z.string(),
      }),
    )
    .max(300),
});
export type PeakLog = z.infer<typeof PeakLog>;
