import { z } from 'zod';
import { Moment } from '../common.ts';

/** Where the file of everything lies once it is made, and where one is read back. */
export const EVERYTHING_FILE = '/api/athletes/:athleteId/everything/file';
/** As large as a file that is read back may be. */
export const EVERYTHING_BYTES = 2_000_000_000;

/** How far the file of everything is. */
export const EverythingState = z.strictObject({
  state: z.enum(['none', 'making', 'ready', 'failed']),
  /** Rows and pictures. */
  done: z.int(),
  of: z.int(),
  bytes: z.int(),
  madeAt: Moment.nullable(),
});
export type EverythingState = z.infer<typeof EverythingState>;

/** What was taken out of a file. */
export const ReadBack = z.strictObject({ rows: z.int(), pictures: z.int(), name: z.string() });
