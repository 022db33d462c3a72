import { containerRows, yieldRows, kitchenOf, markFood } from './store/kitchen.ts';
import { putRow } from '../platform/db/versioned.ts';
import type { Router } from 'express';
import { mount, type Services } from '../platform/http/mount.ts';

/** What the kitchen remembers: containers, yields, and which foods are levers or in stock. */
export const mountKitchen = (router: Router, house: Services): void => {
  mount(router, house, 'kitchen', ({ params: { athleteId }, acting }) =>
    acting((trx) => kitchenOf(trx, athleteId)),
  );
  mount(router, house, 'putContainer', ({ params, body, acting }) =>
    acting((trx) => putRow(trx, containerRows, params, body)),
  );
  mount(router, house, 'putYield', ({ params, body, acting }) =>
    acting((trx) => putRow(trx, yieldRows, params, body)),
  );
  mount(router, house, 'markFood', ({ params: { athleteId, foodId }, body, acting }) =>
    acting(async (trx) => {
      await markFood(trx, athleteId, foodId, body);
      return body;
    }),
  );
};
