import { type BasisRow } from '@maul/contract/body';
import type { OrderRow } from '@maul/contract/plan';
import { dayTargets, phaseOn, type DayTargets, type Season } from '@maul/core/plan';
import { type IsoDate } from '@maul/core/units';
import type { AppTransaction } from '../platform/db/connect.ts';
import { basesIn } from '../body/index.ts';
import { ordersIn } from './store/orders.ts';
import { revisionOn, seasonsSince } from './store/seasons.ts';

/** The plan of an athlete over past days, read once and asked day by day. */
export interface Timeline {
  /** The targets of a day by the season, basis and orders that were in force on it; undefined on a day without a phase. */
  targetsOn: (date: IsoDate) => DayTargets | undefined;
  seasonOn: (date: IsoDate) => Season;
  /** They come along for days without a phase. */
  bases: BasisRow[];
  orders: OrderRow[];
}

const NONE: Season = { phases: [], events: [] };

/** The plans of many athletes from a date on, by athlete: three queries, however many they are. */
export const timelinesIn = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
  from: IsoDate,
): Promise<Map<string, Timeline>> => {
  const revisions = await seasonsSince(trx, athleteIds, from);
  const basesOf = await basesIn(trx, athleteIds, from);
  const ordersOf = await ordersIn(trx, athleteIds);
  return new Map(
    athleteIds.map((id) => {
      const bases = basesOf.get(id) ?? [];
      const orders = ordersOf.get(id) ?? [];
      const seasonOn = (date: IsoDate): Season => revisionOn(revisions.get(id) ?? [], date)?.season ?? NONE;
      const targetsOn = (date: IsoDate): DayTargets | undefined => {
        const season = seasonOn(date);
        return phaseOn(season, date) ? dayTargets(season, bases, orders, date) : undefined;
      };
      return [id, { targetsOn, seasonOn, bases, orders }];
    }),
  );
};

/** The plan of one athlete from a date on. */
export const timeline = async (trx: AppTransaction, athleteId: string, from: IsoDate): Promise<Timeline> => {
  const found = (await timelinesIn(trx, [athleteId], from)).get(athleteId);
  if (!found) throw new Error('a timeline was asked for and not made');
  return found;
};
