import { expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { openTestHouse } from '../../testing/house.ts';
import { migrate } from './migrate.ts';

type Row = Record<string, unknown>;

/** Rows of every table of a house as it stood at a landed version: an invented athlete's last days, their coach, whom they eat with. */
const landed = JSON.parse(
  gunzipSync(readFileSync(join(import.meta.dirname, '../../testing/landed.json.gz'))).toString(),
) as { migration: '0010_ways_back'; tables: Record<string, Row[]> };

/** What a later step changes on purpose, table by table: the columns that it need not leave as they were. */
const CHANGED: Record<string, string[]> = {};

test('a house of a landed version is migrated, and each of its rows says what it said', async () => {
  const house = await openTestHouse();
  const { owner } = house;
  const run = (text: string) => sql.raw(text).execute(owner);
  await run('drop schema public cascade');
  await run('create schema public');
  await migrate(owner, landed.migration);
  await owner.connection().execute(async (one) => {
    // As they were written, in whatever order: no trigger adds to them.
    await sql`set session_replication_role = replica`.execute(one);
    for (const [table, rows] of Object.entries(landed.tables)) {
      if (rows.length === 0) throw new Error(`The landed house holds no row of ${table}.`);
      const columns = sql.join(Object.keys(rows[0] as Row).map((name) => sql.ref(name)));
      await sql`insert into ${sql.table(table)} (${columns})
        select ${columns} from jsonb_populate_recordset(null::${sql.table(table)}, ${JSON.stringify(rows)}::jsonb)`.execute(
        one,
      );
    }
    await sql`set session_replication_role = origin`.execute(one);
  });

  await migrate(owner);

  for (const [table, rows] of Object.entries(landed.tables)) {
    const now = await sql<{ row: Row }>`select to_jsonb(t) as row from ${sql.table(table)} t`.execute(owner);
    const kept = Object.keys(rows[0] as Row).filter((name) => !CHANGED[table]?.includes(name));
    const said = (row: Row) => JSON.stringify(kept.map((name) => row[name]));
    expect({ table, rows: now.rows.map(({ row }) => said(row)).sort() }).toEqual({
      table,
      rows: rows.map(said).sort(),
    });
  }
  // A second start does nothing more.
  expect(await migrate(owner)).toEqual([]);
  await house.close();
});

/** The step that the last landed version ends with; it moves on when this one has landed. */
const LAST_LANDED = '0026_standing_named';

test('the last landed version works beside this one for a while: since it, a database has only been added to', async () => {
  const house = await openTestHouse();
  const { owner } = house;
  await sql`drop schema public cascade`.execute(owner);
  await sql`create schema public`.execute(owner);
  await migrate(owner, LAST_LANDED);
  interface Column {
    place: string;
    type: string;
    asked: boolean;
  }
  const columns = async (): Promise<Map<string, Column>> => {
    const { rows } = await sql<Column>`
      select table_name || '.' || column_name as place, data_type as type,
        is_nullable = 'NO' and column_default is null and is_generated = 'NEVER' and is_identity = 'NO' as asked
      from information_schema.columns where table_schema = 'public'`.execute(owner);
    return new Map(rows.map((row) => [row.place, row]));
  };
  const functions = async (): Promise<string[]> => {
    const { rows } = await sql<{ name: string }>`
      select p.oid::regprocedure::text || ' ' || pg_get_function_result(p.oid) as name
      from pg_proc p join pg_namespace n on n.oid = p.pronamespace where n.nspname = 'public' and p.prokind = 'f'
        and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e')`.execute(owner);
    return rows.map((row) => row.name);
  };
  const [before, could] = [await columns(), await functions()];
  await migrate(owner);
  const [after, can] = [await columns(), await functions()];
  const tables = new Set([...before.keys()].map((place) => place.split('.')[0]));
  for (const [place, { type }] of before)
    expect({ place, type: after.get(place)?.type }).toEqual({ place, type });
  expect(could.filter((name) => !can.includes(name))).toEqual([]);
  // A new column of a table that the older version writes must not ask for what it does not know.
  const asked = [...after.values()].filter(
    (c) => c.asked && tables.has(c.place.split('.')[0]) && !before.has(c.place),
  );
  expect(asked).toEqual([]);
  await house.close();
});
