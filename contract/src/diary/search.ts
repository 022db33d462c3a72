import { z } from 'zod';
import { Day, text } from '../common.ts';
import { PhaseKind } from '../plan/index.ts';

const Figure = z.number().nullable();
const Maybe = z.coerce.number().min(0).max(1000).optional();

/** Which past days are looked for; what is left out does not narrow. */
export const FindQuery = z.strictObject({
  /** Parts of the names of foods, all of which were eaten. */
  foods: text({ max: 120 }).default(''),
  phase: PhaseKind.optional(),
  dayType: text({ max: 60 }).optional(),
  from: Day.optional(),
  to: Day.optional(),
  kgLow: Maybe,
  kgHigh: Maybe,
  /** At least so full and so tight, 1 to 5. */
  fullness: Maybe,
  tightness: Maybe,
  landed: z.enum(['yes', 'no']).optional(),
  limit: z.coerce.number().int().min(1).max(200).default(60),
});

export const FoundDay = z.strictObject({
  date: Day,
  phase: PhaseKind.nullable(),
  dayType: z.string().nullable(),
  kcal: z.number(),
  protein: z.number(),
  carbs: z.number(),
  fat: z.number(),
  /** True when something eaten does not state a figure. */
  atLeast: z.boolean(),
  /** How many windows it landed in, of how many; null on a day without any. */
  landed: z.strictObject({ inside: z.int(), of: z.int() }).nullable(),
  weightKg: Figure,
  fullness: Figure,
  tightness: Figure,
  weighedShare: Figure,
  /** What each meal was, in short. */
  meals: z.array(z.string()),
});
export type FoundDay = z.infer<typeof FoundDay>;
export const FoundDays = z.strictObject({
  days: z.array(FoundDay),
  /** Days with a log that were looked through. */
  looked: z.int(),
  /** Names of day types that these days had. */
  dayTypes: z.array(z.string()),
});
