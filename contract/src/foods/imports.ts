import { z } from 'zod';
import { Id, Moment, text } from '../common.ts';

export const IMPORT_FORMATS = ['own-csv', 'own-json', 'fdc-json', 'fdc-csv'] as const;
export const ImportFormat = z.enum(IMPORT_FORMATS);
export type ImportFormat = z.infer<typeof ImportFormat>;

/** No file is larger than this, bytes: 4 GB. */
export const LARGEST_FILE = 4_000_000_000;
/** A file is sent in pieces of at most this many bytes. */
export const FILE_PIECE = 4_000_000;

export const ENCODINGS = ['utf-8', 'windows-1252', 'utf-16le'] as const;
export const ImportOptions = z.strictObject({
  format: ImportFormat,
  encoding: z.enum(ENCODINGS).default('utf-8'),
  /** Column of a CSV to what it holds; a column that is not named here is as the preview guessed. */
  mapping: z.record(text({ max: 120, trim: false }), text({ max: 40 })).default({}),
});
export type ImportOptions = z.infer<typeof ImportOptions>;

export const ImportState = z.enum(['receiving', 'ready', 'running', 'stopped', 'done', 'failed']);

export const ImportReject = z.strictObject({ line: z.int(), what: z.string(), reason: z.string() });
export type ImportReject = z.infer<typeof ImportReject>;

export const FoodImport = z.strictObject({
  id: Id,
  fileName: z.string(),
  bytes: z.number(),
  /** Bytes that have arrived. */
  received: z.number(),
  options: ImportOptions.nullable(),
  state: ImportState,
  /** Foods read so far, and what became of them. */
  read: z.int(),
  kept: z.int(),
  duplicates: z.int(),
  rejected: z.int(),
  /** Part of the file that is read, 0 to 1. */
  part: z.number(),
  /** How it stands, in a sentence; null when the state says it. */
  sentence: z.string().nullable(),
  createdAt: Moment,
});
export type FoodImport = z.infer<typeof FoodImport>;

export const PutImport = z.strictObject({
  fileName: text({ min: 1, max: 200 }),
  bytes: z
    .int()
    .positive('The file is empty.')
    .max(
      LARGEST_FILE,
      'The file is larger than 4 GB, which is the limit. Split it, or import a smaller table.',
    ),
});

/** One nutrient or column of a file and what Maul takes it for. */
export const MappedColumn = z.strictObject({
  column: z.string(),
  /** What it is read as; null when it is left out. */
  as: z.string().nullable(),
  /** How many of the looked-at foods state it. */
  stated: z.int(),
});
export type MappedColumn = z.infer<typeof MappedColumn>;

export const ImportPreview = z.strictObject({
  options: ImportOptions,
  columns: z.array(MappedColumn),
  foods: z.array(z.strictObject({ line: z.int(), name: z.string(), state: z.string(), figures: z.string() })),
  looked: z.int(),
  duplicates: z.int(),
  rejects: z.array(ImportReject),
  /** What is to be known before it is imported: another encoding, a broken quote. */
  warnings: z.array(z.string()),
});
export type ImportPreview = z.infer<typeof ImportPreview>;

/** Where the pieces of a file go, `?offset=` in bytes. Raw bytes, not JSON. */
export const IMPORT_FILE = '/api/athletes/:athleteId/imports/:id/file';
