import { z } from 'zod';
import { bodyRoutes } from './body/index.ts';
import { Id } from './common.ts';
import { diaryRoutes } from './diary/index.ts';
import { foodsRoutes } from './foods/index.ts';
import { kitchenRoutes } from './kitchen/index.ts';
import { Problem } from './problems.ts';
import { ofAthlete, route } from './route.ts';

const rows = { ...bodyRoutes, ...foodsRoutes, ...kitchenRoutes, ...diaryRoutes };

/** A change of one row, as its own route takes it. */
const change = <N extends keyof typeof rows>(name: N) =>
  z.strictObject({ route: z.literal(name), id: Id, body: rows[name].body });

/** One of the changes that a device writes ahead of the server. */
export const Change = z.discriminatedUnion('route', [
  change('putMeal'),
  change('putPortion'),
  change('putNote'),
  change('putWeighIn'),
  change('putDayEntry'),
  change('putStanding'),
  change('putKitchenThing'),
  change('putStock'),
  change('putStockMove'),
  change('putYield'),
  change('putFood'),
  change('putContainer'),
]);

/** So many changes go together at most. */
export const MOST_CHANGES = 100;

export const changesRoutes = {
  sendChanges: route(
    'post',
    '/api/athletes/:athleteId/changes',
    'Many changes of rows, one after the other, as each of their own routes takes it. Answers each; where the database goes away, those until then.',
    {
      params: ofAthlete,
      body: z.strictObject({ changes: z.array(Change).min(1).max(MOST_CHANGES) }),
      response: z.strictObject({
        answers: z
          .array(z.union([z.strictObject({ row: z.unknown() }), z.strictObject({ problem: Problem })]))
          .max(MOST_CHANGES),
      }),
    },
  ),
} as const;
