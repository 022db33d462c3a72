import { routes, type ParamsOf, type ResponseOf, type RouteName } from '@maul/contract/routes';
import { parse } from 'cookie';
import type { Request, Response, Router } from 'express';
import type { Pool } from 'pg';
import type { z } from 'zod';
import { type AccountsDb, type AppDb, type AppTransaction, acting } from '../db/connect.ts';
import type { Settings } from '../settings.ts';
import type { ReadKind, TokenScope } from '@maul/contract/people';
import type { Route } from '@maul/contract/route';
import { invalid, ProblemError } from './problems.ts';

/** Who asks: the session that the cookie resolves to. */
export interface Signed {
  personId: string;
  token: string;
}
/** A program that asks with a token of its person. */
export interface Program extends Signed {
  tokenId: string;
  scopes: readonly TokenScope[];
}

/** Counts who knocks; throws `too-many-tries` when it is too often. */
export interface DoorLimits {
  /** Counts a try to sign in before it is looked at. What it answers is called when the password was right. */
  signIn: (address: string, email: string) => Promise<() => Promise<void>>;
  signUp: (address: string, email: string) => Promise<void>;
  /** Counts what a program asks. */
  token: (tokenId: string) => Promise<void>;
}

export interface Services {
  app: AppDb;
  /** The connections behind `app`, for COPY. */
  pool: Pool;
  accounts: AccountsDb;
  limits: DoorLimits;
  settings: Settings;
  /** Finds the live session of a token; undefined when there is none. */
  findSession: (token: string) => Promise<Signed | undefined>;
  /** Whether a session has ended so that its device is to keep nothing. */
  wipes: (token: string) => Promise<boolean>;
  /** Finds the live token of a program; undefined when there is none. */
  findToken: (token: string) => Promise<Program | undefined>;
  /** Writes down that whoever asks has read something of an athlete. */
  noteReading: (trx: AppTransaction, athleteIds: readonly string[], kind: ReadKind) => Promise<unknown>;
}

export interface Context<N extends RouteName> {
  params: ParamsOf<N>;
  query: z.output<(typeof routes)[N]['query']>;
  body: z.output<(typeof routes)[N]['body']>;
  req: Request;
  res: Response;
  house: Services;
  /** Throws `not-signed-in` when nobody is. */
  signed: () => Signed;
  /** One transaction as the person who asks. */
  acting: <T>(work: (trx: AppTransaction) => Promise<T>) => Promise<T>;
}

export type Handler<N extends RouteName> = (context: Context<N>) => Promise<ResponseOf<N>>;

const SESSION_COOKIE = 'maul_session';
/** The name of the session's cookie. Over https no other host, path or plain connection can set it. Source: RFC 6265bis, 4.1.3.2. */
export const sessionCookie = (settings: Pick<Settings, 'secure'>): string =>
  settings.secure ? `__Host-${SESSION_COOKIE}` : SESSION_COOKIE;

const checked = (schema: z.ZodType, value: unknown): unknown => {
  const result = schema.safeParse(value);
  if (!result.success) throw invalid(result.error);
  return result.data;
};

/** The settings of the house that a request came to. */
export const settingsOf = (req: Request): Settings => req.app.get('settings') as Settings;

/** The session token of a request's cookie, or an empty text. */
export const tokenOf = (req: Request): string => {
  const token = parse(req.headers.cookie ?? '')[sessionCookie(settingsOf(req))] ?? '';
  return /^[A-Za-z0-9_-]+$/.test(token) ? token : '';
};

/** Who asks, by the cookie; throws `not-signed-in` when nobody is, `signed-out` where the device is to keep nothing. */
export const signedIn = async (
  house: Pick<Services, 'findSession' | 'wipes'>,
  req: Request,
): Promise<Signed> => {
  const token = tokenOf(req);
  const signed = token === '' ? undefined : await house.findSession(token);
  if (!signed && token !== '' && (await house.wipes(token)))
    throw new ProblemError('signed-out', 'You were signed out everywhere: this device keeps nothing.');
  if (!signed) throw new ProblemError('not-signed-in', 'You are not signed in, or your session has ended.');
  return signed;
};

/** The token of a program, from `Authorization: Bearer`; undefined where a request names none. */
const bearerOf = (req: Request): string | undefined => {
  const said = req.get('authorization');
  return said === undefined ? undefined : (/^Bearer ([A-Za-z0-9_-]{1,200})$/.exec(said)?.[1] ?? '');
};

/** A program that may open this route: with a token that is alive, has the scope, and of its own person alone. */
const program = async (house: Services, route: Route, token: string, req: Request): Promise<Signed> => {
  const found = token === '' ? undefined : await house.findToken(token);
  if (!found) throw new ProblemError('not-signed-in', 'This token is wrong, has ended or was revoked.');
  await house.limits.token(found.tokenId);
  const { scope } = route;
  if (scope === null)
    throw new ProblemError(
      'not-allowed',
      'No token opens this address; it is for a person who is signed in.',
    );
  if (!found.scopes.includes(scope))
    throw new ProblemError('not-allowed', `This token lacks the scope "${scope}". Nothing was changed.`);
  if (req.params.athleteId !== found.personId)
    throw new ProblemError('not-found', 'A token opens only what is its own person’s.');
  return found;
};

const handlers = new WeakMap<Services, Map<RouteName, (context: never) => Promise<unknown>>>();

/** The handler of a route of a house, for a request that brings many. */
export const handlerOf = <N extends RouteName>(house: Services, name: N): Handler<N> => {
  const handler = handlers.get(house)?.get(name);
  if (!handler) throw new Error(`Nothing answers ${name}.`);
  return handler as unknown as Handler<N>;
};

/** Joins a route of the contract to its handler: parses what comes in, and what goes out. */
export const mount = <N extends RouteName>(
  router: Router,
  house: Services,
  name: N,
  handler: Handler<N>,
): void => {
  const route = routes[name];
  const known = handlers.get(house) ?? new Map<RouteName, (context: never) => Promise<unknown>>();
  handlers.set(house, known.set(name, handler));
  router[route.verb](route.path, async (req, res) => {
    const token = bearerOf(req);
    const signed =
      token !== undefined
        ? await program(house, route, token, req)
        : route.access === 'signed-in'
          ? await signedIn(house, req)
          : undefined;
    const requireSigned = (): Signed => {
      if (!signed)
        throw new ProblemError('not-signed-in', 'You are not signed in, or your session has ended.');
      return signed;
    };
    const answer = await handler({
      params: checked(route.params, req.params) as ParamsOf<N>,
      query: checked(route.query, req.query) as Context<N>['query'],
      body: checked(route.body, (req.body as unknown) ?? {}) as Context<N>['body'],
      req,
      res,
      house,
      signed: requireSigned,
      acting: (work) => acting(house.app, requireSigned().token, work),
    });
    const { reads } = route as Route;
    const { athleteId } = req.params;
    if (reads !== null && typeof athleteId === 'string' && signed && signed.personId !== athleteId)
      await acting(house.app, signed.token, (trx) => house.noteReading(trx, [athleteId], reads));
    res.json(route.response.parse(answer));
  });
};
