import type { Router } from 'express';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { dropView, hoursOf, keepHours, keepView, MOST_VIEWS, viewsOf } from './store/desk.ts';

/** What a coach keeps for themselves: views of the roster, groups, hours of silence. */
export const mountDesk = (router: Router, house: Services): void => {
  mount(router, house, 'rosterViews', ({ acting, signed }) =>
    acting(async (trx) => ({ views: await viewsOf(trx, signed().personId) })),
  );
  mount(router, house, 'putRosterView', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const views = await viewsOf(trx, signed().personId);
      if (views.length >= MOST_VIEWS && !views.some((v) => v.id === params.id))
        throw new ProblemError(
          'too-large',
          `${MOST_VIEWS} views are kept at most. Drop one first; nothing was kept.`,
        );
      await keepView(trx, signed().personId, { id: params.id, ...body });
      return { id: params.id, ...body };
    }),
  );
  mount(router, house, 'dropRosterView', ({ params, acting, signed }) =>
    acting(async (trx) => {
      await dropView(trx, signed().personId, params.id);
      return {};
    }),
  );
  mount(router, house, 'hours', ({ acting, signed }) =>
    acting(async (trx) => ({ hours: await hoursOf(trx, signed().personId) })),
  );
  mount(router, house, 'putHours', ({ body, acting, signed }) =>
    acting(async (trx) => {
      await keepHours(trx, signed().personId, body.hours);
      return {};
    }),
  );
};
