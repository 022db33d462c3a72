import { z } from 'zod';
import { Day, Id, Moment, Text } from '../common.ts';

/** What is ordered: sessions of cardio on so many days a week, or steps on every day. */
export const Movement = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('cardio'),
    minutes: z
      .int()
      .min(5, 'A session lasts 5 to 180 minutes.')
      .max(180, 'A session lasts 5 to 180 minutes.'),
    daysPerWeek: z.int().min(1).max(7),
  }),
  z.strictObject({
    kind: z.literal('steps'),
    steps: z
      .int()
      .min(1000, 'Steps lie between 1,000 and 50,000.')
      .max(50_000, 'Steps lie between 1,000 and 50,000.'),
  }),
  /** The ordered work of this kind ends. */
  z.strictObject({ kind: z.literal('none'), of: z.enum(['cardio', 'steps']) }),
]);
export type Movement = z.infer<typeof Movement>;

const body = { from: Day, until: Day.nullable(), movement: Movement };

/** A signed change of what is walked and done, beside food. */
export const MovementOrder = z.strictObject({
  id: Id,
  ...body,
  reason: z.string(),
  /** Mean change of the energy balance that it asks for, kcal a day. */
  expectedKcal: z.number(),
  signedAt: Moment,
  signedBy: Id,
  signedByName: z.string(),
  acknowledgedAt: Moment.nullable(),
});
export type MovementOrder = z.infer<typeof MovementOrder>;

export const SignMovement = z
  .strictObject({ ...body, reason: Text })
  .refine((o) => o.until === null || o.until >= o.from, {
    message: 'An order ends on the day it starts, or later.',
    path: ['until'],
  });
