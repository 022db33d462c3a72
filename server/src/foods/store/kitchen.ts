import type { KitchenContainer, YieldSeen } from '@maul/contract/foods';
import { sql, type Selectable } from 'kysely';
import type { ContainerTable, YieldSeenTable } from '../../platform/db/schema.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';

export const toContainer = (row: Selectable<ContainerTable>): KitchenContainer => ({
  id: row.id,
  name: row.name,
  grams: row.grams,
  version: row.version,
  deleted: row.deleted_at !== null,
});

export const toYield = (row: Selectable<YieldSeenTable>): YieldSeen => ({
  id: row.id,
  foodId: row.food_id,
  foodName: row.food_name,
  method: row.method,
  rawGrams: row.raw_grams,
  cookedGrams: row.cooked_grams,
  day: row.day,
  version: row.version,
  deleted: row.deleted_at !== null,
});

/** Containers and yields that are remembered. */
export const kitchenOf = async (trx: AppTransaction, athleteId: string) => {
  const containers = await trx
    .selectFrom('container')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('deleted_at', 'is', null)
    .orderBy('name')
    .execute();
  const yields = await trx
    .selectFrom('yield_seen')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('deleted_at', 'is', null)
    .orderBy('id')
    .execute();
  return { containers: containers.map(toContainer), yields: yields.map(toYield) };
};

/** Says of a food whether it is a lever and whether it is in stock. */
export const markFood = (
  trx: AppTransaction,
  athleteId: string,
  foodId: string,
  mark: { lever: boolean; inStock: boolean },
) =>
  sql`insert into food_mark (athlete_id, food_id, lever, in_stock)
    values (${athleteId}, ${foodId}, ${mark.lever}, ${mark.inStock})
    on conflict (athlete_id, food_id) do update
      set lever = excluded.lever, in_stock = excluded.in_stock, updated_at = now()`.execute(trx);
