import { z } from 'zod';
import { Time } from '../common.ts';

/** When the athlete wakes, and the sessions of a week. */
export const Routine = z.strictObject({
  waking: Time,
  sessions: z
    .array(
      z.strictObject({
        weekday: z.int().min(1).max(7),
        kind: z.enum(['resistance', 'cardio', 'posing']),
        start: Time,
        minutes: z.int().min(1).max(600),
      }),
    )
    .max(40),
});
