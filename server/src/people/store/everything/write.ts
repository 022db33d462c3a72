import { type NutrientVector, perGrams } from '@maul/core/nutrition';
import { CORE_VERSION } from '@maul/core/body';
import { sql } from 'kysely';
import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import Papa from 'papaparse';
import yazl from 'yazl';
import type { AppTransaction } from '../../../platform/db/connect.ts';
import { arrived, filePath } from '../../../platform/files.ts';
import { AUTHORS, columnsOf, LEFT_OUT, type Row, schemaOf, type Table, TABLES } from './tables.ts';

export const FORMAT = 'maul-everything';
/** Rises when an older Maul could not read what a newer one writes. */
export const FORMAT_VERSION = 1;

export interface Manifest {
  format: typeof FORMAT;
  version: number;
  core: string;
  madeAt: string;
  name: string;
  /** Rows of each table. */
  tables: Record<string, number>;
  pictures: number;
}

/** Rows are read so many at a time. */
const PART = 2000;

/** The rows of one table, a part at a time, in the order of their keys: without the ids of people, with the names of others. */
async function* partsOf(trx: AppTransaction, athleteId: string, table: Table): AsyncGenerator<Row[]> {
  const author = AUTHORS[table];
  const row = author
    ? sql`(to_jsonb(t) - 'athlete_id' - ${sql.lit(author.by)}) || jsonb_build_object(${sql.lit(author.as)}::text,
        coalesce(nullif(to_jsonb(t) ->> ${sql.lit(author.as)}, ''), case when t.${sql.ref(author.by)} <> t.athlete_id then coalesce(p.name, 'Somebody who has left') end))`
    : table === 'row_history'
      ? sql`(to_jsonb(t) - 'athlete_id') || jsonb_build_object('replaced', t.replaced - 'athlete_id' - 'author_id')`
      : table === 'kitchen_thing'
        ? // Whose kitchens are one is decided anew.
          sql`(to_jsonb(t) - 'athlete_id') || case when t.thing ->> 'kind' = 'diner'
            then jsonb_build_object('thing', t.thing || '{"personId": null}') else '{}'::jsonb end`
        : sql`to_jsonb(t) - 'athlete_id'`;
  const from = author
    ? sql`${sql.table(table)} t left join known_people() p on p.id = t.${sql.ref(author.by)}`
    : sql`${sql.table(table)} t`;
  const { rows: keys } = await sql<{ name: string }>`
    select a.attname as name from pg_index i join pg_attribute a on a.attrelid = i.indrelid and a.attnum = any(i.indkey)
    where i.indrelid = ${table}::regclass and i.indisprimary order by array_position(i.indkey::int2[], a.attnum)`.execute(
    trx,
  );
  const order = sql.join(keys.map(({ name }) => sql`t.${sql.ref(name)}`));
  for (let at = 0; ; at += PART) {
    const { rows } = await sql<{ row: Row }>`
      select ${row} as row from ${from} where t.athlete_id = ${athleteId} order by ${order} limit ${PART} offset ${at}`.execute(
      trx,
    );
    if (rows.length > 0) yield rows.map((one) => one.row);
    if (rows.length < PART) return;
  }
}

const CSVS: Readonly<Partial<Record<Table, { file: string; read: (row: Row) => Record<string, unknown> }>>> =
  {
    weigh_in: {
      file: 'mornings',
      read: ({ day, kg, deleted_at }) => ({ day, kg, deleted: deleted_at !== null }),
    },
    portion: {
      file: 'portions',
      read: (row) => {
        const food = row.food as { name: string; state: string; per100g: NutrientVector };
        const held = perGrams(food.per100g, Number(row.grams ?? 0));
        return {
          meal: row.meal_id,
          food: food.name,
          state: food.state,
          grams: row.grams,
          planned_grams: row.planned_grams,
          method: row.method,
          protein_g: held.PROCNT,
          fat_g: held.FAT,
          carbohydrate_g: held.CHOCDF,
          fibre_g: held.FIBTG,
          sodium_mg: held.NA,
          deleted: row.deleted_at !== null,
        };
      },
    },
    meal: {
      file: 'meals',
      read: ({ id, day, time, eaten, deleted_at }) => ({
        meal: id,
        day,
        time,
        eaten,
        deleted: deleted_at !== null,
      }),
    },
    change_order: {
      file: 'orders',
      read: ({ signed_at, from_date, until_date, macro, change, reason, signed_as }) => {
        const { kind, amount } = change as { kind: string; amount: number };
        return {
          signed_at,
          from: from_date,
          until: until_date,
          what: macro,
          how: kind,
          amount,
          reason,
          signed_by: signed_as ?? 'self',
        };
      },
    },
    note: {
      file: 'notes',
      read: ({ day, text, author_as, created_at }) => ({ day, text, by: author_as ?? 'self', created_at }),
    },
  };

/** A part of a table for a spreadsheet: RFC 4180, and nothing that a spreadsheet would take for a formula. */
const csvOf = (rows: readonly Record<string, unknown>[], header: boolean): string =>
  Papa.unparse(rows as Record<string, unknown>[], { header, escapeFormulae: /^[=+\-@\t\r]/ }) + '\r\n';

const readme = (name: string): string => `Everything of ${name}, out of Maul.

maul.json       what this file is, and how many rows each table has
schema.json     the JSON Schema of the tables
tables/*.json   every row of yours, also what was replaced or deleted, in the order of its keys
csv/*.csv       meals, portions, mornings, orders and notes for a spreadsheet; a portion names its meal by its id
letters/*.pdf   the letter of each week that you sent, with its answers
pictures/*.jpg  your pictures, each by the id that it has in tables/body_picture.json

A new account of Maul, here or elsewhere, reads this file back before anything else is in it.

Left out:
${Object.entries(LEFT_OUT)
  .map(([table, why]) => `  ${table}: ${why}`)
  .join('\n')}
`;

/**
 * Writes everything of one athlete into a ZIP. All of it is as it stood at one moment, which is for the caller's transaction to see to. `progress` hears
 * of rows, pictures and letters as they are done.
 */
export const writeEverything = async (
  trx: AppTransaction,
  who: { athleteId: string; name: string },
  to: { path: string; letters: AsyncIterable<{ name: string; pdf: Buffer }> },
  progress: (done: number, of: number) => void,
): Promise<void> => {
  const { athleteId, name } = who;
  const counts: Record<string, number> = {};
  for (const table of TABLES) {
    const { rows } = await sql<{ n: string }>`
      select count(*) as n from ${sql.table(table)} t where t.athlete_id = ${athleteId}`.execute(trx);
    counts[table] = Number(rows[0]?.n ?? 0);
  }
  // Who has signed out while it waited sees nothing: an empty file would pass for a whole one.
  if (counts.athlete !== 1) throw new Error('the athlete could not be read');
  const { rows } = await sql<{ id: string }>`
    select id from body_picture where athlete_id = ${athleteId} order by id`.execute(trx);
  const pictures: string[] = [];
  // One whose file is gone goes along as a row.
  for (const { id } of rows) if ((await arrived(filePath(athleteId, id))) > 0) pictures.push(id);
  const of = Object.values(counts).reduce((a, b) => a + b, pictures.length + (counts.check_in ?? 0));
  let done = 0;
  const did = (n: number): void => progress((done += n), of);
  const zip = new yazl.ZipFile();
  const written = pipeline(zip.outputStream, createWriteStream(to.path, { mode: 0o600 }));
  const manifest: Manifest = {
    format: FORMAT,
    version: FORMAT_VERSION,
    core: CORE_VERSION,
    madeAt: new Date().toISOString(),
    name,
    tables: counts,
    pictures: pictures.length,
  };
  const put = (text: string, file: string): void => zip.addBuffer(Buffer.from(text, 'utf8'), file);
  // What fails is heard where it is waited for.
  zip.on('error', (error) => (zip.outputStream as Readable).destroy(error as Error));
  try {
    put(readme(name), 'README.txt');
    put(`${JSON.stringify(manifest, null, 2)}\n`, 'maul.json');
    put(`${JSON.stringify(schemaOf(await columnsOf(trx)), null, 2)}\n`, 'schema.json');
    for (const table of TABLES) {
      const csv = CSVS[table];
      const lines: string[] = [];
      const text = async function* (): AsyncGenerator<string> {
        let first = true;
        yield '[';
        for await (const rows of partsOf(trx, athleteId, table)) {
          for (const row of rows) {
            yield `${first ? '' : ','}\n${JSON.stringify(row)}`;
            first = false;
          }
          if (csv) lines.push(csvOf(rows.map(csv.read), lines.length === 0));
          did(rows.length);
        }
        yield '\n]\n';
      };
      // One after the other: they share one transaction, and the ZIP takes them in turn.
      await new Promise<void>((over, failed) => {
        const stream = Readable.from(text());
        stream.on('error', failed);
        stream.on('end', over);
        zip.addReadStream(stream, `tables/${table}.json`);
      });
      if (csv && lines.length > 0) put(lines.join(''), `csv/${csv.file}.csv`);
    }
    for (const id of pictures) {
      zip.addFile(filePath(athleteId, id), `pictures/${id}.jpg`, { compress: false });
      did(1);
    }
    for await (const { name, pdf } of to.letters) {
      zip.addBuffer(pdf, `letters/${name}`, { compress: false });
      did(1);
    }
    zip.end();
    await written;
  } catch (error) {
    (zip.outputStream as Readable).destroy();
    await written.catch(() => undefined);
    throw error;
  }
};
