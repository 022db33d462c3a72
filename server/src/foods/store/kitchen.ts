import { rowCodec } from '../../platform/db/rows.ts';
import { KitchenContainer, YieldSeen } from '@maul/contract/foods';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

export const containerRows = rowCodec('container', KitchenContainer);
export const yieldRows = rowCodec('yield_seen', YieldSeen);

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
  return {
    containers: containers.map((row) => containerRows.read(row)),
    yields: yields.map((row) => yieldRows.read(row)),
  };
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
