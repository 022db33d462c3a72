import { isDeepStrictEqual } from 'node:util';
import { sql } from 'kysely';
import type { AppTransaction } from './connect.ts';
import { ProblemError } from '../http/problems.ts';
import type { ContentOf, RowCodec } from './rows.ts';
import type { VersionedTables } from './schema.ts';

type Values = Record<string, unknown>;
interface Row extends Values {
  version: number;
  deleted_at: string | null;
}

const asColumn = (value: unknown) =>
  value !== null && typeof value === 'object' ? sql`${JSON.stringify(value)}::jsonb` : sql`${value}`;

/**
 * Writes a row so that the same request may come twice. `base` is the version the change was made from, 0 for a new row.
 * The same content again answers the row as it is; a change from an older version throws `stale` with the present row and
 * writes nothing. `values` are the columns by name; `toContract` turns a row into what the caller may see.
 */
export const putVersioned = async <Out>(
  trx: AppTransaction,
  table: keyof VersionedTables,
  key: { athleteId: string; id: string },
  base: number,
  deleted: boolean,
  values: Values,
  toContract: (row: never) => Out,
): Promise<Out> => {
  const names = Object.keys(values);
  const target = sql.table(table);
  const columns = sql.join(names.map((name) => sql.ref(name)));
  const row = base === 0 ? await insert() : await update();
  if (row) return toContract(row as never);

  const { rows } = await sql<Row>`
    select * from ${target} where athlete_id = ${key.athleteId} and id = ${key.id}`.execute(trx);
  const current = rows[0];
  if (!current) {
    if (base === 0) throw new ProblemError('id-taken', 'This id is in use already. Nothing was overwritten.');
    throw new ProblemError('not-found', 'There is nothing here to change.');
  }
  const same =
    (current.deleted_at !== null) === deleted &&
    names.every((name) => isDeepStrictEqual(current[name], values[name]));
  if (same) return toContract(current as never);
  if (current.version === base) throw new ProblemError('not-allowed', 'This is not yours to change.');
  throw new ProblemError(
    'stale',
    'This was changed elsewhere in the meantime. Nothing was overwritten; here is how it stands now.',
    { current: toContract(current as never), changed: await changedBy(current.version - 1) },
  );

  /** When and from where the row of a version was replaced. */
  async function changedBy(version: number): Promise<{ at: string; from: string | null } | undefined> {
    const found = await sql<{ at: string; from: string | null }>`
      select replaced_at as at, replaced_from as "from" from row_history
      where athlete_id = ${key.athleteId} and table_name = ${table} and row_id = ${key.id} and version = ${version}`.execute(
      trx,
    );
    return found.rows[0];
  }

  async function insert(): Promise<Row | undefined> {
    const result = await sql<Row>`
      insert into ${target} (athlete_id, id, deleted_at, ${columns})
      values (${key.athleteId}, ${key.id}, ${deleted ? sql`now()` : null}, ${sql.join(names.map((n) => asColumn(values[n])))})
      on conflict (athlete_id, id) do nothing returning *`.execute(trx);
    return result.rows[0];
  }
  async function update(): Promise<Row | undefined> {
    const set = sql.join(names.map((name) => sql`${sql.ref(name)} = ${asColumn(values[name])}`));
    const result = await sql<Row>`
      update ${target} set ${set}, version = version + 1, updated_at = now(),
        deleted_at = ${deleted ? sql`coalesce(deleted_at, now())` : null}
      where athlete_id = ${key.athleteId} and id = ${key.id} and version = ${base} returning *`.execute(trx);
    return result.rows[0];
  }
};

/** Writes a row of a table whose columns are the fields of its schema; see `putVersioned` for what it promises. */
export const putRow = <Out>(
  trx: AppTransaction,
  codec: RowCodec<Out>,
  key: { athleteId: string; id: string },
  { base, deleted, ...content }: ContentOf<Out> & { base: number; deleted: boolean },
): Promise<Out> =>
  putVersioned(
    trx,
    codec.table,
    key,
    base,
    deleted,
    codec.write(content as unknown as ContentOf<Out>),
    codec.read,
  );
