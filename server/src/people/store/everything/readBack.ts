import { sql } from 'kysely';
import type { Entry, ZipFile } from 'yauzl';
import { z } from 'zod';
import type { AppTransaction } from '../../../platform/db/connect.ts';
import { dropFiles, filePath, smallPath, writeWhole } from '../../../platform/files.ts';
import { ProblemError } from '../../../platform/http/problems.ts';
import { smallOfKept } from '../../../platform/pictures.ts';
import { openZip } from '../../../platform/zip.ts';
import { AUTHORS, columnsOf, type Row, rowsSchema, type Table, TABLES } from './tables.ts';
import { FORMAT, FORMAT_VERSION } from './write.ts';

/** A table of a very long log, unpacked; and all of them. */
const MOST_TABLE_BYTES = 600_000_000;
const MOST_BYTES = 2_000_000_000;
const MOST_ENTRIES = 6000;
const PICTURE_BYTES = 25_000_000;
/** Rows are written so many at a time. */
const PART = 1000;

const fault = (sentence: string): ProblemError =>
  new ProblemError('invalid', `${sentence} Nothing was taken.`);
const NOT_WHOLE = 'This file is not whole: send it once more, or take everything anew where it came from.';

const ManifestSchema = z.looseObject({
  format: z.literal(FORMAT),
  version: z.int(),
  name: z.string(),
  tables: z.record(z.string(), z.int()),
  pictures: z.int(),
});

class Source {
  readonly entries = new Map<string, Entry>();
  private readonly zip: ZipFile;
  private constructor(zip: ZipFile) {
    this.zip = zip;
  }

  static async open(path: string): Promise<Source> {
    const zip = await openZip(path, { lazyEntries: true, autoClose: false }).catch(() => {
      throw fault('This is no ZIP, or its end is missing.');
    });
    const source = new Source(zip);
    let bytes = 0;
    await new Promise<void>((done, fail) => {
      zip.on('entry', (entry: Entry) => {
        source.entries.set(entry.fileName, entry);
        bytes += entry.uncompressedSize;
        if (source.entries.size > MOST_ENTRIES || bytes > MOST_BYTES)
          return fail(fault('This ZIP holds more than a log ever does.'));
        zip.readEntry();
      });
      zip.on('end', () => done());
      zip.on('error', () => fail(fault(NOT_WHOLE)));
      zip.readEntry();
    });
    return source;
  }

  async read(name: string, most: number): Promise<Buffer> {
    const entry = this.entries.get(name);
    if (!entry) throw fault(`“${name}” is not in this file.`);
    if (entry.uncompressedSize > most) throw fault(`“${name}” is larger than a log ever is.`);
    const parts: Buffer[] = [];
    await new Promise<void>((done, fail) => {
      const broken = (): void => fail(fault(NOT_WHOLE));
      this.zip.openReadStream(entry, (error, stream) => {
        if (error) return broken();
        stream.on('data', (part: Buffer) => parts.push(part));
        stream.on('end', () => done());
        stream.on('error', broken);
      });
    });
    return Buffer.concat(parts);
  }

  async json(name: string, most: number): Promise<unknown> {
    const text = (await this.read(name, most)).toString('utf8');
    try {
      return JSON.parse(text) as unknown;
    } catch {
      throw fault(`“${name}” is not what it should be.`);
    }
  }

  close(): void {
    this.zip.close();
  }
}

/** The rows of one table, each as the database and the pages need it. Their content is kept as it is written: no schema fills anything in. */
const rowsOf = (rows: unknown, table: Table, schema: z.ZodType): Row[] => {
  const read = schema.safeParse(rows);
  if (read.success) return rows as Row[];
  const [row, column] = read.error.issues[0]?.path ?? [];
  throw fault(
    typeof row === 'number'
      ? `Row ${row + 1} of tables/${table}.json is not what it should be (${String(column ?? 'a column')}).`
      : `“tables/${table}.json” is not what it should be.`,
  );
};

const insert = async (
  trx: AppTransaction,
  athleteId: string,
  table: Table,
  rows: Row[],
  columns: string[],
) => {
  const author = AUTHORS[table];
  const own = { athlete_id: athleteId, ...(author && { [author.by]: athleteId }) };
  const named = [...Object.keys(own), ...columns.filter((name) => rows.some((row) => name in row))];
  for (let at = 0; at < rows.length; at += PART) {
    const part = JSON.stringify(rows.slice(at, at + PART).map((row) => ({ ...row, ...own })));
    const list = sql.join(named.map((name) => sql.ref(name)));
    await sql`insert into ${sql.table(table)} (${list})
      select ${list} from jsonb_populate_recordset(null::${sql.table(table)}, ${part}::jsonb)`.execute(trx);
  }
};

/** Pictures as they were kept: JPEG, of a size that Maul makes, with nothing written beside them. */
const takePictures = async (source: Source, athleteId: string, ids: readonly string[]): Promise<void> => {
  for (const id of ids) {
    const bytes = await source.read(`pictures/${id}.jpg`, PICTURE_BYTES);
    const small = await smallOfKept(bytes);
    if (!small) throw fault(`“pictures/${id}.jpg” is no picture that Maul has kept.`);
    const path = filePath(athleteId, id);
    await writeWhole(path, bytes);
    await writeWhole(smallPath(path), small);
  }
};

/** A row that refers to one that is not there, or that is there twice. */
const asFault = (error: unknown): unknown => {
  const code = (error as { code?: string }).code;
  const table = (error as { table?: string }).table ?? 'a table';
  if (code === '23503') return fault(`A row of ${table} speaks of one that is not in this file.`);
  if (code === '23505') return fault(`A row of ${table} is in this file twice.`);
  if (code?.startsWith('22') === true || code?.startsWith('23') === true)
    return fault(`A row of ${table} is not what it should be.`);
  return error;
};

/**
 * Reads a file of `writeEverything` into an account that holds nothing yet. All of it or nothing: the transaction is the caller's, and files that were laid
 * are gone again when it fails. Answers how many rows and pictures were taken.
 */
export const readBack = async (
  trx: AppTransaction,
  athleteId: string,
  path: string,
): Promise<{ rows: number; pictures: number; name: string }> => {
  const { rows: there } = await sql`select 1 from athlete where athlete_id = ${athleteId}`.execute(trx);
  if (there.length > 0)
    throw new ProblemError(
      'not-allowed',
      'A file is read back into an empty account. This one has a log. Nothing was taken.',
    );
  const source = await Source.open(path);
  const laid: string[] = [];
  try {
    const manifest = ManifestSchema.safeParse(await source.json('maul.json', 100_000));
    if (!manifest.success) throw fault('This ZIP is not one that Maul has written.');
    const { version, tables, pictures, name } = manifest.data;
    if (version > FORMAT_VERSION)
      throw fault('This file was written by a newer Maul than this one. Update this one first.');
    const columns = await columnsOf(trx);
    await sql`select set_config('maul.reading_back', 'on', true)`.execute(trx);
    let taken = 0;
    for (const table of TABLES) {
      const rows = rowsOf(
        await source.json(`tables/${table}.json`, MOST_TABLE_BYTES),
        table,
        rowsSchema(table, columns[table]),
      );
      if (rows.length !== tables[table]) throw fault(NOT_WHOLE);
      if (table === 'athlete' && rows.length !== 1) throw fault('There is no athlete in this file.');
      await insert(
        trx,
        athleteId,
        table,
        rows,
        columns[table].map((c) => c.name),
      );
      taken += rows.length;
    }
    const { rows: known } = await sql<{ id: string }>`
      select id from body_picture where athlete_id = ${athleteId}`.execute(trx);
    const ids = known.map(({ id }) => id).filter((id) => source.entries.has(`pictures/${id}.jpg`));
    const sent = [...source.entries.keys()].filter((one) => one.startsWith('pictures/')).length;
    if (sent !== pictures || ids.length !== pictures)
      throw fault(`Pictures that belong to this file: ${pictures}; pictures that are in it: ${ids.length}.`);
    laid.push(...ids);
    await takePictures(source, athleteId, ids);
    return { rows: taken, pictures: ids.length, name };
  } catch (error) {
    await dropFiles(athleteId, laid);
    throw asFault(error);
  } finally {
    source.close();
  }
};
