import { addDays, type IsoDate } from '../../units/index.ts';
import { KCAL_PER_KG } from '../composition/energy.ts';

/** How much of body water’s wander stays to the next morning. common practice, no source. */
export const WANDER_STAYS = 0.6;

/** What is known of one day: the morning's weight, and what was eaten after it. Null is unknown, never nothing. */
export interface LoggedDay {
  day: IsoDate;
  /** Weight in the morning, kg. */
  kg: number | null;
  /** Energy of a complete day as it was logged, kcal. */
  kcal: number | null;
  /** Standard doubt of that energy, kcal. */
  kcalSd?: number;
  /** Part of the energy that was weighed, 0 to 1. */
  weighedShare?: number;
  /** Carbohydrate, g. */
  carbs: number | null;
  /** Sodium, mg, where it is known whole. */
  sodium: number | null;
  /** Day of the cycle, 1 the first of menses. */
  cycleDay: number | null;
  /** What was eaten and drunk of food, kg; left out where it is not known. */
  foodKg?: number | null;
}

/** What is believed before any day. */
export interface EstimateStart {
  /** Expenditure, kcal a day. */
  expenditure: number;
  /** Its standard doubt, kcal; 300 where it comes from an equation. */
  expenditureSd?: number;
}

/** What the model takes as known. `rho` in kcal a kg; `rhoDoubt` as a part of it; `drift` and `diffuse` are for checks. */
export interface EstimateModel {
  rho: number;
  rhoDoubt: number;
  /** Standard deviation of a day's own change of expenditure, kcal. */
  drift: number;
  /** Least doubt of a day's energy, as a part of it. */
  intakeDoubt: number;
  /** Standard deviations of a reading and of body water's wander, as parts of the weight. */
  readingSd: number;
  wanderSd: number;
  /** Whether the two follow the athlete's own mornings. */
  own: boolean;
  /** Standard doubt of the first morning's weight, as a part of it. */
  startSd: number;
  /** Expenditure that a kilogram of body costs a day, kcal: of its lean and its fat, and of moving it. */
  costOfKg: number;
  /** Factor of the doubt of water that goes with glycogen. */
  waterDoubt: number;
}

export const ESTIMATE_MODEL: EstimateModel = {
  rho: KCAL_PER_KG,
  // common practice, no source: from here on, as everything of this model that names none.
  rhoDoubt: 0.15,
  drift: 18,
  intakeDoubt: 0.06,
  readingSd: 0.0035,
  wanderSd: 0.0035,
  own: true,
  startSd: 0.01,
  // Source: after Hall 2011, from memory.
  costOfKg: 15,
  waterDoubt: 1,
};

/** What besides tissue shows on the scale, kg. */
export interface ScaleParts {
  glycogen: number;
  salt: number;
  gut: number;
  cycle: number;
  wander: number;
}

export interface DayEstimate {
  day: IsoDate;
  /** Tissue without the wander of water, kg, from the mornings up to and with this one. */
  weightKg: number;
  weightSd: number;
  /** kcal a day as the log counts them, in force on this day. */
  expenditure: number;
  expenditureSd: number;
  /** What the scale was expected to show, said the day before, kg. */
  expectedKg: number;
  expectedSd: number;
  /**
   * Parts of what was expected, kg: water with glycogen and with salt beyond usual, food still in the gut beyond usual, the cycle, and water
   * that stays from the day before.
   */
  parts: ScaleParts;
}

/** The days from the first to the last, each once; days that are missing are unknown. Throws RangeError for a day that stands twice. */
export const everyDay = (days: readonly LoggedDay[]): LoggedDay[] => {
  const sorted = [...days].sort((a, b) => (a.day < b.day ? -1 : 1));
  const out: LoggedDay[] = [];
  for (const one of sorted) {
    let next = out.length === 0 ? one.day : addDays((out.at(-1) as LoggedDay).day, 1);
    if (one.day < next) throw new RangeError(`${one.day} stands twice.`);
    for (; next < one.day; next = addDays(next, 1))
      out.push({ day: next, kg: null, kcal: null, carbs: null, sodium: null, cycleDay: null });
    out.push(one);
  }
  return out;
};

export type Column = Float64Array;

/** So many columns of so many numbers, all nought, out of one piece of memory: a piece for each takes longer than what is written into them. */
export const columnsOf = (columns: number, count: number): Column[] => {
  const all = new Float64Array(columns * count);
  return Array.from({ length: columns }, (_, i) => all.subarray(i * count, (i + 1) * count));
};
