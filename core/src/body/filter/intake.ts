import { type Column, columnsOf, type EstimateModel, type LoggedDay } from './days.ts';
import { Usual } from './water.ts';

/** How much of a change of mean intake expenditure follows: thermic effect 0.10 and adaptation 0.14. Source: after Hall 2011, from memory. */
const FOLLOWS = 0.24;
/** Time constant of mean intake, days. */
const MEAN_DAYS = 10;
const MEAN_STEP = 1 - Math.exp(-1 / MEAN_DAYS);
/** A day that is not known is taken as the mean of so many complete ones, with so much doubt, kcal. */
const RECENT_DAYS = 14;
const UNKNOWN_SD = 500;
/** Below this weighed share the doubt of a day is doubled. */
const MOSTLY_WEIGHED = 0.8;

/** What days bring of energy, a column each, kcal. */
export interface Intake {
  /** What was eaten; NaN before the first complete day, where nothing stands for it. */
  eaten: Column;
  /** Its standard doubt. */
  doubt: Column;
  /** How far expenditure follows the day. */
  follows: Column;
  /** Mean intake as of the morning; NaN before the first complete day. */
  mean: Column;
}

/** What each day from `first` on brings of energy, with the same place in each column as among the days. */
export const intakeOf = (
  days: readonly LoggedDay[],
  first: number,
  { intakeDoubt }: Pick<EstimateModel, 'intakeDoubt'>,
): Intake => {
  const [eaten, doubt, follows, mean] = columnsOf(4, days.length) as [Column, Column, Column, Column];
  const recent = new Usual(RECENT_DAYS);
  let meanNow = NaN;
  let meanWeight = 0;
  for (let i = first; i < days.length; i += 1) {
    const { kcal, kcalSd, weighedShare } = days[i] as LoggedDay;
    mean[i] = meanNow;
    if (kcal === null) {
      eaten[i] = recent.mean;
      doubt[i] = UNKNOWN_SD;
      continue;
    }
    eaten[i] = kcal;
    doubt[i] = Math.max(kcalSd ?? 0, intakeDoubt * kcal) * ((weighedShare ?? 1) < MOSTLY_WEIGHED ? 2 : 1);
    recent.add(kcal);
    // A mean of few days is a mean of those alone.
    meanWeight += MEAN_STEP * (1 - meanWeight);
    if (Number.isNaN(meanNow)) meanNow = kcal;
    else {
      const change = (MEAN_STEP / meanWeight) * (kcal - meanNow);
      follows[i] = FOLLOWS * change;
      meanNow += change;
    }
  }
  return { eaten, doubt, follows, mean };
};
