import { z } from 'zod';
import { Day } from '../common.ts';

const Band = { low: z.number(), high: z.number() };

/** One day of the trend; null is not known. */
export const TrendDay = z.strictObject({
  day: Day,
  kg: z.number().nullable(),
  /** False for a morning under other conditions: it is shown and does not count. */
  counts: z.boolean(),
  /** Energy of a complete day. */
  kcal: z.number().nullable(),
  weighedShare: z.number().nullable(),
  steps: z.number().nullable(),
  /** Tissue and expenditure with their standard doubts, from all of the data at once; null before the first morning. */
  weightKg: z.number().nullable(),
  weightSd: z.number().nullable(),
  expenditure: z.number().nullable(),
  expenditureSd: z.number().nullable(),
});
export type TrendDay = z.infer<typeof TrendDay>;

const ScaleChange = {
  kg: z.number(),
  ...Band,
  change: z.number().nullable(),
  parts: z.array(
    z.strictObject({
      name: z.enum(['carbs', 'salt', 'gut', 'cycle', 'tissue', 'wander']),
      kg: z.number(),
    }),
  ),
  unknown: z.array(z.enum(['carbs', 'salt', 'gut'])),
};
export const Expected = z.strictObject({
  day: Day,
  ...ScaleChange,
  /** True while the day before it is still planned: it holds if the rest is eaten as planned. */
  asPlanned: z.boolean(),
});
export const Came = z.strictObject({
  day: Day,
  ...ScaleChange,
  came: z.number(),
  inside: z.boolean(),
  over: z.number(),
});

const SkipReason = z.enum(['start', 'refeed', 'peak', 'paused']);
export const PaceDocument = z.strictObject({
  direction: z.enum(['losing', 'gaining', 'level']),
  wanted: z.strictObject(Band),
  /** First day of the phase that it is about. */
  since: Day,
  counted: z.array(Day),
  skipped: z.array(z.strictObject({ day: Day, why: SkipReason })),
  needed: z.number(),
  mornings: z.number(),
  slope: z
    .strictObject({ percent: z.number(), sd: z.number(), kgPerWeek: z.number(), kgSd: z.number() })
    .nullable(),
  odds: z.strictObject({ below: z.number(), inside: z.number(), above: z.number() }).nullable(),
  verdict: z.enum(['early', 'gaps', 'slow', 'fast', 'inside', 'open']),
  verdictOn: Day.nullable(),
});
export type PaceDocument = z.infer<typeof PaceDocument>;

const Side = z.strictObject({
  from: Day,
  to: Day,
  kgPerWeek: z.number(),
  band: z.number(),
  mornings: z.number(),
});
/** What came of one change of food, movement or phase; `id` is that of the order or the phase. */
export const LedgerRow = z.strictObject({
  id: z.string(),
  kind: z.enum(['order', 'movement', 'phase']),
  from: Day,
  expected: z.number(),
  before: Side.nullable(),
  after: Side.nullable(),
  brought: z.strictObject({ kgPerWeek: z.number(), band: z.number() }).nullable(),
  verdict: z.enum(['early', 'worked', 'did not', 'open']),
  lookOn: Day,
  /** Other changes that act on the days that are compared, by id. */
  meanwhile: z.array(z.string()),
});
export type LedgerRow = z.infer<typeof LedgerRow>;

/** Body and log of a span of days, what is expected next, and what came of what was changed. */
export const Trend = z.strictObject({
  today: Day,
  days: z.array(TrendDay).max(1200),
  tomorrow: Expected.nullable(),
  thisMorning: Came.nullable(),
  /** Of the last mornings that were expected and came, so many lay inside their 90 % band. */
  kept: z.strictObject({ inside: z.number(), of: z.number() }),
  pace: PaceDocument.nullable(),
  /** The last week against the same days of the cycle before, for who tracks one; kg. */
  cycle: z
    .strictObject({
      fromDay: z.int(),
      toDay: z.int(),
      now: z.strictObject({ kg: z.number(), mornings: z.int() }),
      before: z.strictObject({ kg: z.number(), mornings: z.int() }),
      difference: z.number(),
      band: z.number(),
      apart: z.int(),
    })
    .nullable(),
  /** Mean of what was eaten on the complete days of the last fourteen, kcal. */
  eaten: z.strictObject({ kcal: z.number(), days: z.number() }).nullable(),
  lastChange: Day.nullable(),
  ledger: z.array(LedgerRow).max(200),
});
export type Trend = z.infer<typeof Trend>;

/** From a day on, or so many days back from the athlete's own today. */
export const TrendQuery = z
  .strictObject({ from: Day.optional(), days: z.coerce.number().int().min(7).max(1096).optional() })
  .refine((q) => q.from === undefined || q.days === undefined, 'Either a first day or a number of days.');
