import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { join } from 'node:path';
import ts from 'typescript';
import { openTestHouse, type TestHouse } from '../../testing/house.ts';

/** What a file of the schema says of the tables: each column, and whether it may be null when it is read. */
const declared = (name: string, database: string): Record<string, Record<string, boolean>> => {
  const file = join(import.meta.dirname, name);
  const program = ts.createProgram([file], {
    strict: true,
    noEmit: true,
    skipLibCheck: true,
    target: ts.ScriptTarget.ES2023,
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    allowImportingTsExtensions: true,
    types: [],
  });
  const checker = program.getTypeChecker();
  const source = program.getSourceFile(file);
  if (!source) throw new Error(`${name} is not where it was`);
  const typeOf = (symbol: ts.Symbol): ts.Type => checker.getTypeOfSymbolAtLocation(symbol, source);
  /** A ColumnType is read as its first part. */
  const readType = (type: ts.Type): ts.Type => {
    const select = type.getProperty('__select__');
    return select ? typeOf(select) : type;
  };
  const tables: Record<string, Record<string, boolean>> = {};
  for (const symbol of checker.getExportsOfModule(checker.getSymbolAtLocation(source) as ts.Symbol)) {
    if (symbol.name !== database) continue;
    for (const table of checker.getDeclaredTypeOfSymbol(symbol).getProperties())
      for (const column of typeOf(table).getProperties()) {
        const type = readType(typeOf(column));
        const nullable = type.isUnion() && type.types.some((t) => (t.flags & ts.TypeFlags.Null) !== 0);
        (tables[table.name] ??= {})[column.name] = nullable;
      }
  }
  return tables;
};

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
});
afterAll(() => house.close());

describe('the tables as the code knows them', () => {
  const tables = {
    ...declared('schema.ts', 'AppDatabase'),
    ...declared('accountsSchema.ts', 'AccountsDatabase'),
  };
  test('there are tables', () => expect(Object.keys(tables).length).toBeGreaterThan(15));
  test.each(Object.entries(tables))(
    '%s has the columns that it has in the database',
    async (table, columns) => {
      const { rows } = await sql<{ name: string; nullable: boolean }>`
      select a.attname as name, not a.attnotnull as nullable from pg_attribute a
      where a.attrelid = ${table}::regclass and a.attnum > 0 and not a.attisdropped and a.attgenerated = ''`.execute(
        house.owner,
      );
      const live = Object.fromEntries(rows.map((row) => [row.name, row.nullable]));
      // A column that the code does not read may stay unnamed; one that it names must be there, and be null only where it says so.
      expect(Object.fromEntries(Object.keys(columns).map((name) => [name, live[name]]))).toEqual(columns);
      const unnamed = rows.filter((row) => !(row.name in columns)).map((row) => row.name);
      expect(unnamed).toEqual(UNREAD[table] ?? []);
    },
  );
});

/** Columns that only the database itself reads. */
const UNREAD: Readonly<Record<string, string[]>> = {};
