import { randomBytes } from 'node:crypto';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import helmet from 'helmet';
import type { Settings } from '../settings.ts';
import { ProblemError } from './problems.ts';

/** Gives every response a nonce, and the headers that keep a page to itself. */
export const securityHeaders = ({ secure }: Settings): RequestHandler[] => [
  (_req: Request, res: Response, next: NextFunction) => {
    res.locals.nonce = randomBytes(16).toString('base64url');
    next();
  },
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        workerSrc: ["'self'"],
        styleSrc: ["'self'", (_req, res) => `'nonce-${String((res as Response).locals.nonce)}'`],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // On loopback Maul is plain HTTP.
    strictTransportSecurity: secure ? { maxAge: 31_536_000, includeSubDomains: false } : false,
  }),
];

/**
 * Refuses a write that another site's page makes in this person's name. Every browser says where a write comes from: one with a cookie that
 * says nothing is refused too.
 */
export const sameOriginWrites =
  ({ publicUrl }: Settings): RequestHandler =>
  (req, _res, next) => {
    if (req.method === 'GET' || req.method === 'HEAD') return next();
    const { origin, host, cookie } = req.headers;
    const site = req.headers['sec-fetch-site'];
    const own = publicUrl?.host ?? host;
    const foreign =
      origin !== undefined
        ? !URL.canParse(origin) || new URL(origin).host !== own
        : site !== undefined
          ? site !== 'same-origin'
          : cookie !== undefined;
    if (foreign)
      throw new ProblemError('foreign-origin', 'This request came from another site. Nothing was changed.');
    next();
  };
