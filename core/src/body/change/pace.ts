import { addDays, daysBetween, K90, normalBelow, type IsoDate } from '../../units/index.ts';
import { ESTIMATE_MODEL, WANDER_STAYS } from '../filter/days.ts';
import { solveSymmetric } from '../filter/kalman.ts';
import type { WeighIn } from '../mornings/trend.ts';

/** At most so many counted days tell a pace; older ones tell of another time. common practice, no source. */
const MOST_DAYS = 28;
/** Counted days before a verdict: in a deficit, and anywhere else. common practice, no source. */
const NEEDED = { losing: 14, other: 28 } as const;
/** Part of the counted days that must have a morning. common practice, no source. */
const WEIGHED_PART = 0.7;

export type PaceDirection = 'losing' | 'gaining' | 'level';
/** Why a day does not count. */
export type SkipReason = 'start' | 'refeed' | 'peak' | 'paused';

export interface PaceInput {
  /** Mornings that count, kg. */
  mornings: readonly WeighIn[];
  /** Wanted change, % of body mass a week, low <= high. */
  wanted: { low: number; high: number };
  /** First day that may count. */
  from: IsoDate;
  today: IsoDate;
  /** Last day of the phase; null while it has none. */
  until?: IsoDate | null;
  /** Why a day does not count, or undefined where it does. */
  skip: (day: IsoDate) => SkipReason | undefined;
  /** How the spread of this athlete's mornings lies to the usual one, as a factor of the variance. */
  own?: number;
}

export interface Pace {
  direction: PaceDirection;
  /** Days that count, the newest last; those that do not, with the reason. */
  counted: IsoDate[];
  skipped: { day: IsoDate; why: SkipReason }[];
  /** Days needed for a verdict. */
  needed: number;
  mornings: number;
  /** The slope, % of body mass a week, with its standard doubt, and kg a week; undefined below three mornings. */
  slope: { percent: number; sd: number; kgPerWeek: number; kgSd: number } | undefined;
  /** How likely the true pace lies below, inside and above the wanted window. */
  odds: { below: number; inside: number; above: number } | undefined;
  /**
   * `early`: too few days count yet. `gaps`: too few mornings. `slow` and `fast`: the whole 90 % band lies on that side.
   * `inside`: the whole band lies in the window. `open`: nothing is shown either way.
   */
  verdict: 'early' | 'gaps' | 'slow' | 'fast' | 'inside' | 'open';
  /** When enough days will have counted; null once they have, and where the phase ends before. */
  verdictOn: IsoDate | null;
}

export const directionOf = ({ low, high }: PaceInput['wanted']): PaceDirection =>
  high < 0 || low + high < -0.2 ? 'losing' : low > 0 || low + high > 0.2 ? 'gaining' : 'level';

export interface Slope {
  /** kg a day. */
  perDay: number;
  sd: number;
}

/**
 * The slope of mornings, kg a day, where each carries the noise of a reading and body water wanders from day to day: generalised least
 * squares with the covariance of those two. Undefined below three mornings. `own` scales the variance to the athlete.
 * Source: Aitken 1935; the two spreads as in the expenditure filter.
 */
export const wanderingSlope = (mornings: readonly WeighIn[], own = 1): Slope | undefined => {
  const first = mornings[0];
  if (!first || mornings.length < 3) return undefined;
  const n = mornings.length;
  const at = mornings.map((m) => daysBetween(first.day, m.day));
  const mean = mornings.reduce((sum, m) => sum + m.kg, 0) / n;
  const reading = own * (ESTIMATE_MODEL.readingSd * mean) ** 2;
  const wander = own * (ESTIMATE_MODEL.wanderSd * mean) ** 2;
  const cov = at.map((a, i) =>
    at.map((b, j) => wander * WANDER_STAYS ** Math.abs(a - b) + (i === j ? reading : 0)),
  );
  // V^-1 [1, t, y - mean], then the two normal equations.
  const solved = solveSymmetric(
    cov,
    at.map((t, i) => [1, t, (mornings[i] as WeighIn).kg - mean]),
  );
  let [a, b, d, p, q] = [0, 0, 0, 0, 0];
  solved.forEach(([one = 0, time = 0, value = 0], i) => {
    const t = at[i] as number;
    a += one;
    b += time;
    d += t * time;
    p += value;
    q += t * value;
  });
  const det = a * d - b * b;
  if (!(det > 1e-12)) return undefined;
  return { perDay: (a * q - b * p) / det, sd: Math.sqrt(a / det) };
};

/** So far ahead a verdict is looked for, days. */
const LOOK_AHEAD = 90;

/** The day on which so many more days will have counted, or null where the phase ends first. */
const countedOn = (
  today: IsoDate,
  more: number,
  until: IsoDate | null,
  skip: PaceInput['skip'],
): IsoDate | null => {
  let left = more;
  for (let i = 1; i <= LOOK_AHEAD; i += 1) {
    const day = addDays(today, i);
    if (until !== null && day > until) return null;
    if (skip(day) === undefined) left -= 1;
    if (left === 0) return day;
  }
  return null;
};

/**
 * The pace of a phase against what is wanted: the slope of the mornings that count with its 90 % band, and a verdict by the rule that the
 * whole band must lie on one side. The first days of a phase, refeeds and the days after them do not count (the caller says which).
 * common practice, no source.
 */
export const paceOf = ({ mornings, wanted, from, until = null, today, skip, own = 1 }: PaceInput): Pace => {
  const direction = directionOf(wanted);
  const needed = direction === 'losing' ? NEEDED.losing : NEEDED.other;
  const counted: IsoDate[] = [];
  const skipped: Pace['skipped'] = [];
  for (let day = today; day >= from && counted.length < MOST_DAYS; day = addDays(day, -1)) {
    const why = skip(day);
    if (why === undefined) counted.unshift(day);
    else skipped.unshift({ day, why });
  }
  const days = new Set(counted);
  const own_ = [...mornings].filter((m) => days.has(m.day)).sort((a, b) => (a.day < b.day ? -1 : 1));
  const fit = wanderingSlope(own_, own);
  const mean = own_.reduce((sum, m) => sum + m.kg, 0) / Math.max(1, own_.length);
  const slope = fit && {
    percent: (700 * fit.perDay) / mean,
    sd: (700 * fit.sd) / mean,
    kgPerWeek: 7 * fit.perDay,
    kgSd: 7 * fit.sd,
  };
  const below = slope && normalBelow((wanted.low - slope.percent) / slope.sd);
  const above = slope && 1 - normalBelow((wanted.high - slope.percent) / slope.sd);
  const enough = counted.length >= needed;
  const verdict = (): Pace['verdict'] => {
    if (!enough) return 'early';
    if (!slope || own_.length < WEIGHED_PART * counted.length) return 'gaps';
    const [low, high] = [slope.percent - K90 * slope.sd, slope.percent + K90 * slope.sd];
    if (low > wanted.high) return direction === 'losing' ? 'slow' : 'fast';
    if (high < wanted.low) return direction === 'losing' ? 'fast' : 'slow';
    return low >= wanted.low && high <= wanted.high ? 'inside' : 'open';
  };
  return {
    direction,
    counted,
    skipped,
    needed,
    mornings: own_.length,
    slope,
    odds:
      below === undefined || above === undefined ? undefined : { below, above, inside: 1 - below - above },
    verdict: verdict(),
    verdictOn: enough ? null : countedOn(today, needed - counted.length, until, skip),
  };
};
