import { addDays, daysBetween, type IsoDate } from '../../units/index.ts';

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
