import type { Router } from 'express';
import { keepsUntil } from '@maul/core/kitchen';
import { daysBetween } from '@maul/core/units';
import { type StockContent } from '@maul/contract/kitchen';
import { putRow } from '../platform/db/versioned.ts';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import {
  bookOf,
  kindOf,
  matesOf,
  moveRows,
  plannedIn,
  stockById,
  stockOf,
  stockRows,
  thingOf,
  thingRows,
  versionsOf,
  wasteOf,
} from './store.ts';

/** Days that a plan is read for at once. */
const MOST_DAYS = 21;
/** A device’s clock and its rounding may put a date so much later than the rule, ms. */
const SLACK_MS = 60_000;

/** Nothing keeps longer than its rule says; an earlier date is the athlete’s to set. */
const checkDates = (row: StockContent): void => {
  const { until, sentence } = keepsUntil(row);
  if (until === null) return;
  if (row.useBy === null || Date.parse(row.useBy) > Date.parse(until) + SLACK_MS)
    throw new ProblemError(
      'invalid',
      `It keeps until ${until.slice(0, 16).replace('T', ' ')} UTC: ${sentence}. A later date is not kept.`,
    );
};

export const mountKitchenWork = (router: Router, house: Services): void => {
  mount(router, house, 'kitchenBook', ({ params: { athleteId }, acting, signed }) =>
    acting(async (trx) => ({
      things: await bookOf(trx, athleteId),
      mates: signed().personId === athleteId ? await matesOf(trx) : [],
    })),
  );
  mount(router, house, 'putKitchenThing', ({ params, body, acting }) =>
    acting(async (trx) => {
      const before = body.base === 0 ? undefined : await kindOf(trx, params.athleteId, params.id);
      if (before !== undefined && before !== body.thing.kind)
        throw new ProblemError('invalid', `This is a ${before}; it does not become a ${body.thing.kind}.`);
      return putRow(trx, thingRows, params, body);
    }),
  );
  mount(router, house, 'recipeVersions', ({ params: { athleteId, id }, acting }) =>
    acting(async (trx) => {
      const row = await thingOf(trx, athleteId, id);
      if (row?.thing.kind !== 'recipe') throw new ProblemError('not-found', 'There is no such recipe.');
      const before = await versionsOf(trx, athleteId, id);
      return {
        versions: [
          { version: row.version, recipe: row.thing, until: null },
          ...before.flatMap((v) =>
            v.thing.kind === 'recipe' ? [{ version: v.version, recipe: v.thing, until: v.until }] : [],
          ),
        ],
      };
    }),
  );
  mount(router, house, 'stock', ({ params: { athleteId }, query, acting }) =>
    acting(async (trx) => ({
      ...(await stockOf(trx, athleteId, query)),
      waste: await wasteOf(trx, athleteId),
    })),
  );
  mount(router, house, 'stockOne', ({ params: { athleteId, id }, acting }) =>
    acting(async (trx) => {
      const row = await stockById(trx, athleteId, id);
      if (!row) throw new ProblemError('not-found', 'This box is not in a kitchen of yours.');
      return row;
    }),
  );
  mount(router, house, 'putStock', ({ params, body, acting }) =>
    acting((trx) => {
      if (!body.deleted) checkDates(body);
      return putRow(trx, stockRows, params, body);
    }),
  );
  mount(router, house, 'putStockMove', ({ params, body, acting }) =>
    acting((trx) => putRow(trx, moveRows, params, body)),
  );
  mount(router, house, 'kitchenPlan', ({ params: { athleteId }, query: { from, to }, acting, signed }) =>
    acting(async (trx) => {
      const days = daysBetween(from, to);
      if (days < 0 || days >= MOST_DAYS)
        throw new ProblemError(
          'invalid',
          `A plan runs from a day to a later one, at most ${MOST_DAYS} days.`,
        );
      if (signed().personId !== athleteId)
        throw new ProblemError('not-allowed', 'What a kitchen plans is for those who cook in it.');
      return { portions: await plannedIn(trx, from, to) };
    }),
  );
};
