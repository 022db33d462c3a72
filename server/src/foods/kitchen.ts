import { kitchenOf, markFood, toContainer, toYield } from './store/kitchen.ts';
import type { Router } from 'express';
import { putVersioned } from '../platform/db/versioned.ts';
import { mount, type House } from '../platform/http/mount.ts';

/** What the kitchen remembers: containers, yields, and which foods are levers or in stock. */
export const mountKitchen = (router: Router, house: House): void => {
  mount(router, house, 'kitchen', ({ params: { athleteId }, acting }) =>
    acting((trx) => kitchenOf(trx, athleteId)),
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
      await markFood(trx, athleteId, foodId, body);
      return body;
    }),
  );
};
