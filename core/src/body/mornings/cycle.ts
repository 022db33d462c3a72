import { addDays, daysBetween, K90, type IsoDate } from '../../units/index.ts';
import { ESTIMATE_MODEL } from '../filter/days.ts';
import type { WeighIn } from './trend.ts';

/** A period that begins so many days after the one before is a new cycle; less is the same one with a day in between. From memory. */
const LEAST_CYCLE = 15;
/** A cycle that runs longer than this is not counted on: nothing is known of its days. From memory. */
const LONGEST_CYCLE = 60;

/**
 * The day of the cycle on each day between two, 1 the first day of menses, from the days on which a period was said. A day before the first
 * period, or more than sixty days after the last, is not in it.
 *
 * @example
 * const first = isoDate('2026-11-01');
 * cycleDays([first], first, addDays(first, 2)).get(addDays(first, 2)); // => 3
 */
export const cycleDays = (
  periods: readonly IsoDate[],
  from: IsoDate,
  to: IsoDate,
): ReadonlyMap<IsoDate, number> => {
  const starts: IsoDate[] = [];
  for (const day of [...periods].sort()) {
    const last = starts.at(-1);
    if (last === undefined || daysBetween(last, day) >= LEAST_CYCLE) starts.push(day);
  }
  const days = new Map<IsoDate, number>();
  let next = 0;
  for (let day = from; day <= to; day = addDays(day, 1)) {
    while (next < starts.length && (starts[next] as IsoDate) <= day) next += 1;
    const start = starts[next - 1];
    if (start === undefined) continue;
    const n = daysBetween(start, day) + 1;
    if (n <= LONGEST_CYCLE) days.set(day, n);
  }
  return days;
};

/** The first day of each period, the newest last. */
export const cycleStarts = (periods: readonly IsoDate[]): IsoDate[] => {
  const sorted = [...periods].sort();
  const first = sorted[0];
  const last = sorted.at(-1);
  if (first === undefined || last === undefined) return [];
  return [...cycleDays(sorted, first, last)].filter(([, n]) => n === 1).map(([day]) => day);
};

/** A week of the cycle against the same days of the one before. */
export interface CycleCompared {
  /** First and last day of the cycle that are compared, 1 the first of menses. */
  fromDay: number;
  toDay: number;
  /** Means, kg, and the mornings that each rests on. */
  now: { kg: number; mornings: number };
  before: { kg: number; mornings: number };
  /** Now less before, kg, with its 90 % band. */
  difference: number;
  band: number;
  /** Days between the two. */
  apart: number;
}

/** The days of the cycle that are compared, and the mornings that each side needs. common practice, no source. */
const COMPARED_DAYS = 7;
const LEAST_MORNINGS = 3;

/**
 * The last week against the same days of the cycle before: water that comes and goes with the cycle stands on both sides. `starts` are the first
 * days of each period in order, mornings those that count, in any order. Undefined without a cycle before that reached these days, or with fewer
 * than three mornings on a side. Weights in kg; the band from what one morning wanders.
 */
export const sameCycleDays = (
  mornings: readonly WeighIn[],
  starts: readonly IsoDate[],
  today: IsoDate,
): CycleCompared | undefined => {
  const last = starts.findLastIndex((start) => start <= today);
  const [start, earlier] = [starts[last], starts[last - 1]];
  if (start === undefined || earlier === undefined) return undefined;
  const toDay = daysBetween(start, today) + 1;
  if (toDay > LONGEST_CYCLE || daysBetween(earlier, start) > LONGEST_CYCLE) return undefined;
  const fromDay = Math.max(1, toDay - COMPARED_DAYS + 1);
  const side = (first: IsoDate): { kg: number; mornings: number } | undefined => {
    const [from, to] = [addDays(first, fromDay - 1), addDays(first, toDay - 1)];
    const kg = mornings
      .filter((m) => m.day >= from && m.day <= to && (first === start || m.day < start))
      .map((m) => m.kg);
    return kg.length < LEAST_MORNINGS
      ? undefined
      : { kg: kg.reduce((a, b) => a + b, 0) / kg.length, mornings: kg.length };
  };
  const [now, before] = [side(start), side(earlier)];
  if (!now || !before) return undefined;
  const wander = Math.hypot(ESTIMATE_MODEL.readingSd, ESTIMATE_MODEL.wanderSd) * now.kg;
  return {
    fromDay,
    toDay,
    now,
    before,
    difference: now.kg - before.kg,
    band: K90 * wander * Math.sqrt(1 / now.mornings + 1 / before.mornings),
    apart: daysBetween(earlier, start),
  };
};
