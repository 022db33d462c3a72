import { acknowledgeOrder, signOrder } from './orders.ts';
import { athleteOf } from '../people/index.ts';
import { ordersFor } from './store/orders.ts';
import type { Router } from 'express';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';

/** Orders: read, signed, acknowledged. */
export const mountOrders = (router: Router, house: Services): void => {
  mount(router, house, 'orders', ({ params, acting }) =>
    acting(async (trx) => {
      await athleteOf(trx, params.athleteId);
      return { orders: await ordersFor(trx, params.athleteId, 'all') };
    }),
  );

  mount(router, house, 'signOrder', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const there = (await ordersFor(trx, params.athleteId, 'all')).find((o) => o.id === params.id);
      if (there) {
        if (there.reason === body.reason && there.from === body.from && there.signedBy === signed().personId)
          return there;
        throw new ProblemError(
          'id-taken',
          'This order is signed already; a signed order is never changed. Sign a new one.',
        );
      }
      return signOrder(trx, params.athleteId, params.id, body, signed().personId);
    }),
  );

  mount(router, house, 'acknowledge', ({ params, acting, signed }) =>
    acting((trx) => acknowledgeOrder(trx, params.athleteId, params.id, signed().personId)),
  );
};
