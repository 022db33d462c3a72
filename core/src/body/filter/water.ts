import { type Column, columnsOf, type LoggedDay } from './days.ts';

/** Water that food brings and takes: glycogen with its water, and salt. */

/** kg of scale weight for 1 kg of glycogen: itself and three times its water. Source: Olsson & Saltin 1970. */
export const GLYCOGEN_WITH_WATER = 4;
const STORE_KG = 0.5;
const STORE_LEAST = 0.15;
const STORE_MOST = 1.1;
/** Part of the way to its level that glycogen goes in a day. Source: after Hall 2011, from memory. */
const FILLING = 0.6;
/** Part of salt water that is there or gone the next day. Source: after Hall 2011, from memory. */
const SETTLING = 0.5;
/** kg of water with 1 g of sodium: 43.5 mmol in a gram over 140 mmol in a litre. */
export const WATER_OF_SODIUM = 1000 / 22.99 / 140;
/** Time constant of the long mean, days. */
const LONG_STEP = 1 - Math.exp(-1 / 120);
/** Days of a usual amount. */
const USUAL_DAYS = 28;

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

/** Glycogen, kg, after a day with so much carbohydrate; a day that is not known is taken as usual, and so is one while nothing is (`usual` NaN). */
export const glycogenAfter = (kg: number, carbs: number | null, usual: number): number => {
  const share = carbs !== null && usual > 0 ? carbs / usual : 1;
  const level = STORE_KG * Math.sqrt(Math.max(0, share));
  return Math.min(STORE_MOST, Math.max(STORE_LEAST, kg + FILLING * (level - kg)));
};
export const GLYCOGEN_START = STORE_KG;

/** Salt water, kg beyond usual, after a day with so much sodium (mg); a day that is not known brings none. */
export const saltWaterAfter = (kg: number, sodium: number | null, usual: number): number => {
  const level = sodium === null || Number.isNaN(usual) ? 0 : (WATER_OF_SODIUM * (sodium - usual)) / 1000;
  return kg + SETTLING * (level - kg);
};

/** kg on the scale the next morning for a kilogram of food above usual; half of it the morning after, then none. From memory. */
const GUT_OF_FOOD = 0.15;
const GUT_USUAL_DAYS = 14;

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

/** Water, kg, that a change of usual carbohydrate against that of months before would move, if all of it stayed away. */
export const lastingWater = (usual: number, long: number): number =>
  usual >= 0 && long > 0 ? GLYCOGEN_WITH_WATER * STORE_KG * (Math.sqrt(usual / long) - 1) : 0;

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
