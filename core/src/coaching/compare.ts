import type { Season } from '../plan/index.ts';
import { addDays, daysBetween, type IsoDate } from '../units/index.ts';
import { PACKET_DAYS } from './packet.ts';

/** A week to lay beside another: what it is, and its last day. */
export interface OtherWeek {
  name: string;
  to: IsoDate;
}

/** A week is read so far back, days. */
const OLDEST_DAYS = 1096;

/**
 * What a week can be laid beside: the week before it; the week that was as far from the last show as this one is from the next, out of the last
 * prep; and the week that ended with the last show. Only weeks before this one and within three years.
 *
 * @param season Its shows and shoots are what is counted to.
 * @param to Last day of the week that is read.
 */
export const weeksBeside = (season: Pick<Season, 'events'>, to: IsoDate): OtherWeek[] => {
  const shows = season.events
    .filter((e) => e.kind !== 'trip')
    .map((e) => e.date)
    .sort();
  const last = shows.filter((d) => d < to).at(-1);
  const next = shows.find((d) => d >= to);
  const found: OtherWeek[] = [{ name: 'Week before', to: addDays(to, -PACKET_DAYS) }];
  if (last !== undefined && next !== undefined)
    found.push({ name: 'As far from the last show', to: addDays(last, -daysBetween(to, next)) });
  if (last !== undefined) found.push({ name: 'Week of the last show', to: last });
  return found.filter(
    (one, i) =>
      one.to < to &&
      daysBetween(one.to, to) <= OLDEST_DAYS - PACKET_DAYS &&
      found.findIndex((other) => other.to === one.to) === i,
  );
};
