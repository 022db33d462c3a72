import { type Column, columnsOf, type EstimateModel, type LoggedDay } from './days.ts';
import {
  FOLLOWS,
  GLYCOGEN_START,
  glycogenAfter,
  GUT_OF_FOOD,
  GUT_USUAL_DAYS,
  INTAKE_STEP,
  lastingWater,
  LONG_STEP,
  MOSTLY_WEIGHED,
  RECENT_DAYS,
  saltWaterAfter,
  UNKNOWN_SD,
  USUAL_DAYS,
} from './brought.ts';

/** What days bring, in its plain form: an object for each mean. The pass does the same in numbers of its own and is compared with this. */

/** The mean of the amounts that are known of the last days, 28 unless said otherwise. */
export class Usual {
  private readonly kept: Float64Array;
  private at = 0;
  private sum = 0;
  private known = 0;

  constructor(days = USUAL_DAYS) {
    this.kept = new Float64Array(days).fill(NaN);
  }

  add(amount: number | null): void {
    const gone = this.kept[this.at] as number;
    if (!Number.isNaN(gone)) {
      this.sum -= gone;
      this.known -= 1;
    }
    this.kept[this.at] = amount ?? NaN;
    if (amount !== null) {
      this.sum += amount;
      this.known += 1;
    }
    this.at = this.at + 1 === this.kept.length ? 0 : this.at + 1;
  }
  /** NaN where nothing is known. */
  get mean(): number {
    return this.known > 0 ? this.sum / this.known : NaN;
  }
}

/** The mean of known amounts over about four months, so that a change of phase is seen against what was before it. */
export class Long {
  private value = 0;
  private weight = 0;

  add(amount: number | null): void {
    if (amount === null) return;
    this.weight += LONG_STEP * (1 - this.weight);
    this.value += (LONG_STEP / this.weight) * (amount - this.value);
  }
  /** NaN where nothing is known. */
  get mean(): number {
    return this.weight > 0 ? this.value : NaN;
  }
}

/** Food in the gut beyond usual, from what was eaten, kg; a day that is not known brings none. */
export class Gut {
  private readonly usual = new Usual(GUT_USUAL_DAYS);
  private last = 0;
  /** What it shows the next morning. */
  kg = 0;

  add(foodKg: number | null | undefined): void {
    const before = this.last;
    this.last = 0;
    if (foodKg !== null && foodKg !== undefined) {
      const usual = this.usual.mean;
      this.last = Number.isNaN(usual) ? 0 : GUT_OF_FOOD * (foodKg - usual);
      this.usual.add(foodKg);
    }
    this.kg = this.last + before / 2;
  }
}

/** What food makes the scale show each morning beyond usual, a column each. */
export interface ShownByFood {
  /** Glycogen, kg. */
  beyond: Column;
  /** Water that a lasting change of carbohydrate would move, if all of it stayed away, kg. */
  lasts: Column;
  salt: Column;
  gut: Column;
}

/** What was eaten before each morning from `first` on makes the scale show, with the same place in each column as among the days. */
export const shownByFood = (
  days: readonly Pick<LoggedDay, 'carbs' | 'sodium' | 'foodKg'>[],
  first: number,
): ShownByFood => {
  const [beyond, lasts, saltKg, gutKg] = columnsOf(4, days.length) as [Column, Column, Column, Column];
  const usualCarbs = new Usual();
  const usualSodium = new Usual();
  const longCarbs = new Long();
  const gut = new Gut();
  let glycogen = GLYCOGEN_START;
  let salt = 0;
  for (let i = first; i < days.length; i += 1) {
    beyond[i] = glycogen - GLYCOGEN_START;
    lasts[i] = lastingWater(usualCarbs.mean, longCarbs.mean);
    saltKg[i] = salt;
    gutKg[i] = gut.kg;
    const { carbs, sodium, foodKg } = days[i] as LoggedDay;
    usualCarbs.add(carbs);
    longCarbs.add(carbs);
    usualSodium.add(sodium);
    gut.add(foodKg);
    glycogen = glycogenAfter(glycogen, carbs, usualCarbs.mean);
    salt = saltWaterAfter(salt, sodium, usualSodium.mean);
  }
  return { beyond, lasts, salt: saltKg, gut: gutKg };
};

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
    meanWeight += INTAKE_STEP * (1 - meanWeight);
    if (Number.isNaN(meanNow)) meanNow = kcal;
    else {
      const change = (INTAKE_STEP / meanWeight) * (kcal - meanNow);
      follows[i] = FOLLOWS * change;
      meanNow += change;
    }
  }
  return { eaten, doubt, follows, mean };
};
