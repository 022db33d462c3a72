import { ImportOptions, type FoodImport, type ImportReject } from '@maul/contract/foods';
import { sql, type Selectable } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';
import type { AppDatabase } from '../../platform/db/schema.ts';
import { ProblemError } from '../../platform/http/problems.ts';

type Row = Selectable<AppDatabase['food_import']>;
export interface Key {
  athleteId: string;
  id: string;
}

export const toImport = (row: Row): FoodImport => ({
  id: row.id,
  fileName: row.file_name,
  bytes: Number(row.bytes),
  received: Number(row.received),
  options: row.options === null ? null : ImportOptions.parse(row.options),
  state: row.state as FoodImport['state'],
  read: row.read,
  kept: row.kept,
  duplicates: row.duplicates,
  rejected: row.rejected,
  part: row.part,
  sentence: row.sentence,
  createdAt: row.created_at,
});

export const importOf = async (trx: AppTransaction, { athleteId, id }: Key): Promise<Row> => {
  const row = await trx
    .selectFrom('food_import')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('id', '=', id)
    .executeTakeFirst();
  if (!row) throw new ProblemError('not-found', 'There is no such import.');
  return row;
};

export const importsOf = (trx: AppTransaction, athleteId: string): Promise<Row[]> =>
  trx
    .selectFrom('food_import')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .orderBy('created_at', 'desc')
    .limit(100)
    .execute();

export const changeImport = async (
  trx: AppTransaction,
  key: Key,
  change: Partial<Omit<Row, 'options'>> & { options?: ImportOptions },
): Promise<Row> => {
  const { options, ...rest } = change;
  const row = await trx
    .updateTable('food_import')
    .set({
      ...rest,
      ...(options === undefined ? {} : { options: JSON.stringify(options) }),
      updated_at: sql`now()`,
    })
    .where('athlete_id', '=', key.athleteId)
    .where('id', '=', key.id)
    .returningAll()
    .executeTakeFirst();
  if (!row) throw new ProblemError('not-found', 'There is no such import.');
  return row;
};

/** What became of an import that runs no more; one that ended by itself meanwhile stays as it ended. */
export const endRunning = (
  trx: AppTransaction,
  key: Key,
  end: { state: 'stopped' | 'failed'; sentence: string },
) =>
  trx
    .updateTable('food_import')
    .set({ ...end, updated_at: sql`now()` })
    .where('athlete_id', '=', key.athleteId)
    .where('id', '=', key.id)
    .where('state', '=', 'running')
    .execute();

export const rejectsOf = (trx: AppTransaction, { athleteId, id }: Key): Promise<ImportReject[]> =>
  trx
    .selectFrom('food_import_reject')
    .select(['line', 'what', 'reason'])
    .where('athlete_id', '=', athleteId)
    .where('import_id', '=', id)
    .orderBy('n')
    .limit(1000)
    .execute();

/** Which of these foods an earlier import of this person holds already. */
export const knownKeys = async (trx: AppTransaction, id: string, keys: string[]): Promise<Set<string>> => {
  if (keys.length === 0) return new Set();
  const { rows } = await sql<{ key: string }>`
    select k as key from known_food_keys(${keys}::text[], ${id}::uuid) k`.execute(trx);
  return new Set(rows.map((r) => r.key));
};

/** Announces a file; the same announcement twice is one. */
export const addImport = (trx: AppTransaction, key: Key, file: { fileName: string; bytes: number }) =>
  sql`insert into food_import (athlete_id, id, file_name, bytes)
    values (${key.athleteId}, ${key.id}, ${file.fileName}, ${file.bytes})
    on conflict (athlete_id, id) do nothing`.execute(trx);

/** Takes an import away with all its foods. */
export const deleteImport = (trx: AppTransaction, key: Key) =>
  trx.deleteFrom('food_import').where('athlete_id', '=', key.athleteId).where('id', '=', key.id).execute();
