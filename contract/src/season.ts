import type { Season as CoreSeason } from '@maul/core';
import { z } from 'zod';
import { Day, Id, Name } from './common.ts';

const Width = z.strictObject({ below: z.number().min(0), above: z.number().min(0) });
export const PhaseKind = z.enum([
  'off-season',
  'mini-cut',
  'cut',
  'contest-prep',
  'peak-week',
  'between-shows',
  'post-show',
  'maintenance',
  'diet-break',
]);
const Of = z.enum(['body', 'lean']);

export const Phase = z.strictObject({
  id: Id,
  kind: PhaseKind,
  from: Day,
  to: Day,
  energy: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('rate'), percentPerWeek: z.number().min(-2).max(2) }),
    z.strictObject({ kind: z.literal('step'), kcal: z.number().min(-2000).max(3000) }),
    z.strictObject({ kind: z.literal('hand'), kcal: z.number().min(0).max(12_000) }),
  ]),
  macros: z.strictObject({
    kind: z.literal('per-body-mass'),
    protein: z.strictObject({ gPerKg: z.number().min(0).max(6), of: Of }),
    fat: z.strictObject({ gPerKg: z.number().min(0).max(4), of: Of, floor: z.number().min(0).max(300) }),
    fibre: z.union([
      z.strictObject({ per1000kcal: z.number().min(0).max(40) }),
      z.strictObject({ grams: z.number().min(0).max(150) }),
    ]),
  }),
  tolerance: z.strictObject({
    protein: Width,
    carbs: Width,
    fat: Width,
    energy: z.union([
      z.strictObject({ kcal: z.number().min(0) }),
      z.strictObject({ part: z.number().min(0).max(0.5) }),
    ]),
  }),
  rate: z.strictObject({ low: z.number(), high: z.number() }),
  dayTypes: z
    .array(
      z.strictObject({
        id: z.string().min(1).max(40),
        name: Name,
        energyOffset: z.number().min(-3000).max(3000),
      }),
    )
    .min(1),
  week: z.array(z.string()).length(7),
  exceptions: z.record(z.string(), z.string()),
});

export const Season = z.strictObject({
  phases: z.array(Phase),
  events: z.array(z.strictObject({ id: Id, kind: z.enum(['show', 'shoot', 'trip']), name: Name, date: Day })),
}) as unknown as z.ZodType<CoreSeason>;
