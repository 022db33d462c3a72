import { z } from 'zod';
import { Empty, Id } from './common.ts';
import type { ReadKind, TokenScope } from './rights.ts';

export type Verb = 'get' | 'post' | 'put' | 'delete';
export interface Route<
  P extends z.ZodType = z.ZodType,
  Q extends z.ZodType = z.ZodType,
  B extends z.ZodType = z.ZodType,
  R extends z.ZodType = z.ZodType,
> {
  verb: Verb;
  /** Express notation, `:name` for a parameter. */
  path: string;
  access: 'public' | 'signed-in';
  /** What is read of an athlete by it, where somebody else asks: it is written down for them. */
  reads: ReadKind | null;
  /** The scope by which a token of the athlete’s own opens it; null where only a signed-in person does. */
  scope: TokenScope | null;
  what: string;
  params: P;
  query: Q;
  body: B;
  response: R;
}

/** One request of the contract; what is left out is empty. */
export const route = <
  P extends z.ZodType = typeof Empty,
  Q extends z.ZodType = typeof Empty,
  B extends z.ZodType = typeof Empty,
  R extends z.ZodType = typeof Empty,
>(
  verb: Verb,
  path: string,
  what: string,
  parts: {
    access?: 'public';
    reads?: ReadKind;
    scope?: TokenScope;
    params?: P;
    query?: Q;
    body?: B;
    response?: R;
  } = {},
): Route<P, Q, B, R> => ({
  verb,
  path,
  what,
  access: parts.access ?? 'signed-in',
  reads: parts.reads ?? null,
  scope: parts.scope ?? null,
  params: (parts.params ?? Empty) as P,
  query: (parts.query ?? Empty) as Q,
  body: (parts.body ?? Empty) as B,
  response: (parts.response ?? Empty) as R,
});

/** The parameters of an address about an athlete. */
export const ofAthlete = z.strictObject({ athleteId: Id });
/** The parameters of an address of one row of an athlete. */
export const inAthlete = z.strictObject({ athleteId: Id, id: Id });
