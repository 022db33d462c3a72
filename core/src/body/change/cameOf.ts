import { addDays, daysBetween, K90, type IsoDate } from '../../units/index.ts';
import { kgOfBalance } from '../composition/energy.ts';
import { wanderingSlope } from './pace.ts';
import type { WeighIn } from '../mornings/trend.ts';

/** Water moves first: so many days after a change do not count. common practice, no source. */
const WATER_DAYS = 3;
/** Days before and after that are compared, at most; and mornings that each side needs. common practice, no source. */
const SIDE_DAYS = 28;
const SIDE_MORNINGS = 8;
const LOOK_DAYS = 14;

export interface Change {
  from: IsoDate;
  /** Mean change of the energy balance that it asked for, kcal a day. */
  kcalPerDay: number;
}

export interface SideOf {
  from: IsoDate;
  to: IsoDate;
  kgPerWeek: number;
  /** Half-width of the 90 % band, kg a week. */
  band: number;
  mornings: number;
}

export interface CameOf {
  /** What it should do to the pace, kg a week. */
  expected: number;
  before: SideOf | undefined;
  after: SideOf | undefined;
  /** After less before, kg a week, with the half-width of its 90 % band. */
  brought: { kgPerWeek: number; band: number } | undefined;
  /** `early`: it is not yet the day to look. `open`: the band holds both nothing and what was expected. */
  verdict: 'early' | 'worked' | 'did not' | 'open';
  /** When to look, or to look again. */
  lookOn: IsoDate;
}

/** When one may look at a change: three days for water and fourteen that count. */
export const lookOn = (from: IsoDate): IsoDate => addDays(from, WATER_DAYS + LOOK_DAYS);

const side = (mornings: readonly WeighIn[], from: IsoDate, to: IsoDate): SideOf | undefined => {
  const own = mornings.filter((m) => m.day >= from && m.day <= to);
  if (own.length < SIDE_MORNINGS) return undefined;
  const slope = wanderingSlope(own);
  return slope && { from, to, kgPerWeek: 7 * slope.perDay, band: 7 * K90 * slope.sd, mornings: own.length };
};

/**
 * What came of a change: the slope of the mornings after it against that before, each with its band. It worked where the difference is shown
 * and its band holds what was expected or more; it did not where the band leaves that out; else it cannot be told yet. `neighbours` are the
 * days of the changes before and after it, which bound the two sides. Mornings sorted by day, kg.
 */
export const cameOf = (
  change: Change,
  mornings: readonly WeighIn[],
  today: IsoDate,
  neighbours: { before: IsoDate | null; after: IsoDate | null },
): CameOf => {
  const expected = kgOfBalance(change.kcalPerDay);
  const latest = (a: IsoDate, b: IsoDate | null): IsoDate => (b !== null && b > a ? b : a);
  const start = latest(
    addDays(change.from, -SIDE_DAYS),
    neighbours.before && addDays(neighbours.before, WATER_DAYS),
  );
  const begin = addDays(change.from, WATER_DAYS);
  const last = neighbours.after !== null && neighbours.after <= today ? neighbours.after : today;
  const end = addDays(begin, SIDE_DAYS) < last ? addDays(begin, SIDE_DAYS) : last;
  const before = side(mornings, start, change.from);
  const after = side(mornings, begin, end);
  const look = lookOn(change.from);
  const brought =
    before && after
      ? { kgPerWeek: after.kgPerWeek - before.kgPerWeek, band: Math.hypot(before.band, after.band) }
      : undefined;
  const verdict = (): CameOf['verdict'] => {
    if (today < look) return 'early';
    if (!brought) return 'open';
    const along = brought.kgPerWeek * Math.sign(expected || 1);
    const shown = along - brought.band > 0;
    if (shown && along + brought.band >= Math.abs(expected)) return 'worked';
    return along + brought.band < Math.abs(expected) ? 'did not' : 'open';
  };
  const found = verdict();
  return {
    expected,
    before,
    after,
    brought,
    verdict: found,
    lookOn: found === 'open' && today >= look && neighbours.after === null ? addDays(today, 7) : look,
  };
};

/** Days since a change, for words: negative when it is to come. */
export const daysSince = (change: Pick<Change, 'from'>, today: IsoDate): number =>
  daysBetween(change.from, today);
