import { z } from 'zod';
import { Day, Id } from '../common.ts';

export const GOES_MARKS = ['digestion', 'fullness', 'hunger', 'sleep'] as const;
const Kind = z.strictObject({ days: z.int(), mean: z.number() });
/** What goes with what: days with a food against days without it, by a mark of the morning after. */
export const GoesWithDocument = z.strictObject({
  /** Days with a log, and mornings with marks, in the last 120 days. */
  days: z.int(),
  mornings: z.int(),
  /** Comparisons that had days enough; the chances are corrected for as many. */
  tried: z.int(),
  /** Foods with too few days of either kind. */
  few: z.int(),
  rows: z
    .array(
      z.strictObject({
        food: z.string(),
        mark: z.enum(GOES_MARKS),
        with: Kind,
        without: Kind,
        difference: z.number(),
        chance: z.number(),
        corrected: z.number(),
        exact: z.boolean(),
        goes: z.boolean(),
      }),
    )
    .max(20),
  /** Foods left out and brought back, the newest first. */
  eliminations: z
    .array(
      z.strictObject({
        id: Id,
        food: z.string(),
        from: Day,
        countsFrom: Day,
        backFrom: Day,
        until: Day,
        stage: z.enum(['coming', 'washing out', 'out', 'back', 'done']),
        /** Which day of its stage today is, and of how many; 0 before and after. */
        day: z.int(),
        of: z.int(),
        /** Days while it was out on which it was eaten all the same. */
        eatenWhileOut: z.array(Day),
        marks: z.array(
          z.strictObject({
            mark: z.enum(GOES_MARKS),
            before: Kind.nullable(),
            out: Kind.nullable(),
            back: Kind.nullable(),
            verdict: z.enum(['few', 'nothing', 'changed', 'returned']),
          }),
        ),
      }),
    )
    .max(10),
});
export type GoesWithDocument = z.infer<typeof GoesWithDocument>;
