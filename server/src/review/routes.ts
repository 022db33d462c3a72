import type { Router } from 'express';
import { mount, type House } from '../http/mount.ts';
import { ProblemError } from '../http/problems.ts';
import { athleteOf, ordersFor } from '../season/index.ts';
import { checkOrder, orderById } from './orders.ts';
import { roster } from './roster.ts';

export const mountReview = (router: Router, house: House): void => {
  mount(router, house, 'roster', async ({ acting, signed }) => ({
    athletes: await acting((trx) => roster(trx, signed().personId)),
  }));

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
      await checkOrder(
        trx,
        params.athleteId,
        { ...body, id: params.id, signedAt: new Date().toISOString() },
        body.confirmed,
      );
      await trx
        .insertInto('change_order')
        .values({
          athlete_id: params.athleteId,
          id: params.id,
          phase_id: body.phaseId,
          from_date: body.from,
          until_date: body.until,
          day_types: body.dayTypes,
          macro: body.macro,
          change: JSON.stringify(body.change),
          reason: body.reason,
          confirmed: body.confirmed,
          signed_by: signed().personId,
        })
        .execute();
      return orderById(trx, params.athleteId, params.id);
    }),
  );

  mount(router, house, 'acknowledge', ({ params, acting }) =>
    acting(async (trx) => {
      await orderById(trx, params.athleteId, params.id);
      await trx
        .insertInto('order_acknowledgement')
        .values({ athlete_id: params.athleteId, order_id: params.id })
        .onConflict((conflict) => conflict.columns(['athlete_id', 'order_id']).doNothing())
        .execute();
      return orderById(trx, params.athleteId, params.id);
    }),
  );
};
