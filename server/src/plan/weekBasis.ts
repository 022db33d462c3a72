import { type AppTransaction } from '../platform/db/connect.ts';
import type { Athlete } from '@maul/contract/people';
import { type IsoDate, addDays, weekStart } from '@maul/core/units';
import { basesAround, loggedDays, writeBasis } from '../body/index.ts';
import { phaseOn } from '@maul/core/plan';
import { seasonOn } from './store/seasons.ts';
import { LOOK_BACK_DAYS, weekBasis } from '@maul/core/body';
import { randomUUID } from 'node:crypto';

/**
 * Writes the basis of the athlete's present week, or of a phase that has begun since, when it is not written yet: the week mean
 * of the mornings before it, and the expenditure that the filter tells from what was logged before, once the last 28 days carry it, else the
 * one before.
 * Append-only: late data act from the next basis on and the past stays as it was.
 */
export const ensureBasis = async (
  trx: AppTransaction,
  athlete: Pick<Athlete, 'id' | 'profile'>,
  today: IsoDate,
): Promise<void> => {
  const last = (await basesAround(trx, athlete.id, addDays(today, -1))).at(-1);
  if (!last) return;
  const week = weekStart(today, athlete.profile.weekStartsOn);
  // The season is asked for only in a week that has its basis: then a phase may have begun since.
  const phaseFrom =
    last.from >= week ? phaseOn(await seasonOn(trx, athlete.id, today), today)?.from : undefined;
  const from = phaseFrom !== undefined && phaseFrom > week ? phaseFrom : week;
  if (last.from >= from) return;
  const until = addDays(from, -1);
  const begins = addDays(from, -LOOK_BACK_DAYS);
  const start = (await basesAround(trx, athlete.id, begins))[0] ?? last;
  const days = await loggedDays(trx, athlete.id, begins, until);
  await writeBasis(trx, athlete.id, { ...weekBasis(last, start, days, from), id: randomUUID() }, true);
};
