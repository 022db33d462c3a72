import { DayEntry } from './entries.ts';
import { MethodName, PortionFood } from '../foods/index.ts';
import { z } from 'zod';
import { Day, Id } from '../common.ts';

export type Log = z.infer<typeof Log>;

/** What was eaten between two days, portion by portion, for sums over more than a day. */
export const Log = z.strictObject({
  days: z.array(
    z.strictObject({
      date: Day,
      portions: z.array(
        z.strictObject({
          mealId: Id,
          food: PortionFood,
          grams: z.number().nullable(),
          plannedGrams: z.number().nullable(),
          method: MethodName.nullable(),
        }),
      ),
      /** What stood beside the meals: counted supplements are eaten too. */
      entries: z.array(DayEntry),
    }),
  ),
});

export const LogQuery = z.strictObject({ from: Day, to: Day });
