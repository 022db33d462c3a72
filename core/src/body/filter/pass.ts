import {
  type Column,
  columnsOf,
  ESTIMATE_MODEL,
  type EstimateModel,
  type EstimateStart,
  type LoggedDay,
  WANDER_STAYS,
} from './days.ts';
import {
  FOLLOWS,
  GLYCOGEN_START,
  GLYCOGEN_WITH_WATER,
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
import type { State } from './kalman.ts';

const STATES = 5;
const STATES_WITH_CYCLE = 7;
const START_SD = 300;
const CYCLE_SD = 0.4;
/** How much of the water that a lasting change of carbohydrate moves stays away, and how much people differ in it. */
const LASTING = 0.5;
const LASTING_SD = 1.2;
/** How much people differ in the water that goes with glycogen, kg a kg: a cut that begins with a fall of water moves this and not expenditure. */
const GLYCOGEN_WATER_SD = 4;
const CYCLE_DAYS = 28;
/** From so many mornings on a person's own are believed, with the factor of both variances kept within bounds. */
const OWN_MORNINGS = 28;
const OWN_LEAST = 0.25;
const OWN_MOST = 4;

/** Estimates of days that follow one another, a column each; place k is the day `first + k`. */
export interface Estimates {
  /** Where among the days the first of them stands; nothing is said before the first morning with a weight. */
  first: number;
  count: number;
  weightKg: Column;
  weightVariance: Column;
  expenditure: Column;
  expenditureVariance: Column;
  /** Mean intake as of the morning, kcal; NaN before a first complete day. */
  meanIntake: Column;
  expectedKg: Column;
  expectedVariance: Column;
  /** Parts of what was expected, kg. */
  glycogen: Column;
  salt: Column;
  gut: Column;
  wander: Column;
  cycle: Column;
  /** Of glycogen beyond usual itself, and of the water that a lasting change of carbohydrate would move, kg. */
  beyond: Column;
  lasts: Column;
}

type Columns = [
  Column,
  Column,
  Column,
  Column,
  Column,
  Column,
  Column,
  Column,
  Column,
  Column,
  Column,
  Column,
  Column,
  Column,
];

/** What a look back needs of each day besides its estimate. */
export interface Trace {
  predicted: State[];
  filtered: State[];
}

/** Whether a cycle is tracked; a callback for each of a thousand days would be felt. */
const isTracked = (days: readonly LoggedDay[]): boolean => {
  for (const { cycleDay } of days) if (cycleDay !== null) return true;
  return false;
};

/** The first n rows of a state whose mean and triangle, row by row from the diagonal on, stand one after the other. */
const stateOf = (n: number, numbers: readonly number[]): State => {
  const cov = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  let at = STATES_WITH_CYCLE;
  for (let i = 0; i < STATES_WITH_CYCLE; i += 1)
    for (let j = i; j < STATES_WITH_CYCLE; j += 1, at += 1) {
      if (j >= n) continue;
      (cov[i] as number[])[j] = numbers[at] as number;
      (cov[j] as number[])[i] = numbers[at] as number;
    }
  return { mean: numbers.slice(0, n), cov };
};

/**
 * One pass over days that follow one another, from the first morning that has a weight: the filter of `kalman.ts` for this one model.
 *
 * The state: 0 tissue kg, 1 expenditure kcal, 2 wander of water kg, 3 water beyond four parts with glycogen, 4 part of lasting water that stays
 * away; and, where a cycle is tracked, 5 and 6 its sine and cosine, kg. `m` its mean, `p` the triangle of its covariance, `t` what a row has in
 * common with the reading, `g` how far the reading moves it. Each is a number of its own: as arrays the same pass takes six times as long. So
 * are the means of what days bring, each a ring of amounts with its sum: as the objects of `plain.ts` they take longer than all five states.
 *
 * With `keep` the last day alone is written down.
 */
export const filterColumns = (
  days: readonly LoggedDay[],
  start: EstimateStart,
  model: EstimateModel = ESTIMATE_MODEL,
  trace?: Trace,
  keep: 'all' | 'last' = 'all',
  // eslint-disable-next-line max-lines-per-function -- in parts, each number would be kept in memory: see above
): Estimates | undefined => {
  const first = days.findIndex((d) => d.kg !== null);
  if (first < 0) return undefined;
  const kept = keep === 'last' ? days.length - 1 : first;
  const count = days.length - kept;
  const tracked = isTracked(days);
  const n = tracked ? STATES_WITH_CYCLE : STATES;
  const [
    weightKg,
    weightVariance,
    expenditure,
    expenditureVariance,
    meanIntake,
    expectedKg,
    expectedVariance,
    glycogenKg,
    saltKg,
    gutKg,
    wanderKg,
    cycleKg,
    beyond,
    lasts,
  ] = columnsOf(14, count) as Columns;
  const { readingSd, wanderSd, costOfKg, intakeDoubt, own: followsOwn } = model;
  const perKcal = 1 / model.rho;
  const keeps = 1 - costOfKg * perKcal;
  const stays = WANDER_STAYS;
  const fades = stays ** 2;
  const comes = (1 - fades) * wanderSd ** 2;
  const keepsTwice = keeps ** 2;
  const keepsStays = keeps * stays;
  const drift = model.drift ** 2;
  let own = 1;
  let squares = 0;
  let mornings = 0;

  const carbsKept = new Float64Array(USUAL_DAYS).fill(NaN);
  const sodiumKept = new Float64Array(USUAL_DAYS).fill(NaN);
  const foodKept = new Float64Array(GUT_USUAL_DAYS).fill(NaN);
  const kcalKept = new Float64Array(RECENT_DAYS).fill(NaN);
  // prettier-ignore
  let usualAt = 0, foodAt = 0, kcalAt = 0,
    carbsSum = 0, carbsKnown = 0, sodiumSum = 0, sodiumKnown = 0, foodSum = 0, foodKnown = 0, kcalSum = 0, kcalKnown = 0,
    usualCarbs = NaN, longCarbs = 0, longWeight = 0, intake = NaN, intakeWeight = 0,
    glycogen = GLYCOGEN_START, salt = 0, food = 0, gut = 0;

  const kg0 = (days[first] as LoggedDay).kg as number;
  const cycleVariance = tracked ? CYCLE_SD ** 2 : 0;
  // prettier-ignore
  let m0 = kg0, m1 = start.expenditure, m2 = 0, m3 = 0, m4 = LASTING, m5 = 0, m6 = 0,
    p00 = (model.startSd * kg0) ** 2, p01 = 0, p02 = 0, p03 = 0, p04 = 0, p05 = 0, p06 = 0,
    p11 = (start.expenditureSd ?? START_SD) ** 2, p12 = 0, p13 = 0, p14 = 0, p15 = 0, p16 = 0,
    p22 = (wanderSd * kg0) ** 2, p23 = 0, p24 = 0, p25 = 0, p26 = 0,
    p33 = (model.waterDoubt * GLYCOGEN_WATER_SD) ** 2, p34 = 0, p35 = 0, p36 = 0,
    p44 = (model.waterDoubt * LASTING_SD) ** 2, p45 = 0, p46 = 0,
    p55 = cycleVariance, p56 = 0, p66 = cycleVariance;

  for (let i = first; i < days.length; i += 1) {
    const { kg, kcal, kcalSd, weighedShare, carbs, sodium, foodKg, cycleDay } = days[i] as LoggedDay;

    // What the scale is expected to show: wander and tissue whole, the others by the day.
    const h3 = glycogen - GLYCOGEN_START;
    const h4 = lastingWater(usualCarbs, longCarbs);
    let t0 = p00 + p02 + h3 * p03 + h4 * p04;
    let t1 = p01 + p12 + h3 * p13 + h4 * p14;
    let t2 = p02 + p22 + h3 * p23 + h4 * p24;
    let t3 = p03 + p23 + h3 * p33 + h4 * p34;
    let t4 = p04 + p24 + h3 * p34 + h4 * p44;
    let t5 = 0;
    let t6 = 0;
    let spreadOfCycle = 0;
    let cycle = 0;
    if (tracked) {
      let h5 = 0;
      let h6 = 0;
      if (cycleDay !== null) {
        const angle = (2 * Math.PI * (cycleDay - 1)) / CYCLE_DAYS;
        h5 = Math.sin(angle);
        h6 = Math.cos(angle);
      }
      t0 += h5 * p05 + h6 * p06;
      t1 += h5 * p15 + h6 * p16;
      t2 += h5 * p25 + h6 * p26;
      t3 += h5 * p35 + h6 * p36;
      t4 += h5 * p45 + h6 * p46;
      t5 = p05 + p25 + h3 * p35 + h4 * p45 + h5 * p55 + h6 * p56;
      t6 = p06 + p26 + h3 * p36 + h4 * p46 + h5 * p56 + h6 * p66;
      spreadOfCycle = h5 * t5 + h6 * t6;
      cycle = h5 * m5 + h6 * m6;
    }
    const variance = own * (readingSd * m0) ** 2;
    const spread = t0 + t2 + h3 * t3 + h4 * t4 + spreadOfCycle + variance;
    const withGlycogen = (GLYCOGEN_WITH_WATER + m3) * h3 + m4 * h4;
    const expected = m0 + m2 + withGlycogen + cycle + salt + gut;
    if (i >= kept) {
      const k = i - kept;
      expectedKg[k] = expected;
      expectedVariance[k] = spread;
      glycogenKg[k] = withGlycogen;
      saltKg[k] = salt;
      gutKg[k] = gut;
      wanderKg[k] = m2;
      cycleKg[k] = cycle;
      beyond[k] = h3;
      lasts[k] = h4;
    }
    // Written out here and below: a function that closed over the numbers would keep each of them in memory, and the pass would take twice as long.
    // prettier-ignore
    trace?.predicted.push(stateOf(n, [m0, m1, m2, m3, m4, m5, m6,
      p00, p01, p02, p03, p04, p05, p06, p11, p12, p13, p14, p15, p16, p22, p23, p24, p25, p26,
      p33, p34, p35, p36, p44, p45, p46, p55, p56, p66]));

    if (kg !== null) {
      const off = kg - expected;
      const part = 1 / spread;
      const g0 = t0 * part;
      const g1 = t1 * part;
      const g2 = t2 * part;
      const g3 = t3 * part;
      const g4 = t4 * part;
      m0 += g0 * off;
      m1 += g1 * off;
      m2 += g2 * off;
      m3 += g3 * off;
      m4 += g4 * off;
      // prettier-ignore
      {
        p00 -= g0 * t0; p01 -= g0 * t1; p02 -= g0 * t2; p03 -= g0 * t3; p04 -= g0 * t4;
                        p11 -= g1 * t1; p12 -= g1 * t2; p13 -= g1 * t3; p14 -= g1 * t4;
                                        p22 -= g2 * t2; p23 -= g2 * t3; p24 -= g2 * t4;
                                                        p33 -= g3 * t3; p34 -= g3 * t4;
                                                                        p44 -= g4 * t4;
      }
      if (tracked) {
        const g5 = t5 * part;
        const g6 = t6 * part;
        m5 += g5 * off;
        m6 += g6 * off;
        // prettier-ignore
        {
          p05 -= g0 * t5; p15 -= g1 * t5; p25 -= g2 * t5; p35 -= g3 * t5; p45 -= g4 * t5; p55 -= g5 * t5;
          p06 -= g0 * t6; p16 -= g1 * t6; p26 -= g2 * t6; p36 -= g3 * t6; p46 -= g4 * t6; p56 -= g5 * t6; p66 -= g6 * t6;
        }
      }
      // The first morning is where the weight comes from: it tells nothing of the spread.
      if (i > first) {
        mornings += 1;
        squares += off ** 2 * part * own;
        if (followsOwn && mornings >= OWN_MORNINGS)
          own = Math.min(OWN_MOST, Math.max(OWN_LEAST, squares / mornings));
      }
    }
    if (i >= kept) {
      const k = i - kept;
      weightKg[k] = m0;
      weightVariance[k] = p00;
      expenditure[k] = m1;
      expenditureVariance[k] = p11;
      meanIntake[k] = intake;
    }
    // prettier-ignore
    trace?.filtered.push(stateOf(n, [m0, m1, m2, m3, m4, m5, m6,
      p00, p01, p02, p03, p04, p05, p06, p11, p12, p13, p14, p15, p16, p22, p23, p24, p25, p26,
      p33, p34, p35, p36, p44, p45, p46, p55, p56, p66]));

    // What the day brings: energy with its doubt, and how far expenditure follows it.
    let ate = NaN;
    let doubt = UNKNOWN_SD;
    let follows = 0;
    if (kcal === null) {
      if (kcalKnown > 0) ate = kcalSum / kcalKnown;
    } else {
      ate = kcal;
      doubt = Math.max(kcalSd ?? 0, intakeDoubt * kcal) * ((weighedShare ?? 1) < MOSTLY_WEIGHED ? 2 : 1);
      const gone = kcalKept[kcalAt] as number;
      if (Number.isNaN(gone)) kcalKnown += 1;
      else kcalSum -= gone;
      kcalKept[kcalAt] = kcal;
      kcalSum += kcal;
      kcalAt = kcalAt + 1 === RECENT_DAYS ? 0 : kcalAt + 1;
      // A mean of few days is a mean of those alone.
      intakeWeight += INTAKE_STEP * (1 - intakeWeight);
      if (Number.isNaN(intake)) intake = kcal;
      else {
        const change = (INTAKE_STEP / intakeWeight) * (kcal - intake);
        follows = FOLLOWS * change;
        intake += change;
      }
    }
    // Water with carbohydrate and with salt, each against what is usual.
    const carbsGone = carbsKept[usualAt] as number;
    if (!Number.isNaN(carbsGone)) {
      carbsSum -= carbsGone;
      carbsKnown -= 1;
    }
    if (carbs === null) carbsKept[usualAt] = NaN;
    else {
      carbsKept[usualAt] = carbs;
      carbsSum += carbs;
      carbsKnown += 1;
      longWeight += LONG_STEP * (1 - longWeight);
      longCarbs += (LONG_STEP / longWeight) * (carbs - longCarbs);
    }
    usualCarbs = carbsKnown > 0 ? carbsSum / carbsKnown : NaN;
    glycogen = glycogenAfter(glycogen, carbs, usualCarbs);
    const sodiumGone = sodiumKept[usualAt] as number;
    if (!Number.isNaN(sodiumGone)) {
      sodiumSum -= sodiumGone;
      sodiumKnown -= 1;
    }
    if (sodium === null) sodiumKept[usualAt] = NaN;
    else {
      sodiumKept[usualAt] = sodium;
      sodiumSum += sodium;
      sodiumKnown += 1;
    }
    salt = saltWaterAfter(salt, sodium, sodiumKnown > 0 ? sodiumSum / sodiumKnown : NaN);
    usualAt = usualAt + 1 === USUAL_DAYS ? 0 : usualAt + 1;
    // Food in the gut: of this day, and half of that of the day before.
    const before = food;
    food = 0;
    if (foodKg !== null && foodKg !== undefined) {
      if (foodKnown > 0) food = GUT_OF_FOOD * (foodKg - foodSum / foodKnown);
      const gone = foodKept[foodAt] as number;
      if (Number.isNaN(gone)) foodKnown += 1;
      else foodSum -= gone;
      foodKept[foodAt] = foodKg;
      foodSum += foodKg;
      foodAt = foodAt + 1 === GUT_USUAL_DAYS ? 0 : foodAt + 1;
    }
    gut = food + before / 2;

    // To the next morning.
    const gained = Number.isNaN(ate) ? 0 : (ate - m1) * perKcal;
    p22 = fades * p22 + comes * own * m0 ** 2;
    m0 += gained;
    m1 += follows + costOfKg * gained;
    m2 *= stays;
    // prettier-ignore
    {
      p00 += perKcal * (perKcal * p11 - 2 * p01) + (doubt * perKcal) ** 2;
      p01 = keeps * (p01 - perKcal * p11); p02 = stays * (p02 - perKcal * p12); p03 -= perKcal * p13; p04 -= perKcal * p14;
      p11 = keepsTwice * p11 + drift; p12 *= keepsStays; p13 *= keeps; p14 *= keeps;
      p23 *= stays; p24 *= stays;
    }
    // prettier-ignore
    if (tracked) {
      p05 -= perKcal * p15; p06 -= perKcal * p16;
      p15 *= keeps; p16 *= keeps;
      p25 *= stays; p26 *= stays;
    }
  }
  return {
    first: kept,
    count,
    weightKg,
    weightVariance,
    expenditure,
    expenditureVariance,
    meanIntake,
    expectedKg,
    expectedVariance,
    glycogen: glycogenKg,
    salt: saltKg,
    gut: gutKg,
    wander: wanderKg,
    cycle: cycleKg,
    beyond,
    lasts,
  };
};
