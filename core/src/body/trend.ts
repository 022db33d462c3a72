import type { BodyBasis } from './basis.ts';
import { addDays, daysBetween, type IsoDate } from '../units/index.ts';

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

/** The change of the week mean against the week before, % of it a week; undefined when either week has fewer than three mornings. */
export const weekRate = (weighIns: readonly WeighIn[], day: IsoDate): number | undefined => {
  const now = weekMean(weighIns, day);
  const before = weekMean(weighIns, addDays(day, -7));
  if (!now || !before || now.mornings < 3 || before.mornings < 3) return undefined;
  return ((now.kg - before.kg) / before.kg) * 100;
};

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

export interface Expenditure {
  kcal: number;
  sd: number;
}

/** Days of log and mornings that a measured expenditure needs. */
export const BALANCE_DAYS = 14;

/**
 * Expenditure from the energy balance of the last 28 days up to `day`: mean intake of the complete days minus the
 * weight trend x 7,700 kcal/kg. Undefined below 14 complete days or 10 mornings. `intake` is kcal a day of complete days
 * only. sd joins the trend's standard error and the mean intake's scatter.
 * Source: Wishnofsky 1958 for the 7,700; the balance itself is common practice, no source.
 */
export const expenditureFromBalance = (
  intake: readonly { day: IsoDate; kcal: number }[],
  weighIns: readonly WeighIn[],
  day: IsoDate,
): Expenditure | undefined => {
  const from = addDays(day, -27);
  const inside = <T extends { day: IsoDate }>(rows: readonly T[]) =>
    rows.filter((r) => r.day >= from && r.day <= day);
  const eaten = inside(intake);
  const mornings = inside(weighIns);
  if (eaten.length < BALANCE_DAYS || mornings.length < 10) return undefined;
  const line = olsLine(mornings.map((w) => [daysBetween(from, w.day), w.kg] as const));
  if (!line) return undefined;
  const mean = eaten.reduce((s, r) => s + r.kcal, 0) / eaten.length;
  const scatter = eaten.reduce((s, r) => s + (r.kcal - mean) ** 2, 0) / (eaten.length - 1);
  const sd = Math.hypot((line.slopeSe ?? 0) * 7700, Math.sqrt(scatter / eaten.length));
  return { kcal: mean - line.slope * 7700, sd };
};

/**
 * The basis of the week that starts on `from`, out of what was known before it: the week mean of the mornings, and the
 * expenditure measured from 28 days of log once they carry it, else the one of the week before. Lean mass is carried.
 */
export const weekBasis = (
  last: BodyBasis,
  intake: readonly { day: IsoDate; kcal: number }[],
  weighIns: readonly WeighIn[],
  from: IsoDate,
): Omit<BodyBasis, 'id'> & { expenditureFrom: 'balance' | 'carried' } => {
  const until = addDays(from, -1);
  const measured = expenditureFromBalance(intake, weighIns, until);
  return {
    from,
    weightKg: Math.round((weekMean(weighIns, until)?.kg ?? last.weightKg) * 100) / 100,
    leanKg: last.leanKg,
    expenditure: Math.round(measured?.kcal ?? last.expenditure),
    expenditureSd: Math.round(measured?.sd ?? last.expenditureSd),
    expenditureFrom: measured ? 'balance' : 'carried',
    carbBasis: last.carbBasis,
  };
};
