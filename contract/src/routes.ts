import { Id } from './common.ts';
import { z } from 'zod';
import { bodyRoutes } from './body/index.ts';
import { changesRoutes } from './changes.ts';
import { coachingRoutes } from './coaching/index.ts';
import { diaryRoutes } from './diary/index.ts';
import { foodsRoutes } from './foods/index.ts';
import { kitchenRoutes } from './kitchen/index.ts';
import { peakRoutes } from './peak/index.ts';
import { peopleRoutes } from './people/index.ts';
import { planRoutes } from './plan/index.ts';
import { route } from './route.ts';

/** Every request that Maul answers: each room writes down its own, here they meet. */
export const routes = {
  live: route('get', '/api/live', 'That the server runs, whatever its database does.', {
    access: 'public',
    response: z.strictObject({ server: z.literal('up') }),
  }),
  health: route(
    'get',
    '/api/health',
    'That the server and its database answer; 503 while the database is away.',
    {
      access: 'public',
      response: z.strictObject({ database: z.literal('up') }),
    },
  ),
  ...peopleRoutes,
  ...planRoutes,
  ...bodyRoutes,
  ...foodsRoutes,
  ...kitchenRoutes,
  ...diaryRoutes,
  ...coachingRoutes,
  ...peakRoutes,
  ...changesRoutes,
} as const;

export type RouteName = keyof typeof routes;
type Part<N extends RouteName, K extends 'params' | 'query' | 'body' | 'response'> = (typeof routes)[N][K];
export type ParamsOf<N extends RouteName> = z.infer<Part<N, 'params'>>;
export type QueryOf<N extends RouteName> = z.input<Part<N, 'query'>>;
export type BodyOf<N extends RouteName> = z.input<Part<N, 'body'>>;
/** What a row says that is written by a route, without its version and whether it is there. */
export type ContentOf<N extends RouteName> = Omit<z.output<Part<N, 'body'>>, 'base' | 'deleted'>;
export type ResponseOf<N extends RouteName> = z.infer<Part<N, 'response'>>;

export { MOST_CHANGES } from './changes.ts';

/** What the server tells a listening page: something of this athlete has changed. Sent over `/api/events`. */
export const ChangeEvent = z.strictObject({
  athleteId: Id,
  what: z.enum([
    'meal',
    'portion',
    'note',
    'order',
    'weigh-in',
    'season',
    'grant',
    'food',
    'athlete',
    'kitchen',
    'import',
    'entry',
    'standing',
    'handover',
    'picture',
    'check-in',
  ]),
});
export type ChangeEvent = z.infer<typeof ChangeEvent>;
export const EVENTS_PATH = '/api/events';
/** The iCalendar file of an athlete for who is signed in, and the private address that needs no sign-in. */
export const CALENDAR_FILE = '/api/athletes/:athleteId/calendar.ics';
/** A day's plan or log as a PDF, for who is signed in. */
export const DAY_PAPER_FILE = '/api/athletes/:athleteId/days/:date/paper.pdf';
export const CALENDAR_FEED = '/calendar/:secret.ics';
