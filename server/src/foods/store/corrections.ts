import type { FoodVersions, PortionFood } from '@maul/contract/foods';
import { afterCooking } from '@maul/core/foods';
import { sql, type Selectable } from 'kysely';
import type { z } from 'zod';
import type { AppTransaction } from '../../platform/db/connect.ts';
import type { CorrectedPortion, FoodOwnTable } from '../../platform/db/schema.ts';
import { ProblemError } from '../../platform/http/problems.ts';

type Row = Selectable<FoodOwnTable>;
interface Key {
  athleteId: string;
  id: string;
}

const foodOf = async (trx: AppTransaction, { athleteId, id }: Key): Promise<Row> => {
  const row = await trx
    .selectFrom('food_own')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('id', '=', id)
    .executeTakeFirst();
  if (!row) throw new ProblemError('not-found', 'There is no such own food.');
  return row;
};

const portionsOfFood = (trx: AppTransaction, { athleteId, id }: Key) =>
  sql<{ id: string; food: PortionFood; version: number }>`
    select id, food, version from portion
    where athlete_id = ${athleteId} and food ->> 'id' = ${id} and deleted_at is null order by id`
    .execute(trx)
    .then((r) => r.rows);

/** The copy a portion keeps, with the present figures; what was cooked from it is reckoned anew by the same yield. */
const corrected = (old: PortionFood, row: Row): PortionFood => ({
  ...old,
  name: row.name,
  state: old.yield ? old.state : (row.state as PortionFood['state']),
  source: old.yield ? old.source : row.source,
  per100g: old.yield ? afterCooking(row.per100g, old.yield.factor, old.yield.fatDrained) : row.per100g,
  label: row.details.label ?? null,
  version: row.version,
});

/** The versions that an own food had, the present one first, and how many past portions keep an older one. */
export const foodVersions = async (trx: AppTransaction, key: Key): Promise<z.infer<typeof FoodVersions>> => {
  const row = await foodOf(trx, key);
  const { rows } = await sql<{ version: number; replaced: Row; replaced_at: string }>`
    select version, replaced, replaced_at from row_history
    where athlete_id = ${key.athleteId} and table_name = 'food_own' and row_id = ${key.id}
    order by version desc limit 50`.execute(trx);
  const portions = await portionsOfFood(trx, key);
  return {
    versions: [
      { ...row, until: null },
      ...rows.map(({ replaced, replaced_at, version }) => ({ ...replaced, version, until: replaced_at })),
    ].map(({ version, until, name, state, per100g }) => ({
      version,
      until,
      name,
      state: state as PortionFood['state'],
      per100g,
    })),
    older: portions.filter((p) => (p.food.version ?? 1) < row.version).length,
  };
};

/** Writes the food of one portion when it still has the version named; says whether it had. */
const write = async (trx: AppTransaction, athleteId: string, id: string, from: number, food: PortionFood) => {
  const { rows } = await sql<{ version: number }>`
    update portion set food = ${JSON.stringify(food)}::jsonb, version = version + 1, updated_at = now()
    where athlete_id = ${athleteId} and id = ${id} and version = ${from} returning version`.execute(trx);
  return rows[0]?.version;
};

/** Brings past portions to the food's present figures. Safe to repeat: a correction that is there already is answered as it is. */
export const correctPast = async (trx: AppTransaction, key: Key, correctionId: string) => {
  const known = await trx
    .selectFrom('food_correction')
    .selectAll()
    .where('athlete_id', '=', key.athleteId)
    .where('id', '=', correctionId)
    .executeTakeFirst();
  if (known) return { id: correctionId, portions: known.portions.length, kept: 0 };
  const row = await foodOf(trx, key);
  const changed: CorrectedPortion[] = [];
  for (const portion of await portionsOfFood(trx, key)) {
    if ((portion.food.version ?? 1) >= row.version) continue;
    const version = await write(
      trx,
      key.athleteId,
      portion.id,
      portion.version,
      corrected(portion.food, row),
    );
    if (version !== undefined) changed.push({ id: portion.id, food: portion.food, version });
  }
  await trx
    .insertInto('food_correction')
    .values({
      athlete_id: key.athleteId,
      id: correctionId,
      food_id: key.id,
      portions: JSON.stringify(changed),
      undone_at: null,
    })
    .execute();
  return { id: correctionId, portions: changed.length, kept: 0 };
};

/** Gives each portion its former food back, unless the portion was changed since. Safe to repeat. */
export const undoCorrection = async (trx: AppTransaction, key: Key, correctionId: string) => {
  const found = await trx
    .selectFrom('food_correction')
    .selectAll()
    .where('athlete_id', '=', key.athleteId)
    .where('id', '=', correctionId)
    .where('food_id', '=', key.id)
    .executeTakeFirst();
  if (!found) throw new ProblemError('not-found', 'There is no such correction.');
  if (found.undone_at !== null) return { id: correctionId, portions: 0, kept: 0 };
  let back = 0;
  for (const portion of found.portions)
    if ((await write(trx, key.athleteId, portion.id, portion.version, portion.food)) !== undefined) back += 1;
  await trx
    .updateTable('food_correction')
    .set({ undone_at: sql`now()` })
    .where('athlete_id', '=', key.athleteId)
    .where('id', '=', correctionId)
    .execute();
  return { id: correctionId, portions: back, kept: found.portions.length - back };
};
