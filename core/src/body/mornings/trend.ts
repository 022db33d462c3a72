import type { BodyBasis } from '../basis.ts';
import { addDays, type IsoDate } from '../../units/index.ts';
import { everyDay, type LoggedDay } from '../filter/days.ts';
import { latestEstimate } from '../filter/expenditure.ts';

/** One morning on the scale, kg. */
export interface WeighIn {
  day: IsoDate;
  kg: number;
}

export interface WeekMean {
  kg: number;
  /** Mornings it rests on, 1 to 7. */
  mornings: number;
}

/**
 * The mean of the mornings present in the seven days that end on `day`; undefined without any. common practice, no source.
 *
 * @example
 * const day = isoDate('2026-11-28');
 * weekMean([{ day, kg: 80 }, { day: addDays(day, -1), kg: 81 }], day); // => { kg: 80.5, mornings: 2 }
 */
export const weekMean = (weighIns: readonly WeighIn[], day: IsoDate): WeekMean | undefined => {
  const from = addDays(day, -6);
  const present = weighIns.filter((w) => w.day >= from && w.day <= day);
  if (present.length === 0) return undefined;
  return { kg: present.reduce((sum, w) => sum + w.kg, 0) / present.length, mornings: present.length };
};

/** The change from one week mean to the next, % of the first; undefined when either week has fewer than three mornings. common practice, no source. */
export const rateBetween = (before: WeekMean | undefined, now: WeekMean | undefined): number | undefined =>
  !now || !before || now.mornings < 3 || before.mornings < 3
    ? undefined
    : ((now.kg - before.kg) / before.kg) * 100;

/** The change of the week mean against the week before, % of it a week; undefined when either week has fewer than three mornings. */
export const weekRate = (weighIns: readonly WeighIn[], day: IsoDate): number | undefined =>
  rateBetween(weekMean(weighIns, addDays(day, -7)), weekMean(weighIns, day));

export interface LineFit {
  slope: number;
  intercept: number;
  /** Standard error of the slope; undefined below three points. */
  slopeSe: number | undefined;
}

/**
 * Ordinary least squares line through points [x, y]. Undefined below two points or when all x are equal.
 * Source: Legendre 1805; checked against a general statistics library.
 *
 * @example
 * olsLine([[0, 1], [1, 3], [2, 5]])?.slope; // => 2
 */
export const olsLine = (points: readonly (readonly [number, number])[]): LineFit | undefined => {
  const n = points.length;
  if (n < 2) return undefined;
  const meanX = points.reduce((s, [x]) => s + x, 0) / n;
  const meanY = points.reduce((s, [, y]) => s + y, 0) / n;
  let sxx = 0;
  let sxy = 0;
  for (const [x, y] of points) {
    sxx += (x - meanX) ** 2;
    sxy += (x - meanX) * (y - meanY);
  }
  if (sxx === 0) return undefined;
  const slope = sxy / sxx;
  const intercept = meanY - slope * meanX;
  const residual = points.reduce((s, [x, y]) => s + (y - intercept - slope * x) ** 2, 0);
  return { slope, intercept, slopeSe: n > 2 ? Math.sqrt(residual / (n - 2) / sxx) : undefined };
};

/** So many days before a week may tell its expenditure. common practice, no source. */
export const LOOK_BACK_DAYS = 180;
/** Of the last so many days, so many complete ones and so many mornings carry an estimate. common practice, no source. */
const RECENT_DAYS = 28;
const LEAST_DAYS = 14;
const LEAST_MORNINGS = 10;

/** Whether the days up to `until` tell enough of an expenditure. */
const tells = (days: readonly LoggedDay[], until: IsoDate): boolean => {
  const recent = days.filter((d) => d.day > addDays(until, -RECENT_DAYS) && d.day <= until);
  return (
    recent.filter((d) => d.kcal !== null).length >= LEAST_DAYS &&
    recent.filter((d) => d.kg !== null).length >= LEAST_MORNINGS
  );
};

/**
 * The basis of the week that starts on `from`, out of what was known before it: the week mean of the mornings, and the expenditure that the
 * filter tells from `days`, once the last 28 carry it, else the one of the week before. `start` is what was believed when `days` begin: the
 * basis in force then. Lean mass is carried.
 */
export const weekBasis = (
  last: BodyBasis,
  start: Pick<BodyBasis, 'expenditure' | 'expenditureSd'>,
  days: readonly LoggedDay[],
  from: IsoDate,
): Omit<BodyBasis, 'id'> & { expenditureFrom: 'filter' | 'carried' } => {
  const until = addDays(from, -1);
  const known = everyDay(days.filter((d) => d.day <= until));
  const weighIns = known.flatMap(({ day, kg }) => (kg === null ? [] : [{ day, kg }]));
  const told = tells(known, until) ? latestEstimate(known, start) : undefined;
  return {
    from,
    weightKg: Math.round((weekMean(weighIns, until)?.kg ?? last.weightKg) * 100) / 100,
    leanKg: last.leanKg,
    expenditure: Math.round(told?.expenditure ?? last.expenditure),
    expenditureSd: Math.round(told?.expenditureSd ?? last.expenditureSd),
    expenditureFrom: told ? 'filter' : 'carried',
    carbBasis: last.carbBasis,
  };
};
