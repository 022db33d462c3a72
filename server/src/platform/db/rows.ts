import type { Selectable } from 'kysely';
import type { z } from 'zod';
import type { VersionedTables } from './schema.ts';

/** `plannedGrams` as the database writes it: `planned_grams`. */
type Snake<S extends string> = S extends `${infer Head}${infer Tail}`
  ? Head extends Lowercase<Head>
    ? `${Head}${Snake<Tail>}`
    : `_${Lowercase<Head>}${Snake<Tail>}`
  : S;
const columnOf = (field: string): string => field.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

/** What every versioned row has, whatever it says. */
type Frame = 'id' | 'version' | 'deleted';
/** What a row says, without its id, its version and whether it is there. */
export type ContentOf<Out> = Omit<Out, Frame>;
/** The columns that the fields of a row are kept in. */
export type ColumnsOf<Out> = {
  [Field in keyof ContentOf<Out> & string as Snake<Field>]: Out[Field & keyof Out];
};

/** A table whose columns are the fields of one schema of the contract, read and written by its names. */
export interface RowCodec<Out, Row = never> {
  table: keyof VersionedTables;
  /** A row of the table as the contract shows it. */
  read: (row: Row) => Out;
  /** The columns of a row, by name. */
  write: (content: ContentOf<Out>) => Record<string, unknown>;
}

/**
 * Joins a table to the schema of its rows. The fields are spelled once, in the schema; a field for which the table has no column of
 * the same type does not compile: the call then asks for a third argument that names the columns in question.
 */
export const rowCodec = <Table extends keyof VersionedTables, S extends z.ZodObject>(
  table: Table,
  schema: S,
  ..._columns: Selectable<VersionedTables[Table]> extends ColumnsOf<z.output<S>>
    ? []
    : [wanting: ColumnsOf<z.output<S>>]
): RowCodec<z.output<S>, Selectable<VersionedTables[Table]>> => {
  const frame: readonly string[] = ['id', 'version', 'deleted'] satisfies Frame[];
  const fields = Object.keys(schema.shape).filter((field) => !frame.includes(field));
  return {
    table,
    read: (row) => {
      const columns = row as Record<string, unknown> & { deleted_at: string | null };
      return {
        ...Object.fromEntries(fields.map((field) => [field, columns[columnOf(field)]])),
        id: columns.id,
        version: columns.version,
        deleted: columns.deleted_at !== null,
      } as z.output<S>;
    },
    write: (content) =>
      Object.fromEntries(
        fields.map((field) => [columnOf(field), (content as Record<string, unknown>)[field]]),
      ),
  };
};
