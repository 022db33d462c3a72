import { z } from 'zod';

/** The stable vocabulary of what can go wrong. Each is the end of `urn:maul:problem:`. */
export const PROBLEMS = {
  invalid: 422,
  'not-signed-in': 401,
  'signed-out': 401,
  'wrong-sign-in': 401,
  'second-factor': 401,
  'not-found': 404,
  stale: 409,
  'id-taken': 409,
  'too-many-tries': 429,
  'too-large': 413,
  'foreign-origin': 403,
  'past-date': 422,
  'caution-x': 422,
  'caution-unconfirmed': 422,
  'too-early': 422,
  lapsed: 422,
  'not-allowed': 403,
  'disk-full': 507,
  'database-away': 503,
  internal: 500,
} as const;
export type ProblemName = keyof typeof PROBLEMS;
export const PROBLEM_PREFIX = 'urn:maul:problem:';

/** An error as RFC 9457 problem+json: what happened, and what was kept. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  /** With `stale`: the row as the server has it. */
  current: z.unknown().optional(),
  /** With `stale`, where it is known: when the row became what it is, and by whom or on what device. */
  changed: z.object({ at: z.string(), from: z.string().nullable() }).optional(),
  /** With `invalid`: what was wrong where. */
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
});
export type Problem = z.infer<typeof Problem>;
