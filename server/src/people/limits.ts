import { createHash } from 'node:crypto';
import type pg from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { SignInLimits } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';

/** Wrong sign-ins that an address, and an email from an address, may have in a quarter of an hour. */
const TRIES = { address: 50, email: 8, seconds: 900 };

const digest = (text: string): string => createHash('sha256').update(text).digest('base64url');

/** Counts wrong sign-ins in the database, so that every server of a fleet counts the same ones. Keys are digests. */
export const signInLimits = (pool: pg.Pool): SignInLimits => {
  const make = (keyPrefix: string, points: number) =>
    new RateLimiterPostgres({
      storeClient: pool,
      storeType: 'pool',
      tableName: 'rate_limit',
      tableCreated: true,
      clearExpiredByTimeout: false,
      keyPrefix,
      points,
      duration: TRIES.seconds,
    });
  const byAddress = make('a', TRIES.address);
  const byEmail = make('e', TRIES.email);
  const keys = (address: string, email: string) => [digest(address), digest(`${address} ${email}`)] as const;
  const tooMany = () =>
    new ProblemError('too-many-tries', 'Too many wrong tries. Wait a quarter of an hour, then try again.');
  return {
    async check(address, email) {
      const [a, e] = keys(address, email);
      const [one, two] = await Promise.all([byAddress.get(a), byEmail.get(e)]);
      if ((one?.consumedPoints ?? 0) >= TRIES.address || (two?.consumedPoints ?? 0) >= TRIES.email)
        throw tooMany();
    },
    async countWrong(address, email) {
      const [a, e] = keys(address, email);
      try {
        await Promise.all([byAddress.consume(a), byEmail.consume(e)]);
      } catch (error) {
        if (error instanceof RateLimiterRes) throw tooMany();
        throw error;
      }
    },
    async forget(address, email) {
      await byEmail.delete(keys(address, email)[1]);
    },
  };
};
