import { createHash } from 'node:crypto';
import type pg from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { DoorLimits } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';

const QUARTER = 900;
const HOUR = 3600;
/** An address and an email that once belonged together are known for so long, s. */
const KNOWN = 90 * 86_400;

/** Tries to sign in within a quarter of an hour; after that there is one in so many seconds. */
const SIGN_INS = { email: { burst: 8, then: 30 }, address: { burst: 100, then: 2 } };
/** New accounts within an hour. */
const SIGN_UPS = { email: 5, address: 30, all: 1000 };

/** What one token asks within a minute. */
const TOKEN_ASKS = 120;

const digest = (...parts: string[]): string =>
  createHash('sha256').update(parts.join(' ')).digest('base64url');

/** The same pool without the limiter's names for its statements: a pooler that lends connections by the transaction knows none of them. */
const withoutNames = (pool: pg.Pool) => ({
  query: ({ text, values }: pg.QueryConfig) => pool.query(text, values),
});

/**
 * Counts tries to sign in and to sign up in the database, before they are looked at, so that many at once and every server of a fleet count
 * alike. Keys are digests. A wrong password slows its own email and never locks anybody: who once signed in from an address is counted there
 * by themselves. `addressTells` is false where everybody comes from one address, on loopback.
 */
export const doorLimits = (pool: pg.Pool, { addressTells }: { addressTells: boolean }): DoorLimits => {
  const make = (keyPrefix: string, points: number, duration: number, sweeps = false) =>
    new RateLimiterPostgres({
      storeClient: withoutNames(pool),
      storeType: 'pool',
      tableName: 'rate_limit',
      tableCreated: true,
      clearExpiredByTimeout: sweeps,
      keyPrefix,
      points,
      duration,
    });
  const slowing = (name: string, { burst, then }: { burst: number; then: number }) => ({
    burst: make(name, burst, QUARTER),
    slow: make(`${name}-slow`, 1, then),
  });
  const byPair = slowing('pair', SIGN_INS.email);
  const byEmail = slowing('email', SIGN_INS.email);
  const byAddress = slowing('address', SIGN_INS.address);
  const known = make('known', 1, KNOWN, true);
  const byToken = make('token', TOKEN_ASKS, 60);
  const newByEmail = make('new-email', SIGN_UPS.email, HOUR);
  const newByAddress = make('new-address', SIGN_UPS.address, HOUR);
  const newInAll = make('new-all', SIGN_UPS.all, HOUR);

  /** Seconds to wait, or undefined when it may go on. */
  const spend = async (limiter: RateLimiterPostgres, key: string): Promise<number | undefined> => {
    try {
      await limiter.consume(key);
      return undefined;
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error;
      return Math.max(1, Math.ceil(error.msBeforeNext / 1000));
    }
  };
  const orWait = (seconds: number | undefined, what: string): void => {
    if (seconds === undefined) return;
    const long = seconds > 90 ? `${Math.ceil(seconds / 60)} minutes` : `${seconds} s`;
    throw new ProblemError('too-many-tries', `${what} Try again in ${long}.`, {}, seconds);
  };
  const slowed = async ({ burst, slow }: ReturnType<typeof slowing>, key: string): Promise<void> => {
    if ((await spend(burst, key)) === undefined) return;
    orWait(await spend(slow, key), 'Too many wrong tries.');
  };

  return {
    async signIn(address, email) {
      const [pair, mail, from] = [digest(address, email), digest(email), digest(address)];
      const atHome = (await known.get(pair)) !== null;
      if (atHome) await slowed(byPair, pair);
      else {
        if (addressTells) await slowed(byAddress, from);
        await slowed(byEmail, mail);
      }
      return async () => {
        await known.set(pair, 1, KNOWN);
        await Promise.all([
          byPair.burst.delete(pair),
          byPair.slow.delete(pair),
          ...(atHome ? [] : [byEmail.burst.delete(mail), byEmail.slow.delete(mail)]),
          ...(atHome || !addressTells ? [] : [byAddress.burst.reward(from)]),
        ]);
      };
    },
    async token(id) {
      orWait(await spend(byToken, id), `A token asks ${TOKEN_ASKS} times in a minute at most.`);
    },
    async signUp(address, email) {
      if (addressTells)
        orWait(await spend(newByAddress, digest(address)), 'Too many accounts were made from here.');
      orWait(await spend(newByEmail, digest(email)), 'This was tried too often.');
      orWait(await spend(newInAll, 'all'), 'Many accounts are being made at the moment.');
    },
  };
};
