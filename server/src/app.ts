import { randomUUID } from 'node:crypto';
import { EVENTS_PATH } from '@maul/contract/routes';
import { openApiDocument } from '@maul/contract/openapi';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import { databaseAnswers } from './platform/db/connect.ts';
import { mountBody } from './body/index.ts';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { mountAccounts } from './people/index.ts';
import { mountDiary } from './diary/index.ts';
import type { ChangeFeed } from './platform/events/feed.ts';
import { mountExchange, mountFoods } from './foods/index.ts';
import { lettersOf, mountCoaching } from './coaching/index.ts';
import { mountKitchenWork } from './kitchen/index.ts';
import { mountPeak } from './peak/index.ts';
import { CALENDAR_FEED_PATH, calendarFeed, mountPlan, ordersFor, seasonOn } from './plan/index.ts';
import { mountChanges } from './platform/http/changes.ts';
import { mount, type Services } from './platform/http/mount.ts';
import { apiDocs } from './platform/http/docs.ts';
import { page } from './platform/http/page.ts';
import { asProblem, ProblemError, toProblem } from './platform/http/problems.ts';
import { withoutValues } from './platform/http/withoutValues.ts';
import { sameOriginWrites, securityHeaders } from './platform/http/security.ts';

export interface AppOptions {
  house: Services;
  log: Logger;
  feed: ChangeFeed;
  /** Hears of every request when it is answered. */
  count?: RequestHandler;
  /** Where the built web app lies; none while developing. */
  webDir?: string;
}

const routeOf = (req: object): string => (req as { route?: { path?: string } }).route?.path ?? '(page)';

/** Logs the route's pattern and the status: never an id, a name, a query or a body. */
const logging = (log: Logger) =>
  pinoHttp({
    logger: log,
    // One name for a request through every server: what a proxy gave it, else a new one. It is answered, so that whoever reports a fault can say it.
    genReqId: (req, res) => {
      const given = req.headers['x-request-id'];
      const id = typeof given === 'string' && /^[\w-]{8,64}$/.test(given) ? given : randomUUID();
      res.setHeader('X-Request-Id', id);
      return id;
    },
    serializers: {
      req: (req: { method: string; id: string }) => ({ method: req.method, id: req.id }),
      res: (res: { statusCode: number }) => ({ status: res.statusCode }),
    },
    customSuccessObject: (req, _res, value: object) => ({ ...value, route: routeOf(req) }),
    customErrorObject: (req, _res, _error, value: object) => ({ ...value, route: routeOf(req) }),
    customLogLevel: (_req, res, error) => (error || res.statusCode >= 500 ? 'error' : 'debug'),
  });

const errors =
  (log: Logger): ErrorRequestHandler =>
  (error, req, res, next) => {
    if (res.headersSent) return next(error);
    const fault = asProblem(error);
    const problem = toProblem(fault);
    if (problem.status >= 500)
      log.error({ request: req.id, error: withoutValues(error), problem: problem.type }, problem.title);
    if (fault.retryAfter !== undefined) res.setHeader('Retry-After', String(fault.retryAfter));
    res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  };

export const createApp = ({ house, log, feed, count, webDir }: AppOptions): Express => {
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  app.set('settings', house.settings);
  app.set('trust proxy', house.settings.trustProxy);
  if (count) app.use(count);
  app.use(logging(log), ...securityHeaders(house.settings));
  app.use('/api', (_req, res, next) => {
    res.setHeader('Cache-Control', 'no-store');
    next();
  });
  app.get(EVENTS_PATH, feed.listen);
  app.use(compression());
  app.use('/api', sameOriginWrites(house.settings), express.json({ limit: '256kb', strict: true }));

  const api = express.Router();
  mount(api, house, 'live', () => Promise.resolve({ server: 'up' as const }));
  mount(api, house, 'health', async () => {
    await databaseAnswers(house.app);
    return { database: 'up' as const };
  });
  api.use('/api/docs', apiDocs());
  const document = openApiDocument();
  api.get('/api/openapi.json', (_req, res) => res.json(document));
  mountAccounts(api, house, { lettersOf });
  mountPlan(api, house);
  mountBody(api, house, { seasonOn, ordersFor });
  mountPeak(api, house);
  mountDiary(api, house);
  mountFoods(api, house);
  mountKitchenWork(api, house);
  mountExchange(api, house);
  mountCoaching(api, house, feed.watch);
  mountChanges(api, house);
  api.use('/api', () => {
    throw new ProblemError('not-found', 'There is no such address.');
  });
  app.use(api);
  app.get(CALENDAR_FEED_PATH, calendarFeed(house));
  if (webDir !== undefined) app.use(page(webDir));
  app.use(errors(log));
  return app;
};
