import type { KitchenContainer, YieldSeen } from '@maul/contract/foods';
import type { Router } from 'express';
import { sql, type Selectable } from 'kysely';
import type { ContainerTable, YieldSeenTable } from '../platform/db/schema.ts';
import { putVersioned } from '../platform/db/versioned.ts';
import { mount, type House } from '../platform/http/mount.ts';

const toContainer = (row: Selectable<ContainerTable>): KitchenContainer => ({
  id: row.id,
  name: row.name,
  grams: row.grams,
  version: row.version,
  deleted: row.deleted_at !== null,
});

const toYield = (row: Selectable<YieldSeenTable>): YieldSeen => ({
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

/** What the kitchen remembers: containers, yields, and which foods are levers or in stock. */
export const mountKitchen = (router: Router, house: House): void => {
  mount(router, house, 'kitchen', ({ params: { athleteId }, acting }) =>
    acting(async (trx) => {
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
    }),
  );
  mount(router, house, 'putContainer', ({ params, body: { base, deleted, ...values }, acting }) =>
    acting((trx) => putVersioned(trx, 'container', params, base, deleted, values, toContainer)),
  );
  mount(router, house, 'putYield', ({ params, body, acting }) =>
    acting((trx) =>
      putVersioned(
        trx,
        'yield_seen',
        params,
        body.base,
        body.deleted,
        {
          food_id: body.foodId,
          food_name: body.foodName,
          method: body.method,
          raw_grams: body.rawGrams,
          cooked_grams: body.cookedGrams,
          day: body.day,
        },
        toYield,
      ),
    ),
  );
  mount(router, house, 'markFood', ({ params: { athleteId, foodId }, body, acting }) =>
    acting(async (trx) => {
      await sql`insert into food_mark (athlete_id, food_id, lever, in_stock)
        values (${athleteId}, ${foodId}, ${body.lever}, ${body.inStock})
        on conflict (athlete_id, food_id) do update
          set lever = excluded.lever, in_stock = excluded.in_stock, updated_at = now()`.execute(trx);
      return body;
    }),
  );
};
