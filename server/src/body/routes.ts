import type { Router } from 'express';
import { athleteOf, todayOf } from '../people/index.ts';
import { goesWithOf } from './goesWith.ts';
import { putRow } from '../platform/db/versioned.ts';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { signMovement } from './movement.ts';
import { mountPictures } from './pictures/routes.ts';
import { movementOrders, readMovement } from './store/movement.ts';
import { measuresOf, weighInRows } from './store/weighIns.ts';
import type { PlanTold } from './ledger.ts';
import { trendOf } from './trend.ts';

/** `plan` is what this room is told of seasons and orders: the plan itself asks here for the body. */
export const mountBody = (router: Router, house: Services, plan: PlanTold): void => {
  mount(router, house, 'putWeighIn', ({ params, body, acting }) =>
    acting((trx) => putRow(trx, weighInRows, params, body)),
  );
  mount(router, house, 'trend', ({ params, query, acting }) =>
    acting(async (trx) => trendOf(trx, await athleteOf(trx, params.athleteId), query, plan)),
  );
  mount(router, house, 'measures', ({ params, acting }) =>
    acting(async (trx) => {
      await athleteOf(trx, params.athleteId);
      return { measures: await measuresOf(trx, params.athleteId) };
    }),
  );
  mount(router, house, 'goesWith', ({ params, acting }) =>
    acting(async (trx) => goesWithOf(trx, params.athleteId, todayOf(await athleteOf(trx, params.athleteId)))),
  );
  mountPictures(router, house);
  mount(router, house, 'movementOrders', ({ params, acting }) =>
    acting(async (trx) => {
      await athleteOf(trx, params.athleteId);
      return { orders: await movementOrders(trx, params.athleteId) };
    }),
  );
  mount(router, house, 'signMovement', ({ params, body, acting, signed }) =>
    acting((trx) => signMovement(trx, params.athleteId, params.id, body, signed().personId)),
  );
  mount(router, house, 'acknowledgeMovement', ({ params, acting, signed }) =>
    acting((trx) => {
      if (signed().personId !== params.athleteId)
        throw new ProblemError('not-allowed', 'Only the athlete acknowledges an order. Nothing was changed.');
      return readMovement(trx, params.athleteId, params.id);
    }),
  );
};
