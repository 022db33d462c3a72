import { addDays, weekStart, type IsoDate } from '../../units/index.ts';
import type { WeighIn } from './trend.ts';

/** What one day brings to its week; null is not known. */
export interface WeekDay {
  day: IsoDate;
  /** A morning that counts, kg. */
  kg: number | null;
  kcal: number | null;
  weighedShare: number | null;
  steps: number | null;
  expenditure: number | null;
}

export interface WeekRow {
  from: IsoDate;
  to: IsoDate;
  /** Means of what is known, each with the days it rests on; undefined without any. */
  kg: Mean | undefined;
  kcal: Mean | undefined;
  weighedShare: Mean | undefined;
  steps: Mean | undefined;
  expenditure: Mean | undefined;
  /** Change of the week mean against the week before, % of it; undefined when either has fewer than three mornings. */
  rate: number | undefined;
}
export interface Mean {
  mean: number;
  days: number;
}

const meanOf = (values: readonly (number | null)[]): Mean | undefined => {
  const known = values.filter((v) => v !== null);
  return known.length === 0
    ? undefined
    : { mean: known.reduce((a, b) => a + b, 0) / known.length, days: known.length };
};

/** Weeks of the athlete’s own calendar, the oldest first, each by its means. Days in order. */
export const weeksOf = (days: readonly WeekDay[], startsOn: number): WeekRow[] => {
  const weeks: WeekRow[] = [];
  let own: WeekDay[] = [];
  const close = (): void => {
    const first = own[0];
    if (!first) return;
    const from = weekStart(first.day, startsOn);
    const kg = meanOf(own.map((d) => d.kg));
    const before = weeks.at(-1)?.kg;
    weeks.push({
      from,
      to: addDays(from, 6),
      kg,
      kcal: meanOf(own.map((d) => d.kcal)),
      weighedShare: meanOf(own.map((d) => d.weighedShare)),
      steps: meanOf(own.map((d) => d.steps)),
      expenditure: meanOf(own.map((d) => d.expenditure)),
      rate:
        kg && before && kg.days >= 3 && before.days >= 3
          ? ((kg.mean - before.mean) / before.mean) * 100
          : undefined,
    });
    own = [];
  };
  for (const day of days) {
    const first = own[0];
    if (first && weekStart(day.day, startsOn) !== weekStart(first.day, startsOn)) close();
    own.push(day);
  }
  close();
  return weeks;
};

/** How much of a new morning an exponential trend takes up. common practice, no source. */
const TAKES = 0.1;

/**
 * An exponentially weighted trend of mornings, kg; a morning that is missing leaves it where it was.
 * Source: Holt 1957; the tenth is common practice, no source.
 *
 * @example
 * const day = isoDate('2026-11-28');
 * exponentialTrend([{ day, kg: 80 }, { day: addDays(day, 1), kg: 81 }]).map((w) => w.kg); // => [80, 80.1]
 */
export const exponentialTrend = (mornings: readonly WeighIn[]): WeighIn[] => {
  let level: number | undefined;
  return mornings.map(({ day, kg }) => {
    level = level === undefined ? kg : level + TAKES * (kg - level);
    return { day, kg: level };
  });
};
