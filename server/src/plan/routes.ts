import { mountCalendar } from './calendarRoutes.ts';
import { mountOrders } from './orderRoutes.ts';
import { phaseOn } from '@maul/core/plan';
import type { Router } from 'express';
import { describeSession, athleteOf, mustSign, todayOf } from '../people/index.ts';
import type { acting } from '../platform/db/connect.ts';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { confirm, confirmationsOf } from './store/confirmations.ts';
import { measuredFor } from './cautions.ts';
import { confirmSeason, seasonDocument, writeSeason } from './revision.ts';
import { changeAthlete, startAthlete } from './start.ts';
import { basesAround } from '../body/index.ts';
import { ordersFor } from './store/orders.ts';
import { revisionOn, revisionsOf, toRevision } from './store/seasons.ts';

export const mountPlan = (router: Router, house: Services): void => {
  mount(router, house, 'start', async ({ params, body, acting: act, signed }) => {
    if (params.athleteId !== signed().personId)
      throw new ProblemError('not-allowed', 'You can set up only yourself.');
    await act((trx) => startAthlete(trx, params.athleteId, body));
    return describeSession(house, params.athleteId, signed().token);
  });

  mount(router, house, 'putAthlete', ({ params, body, acting: act, signed }) => {
    if (params.athleteId !== signed().personId)
      throw new ProblemError('not-allowed', 'Only the athlete changes this. Nothing was changed.');
    return act((trx) => changeAthlete(trx, params.athleteId, body));
  });

  mount(router, house, 'season', ({ params, acting: act }) =>
    act((trx) => seasonDocument(trx, params.athleteId)),
  );

  mount(router, house, 'putSeason', ({ params, body, acting: act, signed }) =>
    act((trx) => writeSeason(trx, params.athleteId, params.id, body, signed().personId)),
  );

  mount(router, house, 'confirmSeason', ({ params, acting: act, signed }) =>
    act((trx) => confirmSeason(trx, params.athleteId, params.id, signed().personId)),
  );

  mount(router, house, 'inForce', ({ params: { athleteId, date }, acting: act }) =>
    act(async (trx) => {
      await athleteOf(trx, athleteId);
      const revision = revisionOn(await revisionsOf(trx, athleteId), date);
      const season = revision?.season ?? { phases: [], events: [] };
      const phaseId = phaseOn(season, date)?.id;
      return {
        date,
        season,
        revision: revision ? toRevision(revision) : null,
        bases: await basesAround(trx, athleteId, date),
        orders: phaseId === undefined ? [] : await ordersFor(trx, athleteId, [phaseId]),
      };
    }),
  );

  const measured = (athleteId: string, act: <T>(work: Parameters<typeof acting<T>>[2]) => Promise<T>) =>
    act(async (trx) => {
      const athlete = await athleteOf(trx, athleteId);
      return {
        cautions: await measuredFor(trx, athlete, todayOf(athlete)),
        confirmations: await confirmationsOf(trx, athleteId),
      };
    });

  mount(router, house, 'cautions', ({ params, acting: act }) => measured(params.athleteId, act));

  mount(router, house, 'confirmCaution', async ({ params, body, acting: act, signed }) => {
    await act(async (trx) => {
      mustSign(await athleteOf(trx, params.athleteId), 'Nothing was confirmed.');
      await confirm(
        trx,
        params.athleteId,
        signed().personId,
        [{ id: body.cautionId, figure: body.figure }],
        params.id,
      );
    });
    return measured(params.athleteId, act);
  });

  mountCalendar(router, house);
  mountOrders(router, house);
};
