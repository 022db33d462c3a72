import type { Router } from 'express';
import { daysBetween } from '@maul/core/units';
import { athleteOf } from '../people/index.ts';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { peakLog } from './log.ts';

/** The longest span that is read at once, days. */
const MOST_DAYS = 31;

export const mountPeak = (router: Router, house: Services): void =>
  mount(router, house, 'peakLog', ({ params, query, acting }) =>
    acting(async (trx) => {
      const days = daysBetween(query.from, query.to) + 1;
      if (days < 1 || days > MOST_DAYS)
        throw new ProblemError(
          'invalid',
          `A peak week is read from its first to its last day, ${MOST_DAYS} days at most.`,
        );
      const athlete = await athleteOf(trx, params.athleteId);
      return peakLog(trx, athlete, query.from, query.to);
    }),
  );
