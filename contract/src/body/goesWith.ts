import { z } from 'zod';

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
        mark: z.enum(['digestion', 'fullness', 'hunger', 'sleep']),
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
});
export type GoesWithDocument = z.infer<typeof GoesWithDocument>;
