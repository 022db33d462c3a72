import { type BasisRow } from '@maul/contract/body';
import { dayTargets, phaseOn, type DayTargets } from '@maul/core/plan';
import { type IsoDate } from '@maul/core/units';
import type { AppTransaction } from '../platform/db/connect.ts';
import { basesSince } from '../body/index.ts';
import { ordersFor } from './store/orders.ts';
import { revisionOn, revisionsOf } from './store/seasons.ts';

/**
 * The targets of past days, each by the season, basis and orders that were in force on it; read once, asked day by day. The bases
 * come along for days without a phase.
 */
export const timeline = async (
  trx: AppTransaction,
  athleteId: string,
  from: IsoDate,
): Promise<{ targetsOn: (date: IsoDate) => DayTargets | undefined; bases: BasisRow[] }> => {
  const revisions = await revisionsOf(trx, athleteId);
  const bases = await basesSince(trx, athleteId, from);
  const orders = await ordersFor(trx, athleteId, 'all');
  const targetsOn = (date: IsoDate): DayTargets | undefined => {
    const season = revisionOn(revisions, date)?.season;
    return season && phaseOn(season, date) ? dayTargets(season, bases, orders, date) : undefined;
  };
  return { targetsOn, bases };
};
