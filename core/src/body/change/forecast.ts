import { standardNormal, type Random } from '../../random/index.ts';
import { addDays, type IsoDate } from '../../units/index.ts';
import { FAT_KCAL, LEAN_KCAL } from '../composition/energy.ts';
import { ESTIMATE_MODEL } from '../filter/days.ts';
import { massToLose, weeksAtRate } from './startBy.ts';

const { rho: RHO, rhoDoubt: RHO_DOUBT } = ESTIMATE_MODEL;
/** What a kilogram costs a day: lean, fat, and moving it, kcal. Source: after Hall 2011, from memory. */
const COST = { lean: 22, fat: 3.2, moved: 7 };
/** Part of a change of intake that is spent on eating it, and that adaptation takes, and over how many days. Source: after Hall 2011, from memory. */
const EATING = 0.1;
const ADAPTS = 0.14;
const ADAPT_STEP = 1 / 14;

export interface ForecastInput {
  today: IsoDate;
  weightKg: number;
  weightSd: number;
  /** Body fat, %, with its standard spread in points. */
  fatPercent: number;
  fatSd: number;
  /** Expenditure as it is estimated, kcal a day, and its whole doubt. */
  expenditure: number;
  expenditureSd: number;
  /** Mean intake of the last days, kcal: what the body is adapted to. */
  intakeNow: number;
  /** Planned intake of each day from today on, kcal. */
  intake: readonly number[];
  /** Standard doubt of how the mean of what is eaten will lie to the plan, kcal a day. */
  adherenceSd: number;
}

/** What one path takes as true. */
export interface PathTruth {
  weightKg: number;
  fatKg: number;
  expenditure: number;
  rho: number;
  /** kcal a day eaten beyond the plan. */
  beyond: number;
}

/** The part of an energy balance that goes to lean tissue, so that a kilogram holds `rho` kcal. */
export const leanEnergyShare = (rho: number): number =>
  (1 / rho - 1 / FAT_KCAL) / (1 / LEAN_KCAL - 1 / FAT_KCAL);

/** A planned intake as the body meets it, day by day, whatever the body weighs. */
export interface Drive {
  /** Energy left for the body each day once eating and adaptation took theirs, kcal. */
  left: Float64Array;
  /** What of it one kilocalorie more every day would leave. */
  ofBeyond: Float64Array;
}

/**
 * What a plan drives, for every path alike: eating takes 0.1 of a change of intake dI, and adaptation goes to 0.14 dI over 14 days. `intakeNow` is
 * what the body is adapted to, kcal a day. Source: after Hall 2011, from memory.
 *
 * @example
 * driveOf({ intake: [2300, 2400], intakeNow: 2300 }).left.at(1); // => 2390
 */
export const driveOf = ({ intake, intakeNow }: Pick<ForecastInput, 'intake' | 'intakeNow'>): Drive => {
  const left = new Float64Array(intake.length);
  const ofBeyond = new Float64Array(intake.length);
  let adapted = 0;
  let adaptedToOne = 0;
  intake.forEach((eaten, t) => {
    const change = eaten - intakeNow;
    left[t] = eaten - EATING * change - adapted;
    ofBeyond[t] = 1 - EATING - adaptedToOne;
    adapted += (ADAPTS * change - adapted) * ADAPT_STEP;
    adaptedToOne += (ADAPTS - adaptedToOne) * ADAPT_STEP;
  });
  return { left, ofBeyond };
};

/**
 * One body day by day under a plan: writes its mass, kg, and its fat, kg, on each morning from today on (one more than there are days), from
 * place `at`. Expenditure follows body and intake: E = K + 22 FFM + 3.2 FM + 7 W + 0.1 dI + AT, and K is such that today's estimate fits.
 * Source: after Hall 2011, from memory.
 */
export const forecastPath = (
  truth: PathTruth,
  { left, ofBeyond }: Drive,
  kg: Float64Array,
  fat: Float64Array,
  at = 0,
): void => {
  const share = leanEnergyShare(truth.rho);
  let toFat = (1 - share) / FAT_KCAL;
  let toBody = toFat + share / LEAN_KCAL;
  const lean = COST.lean + COST.moved;
  const fatty = COST.fat + COST.moved;
  let costs = lean * (toBody - toFat) + fatty * toFat;
  const { beyond } = truth;
  let { weightKg, fatKg, expenditure: spent } = truth;
  kg[at] = weightKg;
  fat[at] = fatKg;
  const days = left.length;
  // Said here and not beside the others: a bundle makes variables of those, and each step of the loop would look this one up.
  const leastFatKg = 0.5;
  for (let t = 0; t < days; t += 1) {
    const balance = (left[t] as number) + (ofBeyond[t] as number) * beyond - spent;
    weightKg += toBody * balance;
    fatKg += toFat * balance;
    spent += costs * balance;
    if (fatKg < leastFatKg) {
      // Nobody has less fat than none: from here on lean tissue gives.
      fatKg = leastFatKg;
      toFat = 0;
      toBody = 1 / LEAN_KCAL;
      costs = lean * toBody;
    }
    kg[at + t + 1] = weightKg;
    fat[at + t + 1] = fatKg;
  }
};

export interface Three {
  low: number;
  mid: number;
  high: number;
}
export interface FanDay {
  day: IsoDate;
  /** 10, 50 and 90 of 100 paths. */
  kg: Three;
  fatPercent: Three;
}
export interface Fan {
  days: FanDay[];
  /** The last morning of every path, kg, and the fastest week of each, % of body mass lost. */
  finalKg: Float64Array;
  fastestWeek: Float64Array;
}

/** The k-th smallest of the first values, which are put about. Source: Hoare 1961. */
const nth = (values: Float64Array, k: number): number => {
  let left = 0;
  let right = values.length - 1;
  while (left < right) {
    const pivot = values[(left + right) >> 1] as number;
    let i = left;
    let j = right;
    while (i <= j) {
      while ((values[i] as number) < pivot) i += 1;
      while ((values[j] as number) > pivot) j -= 1;
      if (i <= j) {
        const kept = values[i] as number;
        values[i] = values[j] as number;
        values[j] = kept;
        i += 1;
        j -= 1;
      }
    }
    if (k <= j) right = j;
    else if (k >= i) left = i;
    else break;
  }
  return values[k] as number;
};

/** 10, 50 and 90 of 100 of some values, which are put about. */
export const threeOf = (values: Float64Array): Three => {
  const at = (part: number) => nth(values, Math.round(part * (values.length - 1)));
  return { low: at(0.1), mid: at(0.5), high: at(0.9) };
};

/**
 * Two draws of what may be true of the athlete, each as far from what is believed as the other, to the other side, so that the middle of a fan
 * does not lean. A wrong rho has misread expenditure too: the two errors cancel at a steady rate. Source: Hammersley & Morton 1956, from memory.
 */
export const drawTruths = (input: ForecastInput, random: Random): [PathTruth, PathTruth] => {
  const balance = input.intakeNow - input.expenditure;
  const ownSd = Math.sqrt(Math.max(0, input.expenditureSd ** 2 - (RHO_DOUBT * balance) ** 2));
  const off = {
    rho: RHO * RHO_DOUBT * standardNormal(random),
    weight: input.weightSd * standardNormal(random),
    fat: input.fatSd * standardNormal(random),
    expenditure: ownSd * standardNormal(random),
    adherence: input.adherenceSd * standardNormal(random),
  };
  const drawn = (side: 1 | -1): PathTruth => {
    const rho = Math.min(FAT_KCAL - 40, Math.max(5000, RHO + side * off.rho));
    const weightKg = input.weightKg + side * off.weight;
    const percent = Math.min(60, Math.max(3, input.fatPercent + side * off.fat));
    return {
      weightKg,
      fatKg: (weightKg * percent) / 100,
      rho,
      expenditure: input.expenditure + side * off.expenditure + (1 - rho / RHO) * balance,
      beyond: side * off.adherence,
    };
  };
  return [drawn(1), drawn(-1)];
};

/** Every path of a forecast: its mass and its fat, kg, each morning, one path after the other. */
export const forecastPaths = (
  input: ForecastInput,
  random: Random,
  kg: Float64Array,
  fat: Float64Array,
): void => {
  const drive = driveOf(input);
  const n = input.intake.length + 1;
  for (let at = 0; at < kg.length; at += 2 * n) {
    const [one, other] = drawTruths(input, random);
    forecastPath(one, drive, kg, fat, at);
    if (at + n < kg.length) forecastPath(other, drive, kg, fat, at + n);
  }
};

/**
 * The fan of body mass and body fat over the doubt of expenditure, of the energy of a kilogram, of body fat and of adherence: 10, 50 and 90
 * of 100 paths for each morning. Source of the model: after Hall 2011, from memory.
 */
export const forecastFan = (input: ForecastInput, random: Random, paths = 2000): Fan => {
  const n = input.intake.length + 1;
  const kg = new Float64Array(n * paths);
  const fat = new Float64Array(n * paths);
  forecastPaths(input, random, kg, fat);
  const finalKg = new Float64Array(paths);
  const fastestWeek = new Float64Array(paths);
  for (let p = 0; p < paths; p += 1) {
    finalKg[p] = kg[p * n + n - 1] as number;
    for (let t = p * n + 7; t < (p + 1) * n; t += 1) {
      const before = kg[t - 7] as number;
      const lost = (100 * (before - (kg[t] as number))) / before;
      if (lost > (fastestWeek[p] as number)) fastestWeek[p] = lost;
    }
  }
  const column = new Float64Array(paths);
  const days = Array.from({ length: n }, (_, t): FanDay => {
    for (let p = 0; p < paths; p += 1) column[p] = kg[p * n + t] as number;
    const weight = threeOf(column);
    for (let p = 0; p < paths; p += 1)
      column[p] = (100 * (fat[p * n + t] as number)) / (kg[p * n + t] as number);
    return { day: addDays(input.today, t), kg: weight, fatPercent: threeOf(column) };
  });
  return { days, finalKg, fastestWeek };
};

/** How likely a body mass is reached (or passed) on the last day, and how likely that no week was faster than `percent`, and both. */
export const chanceOf = (
  { finalKg, fastestWeek }: Pick<Fan, 'finalKg' | 'fastestWeek'>,
  wanted: { low: number; high: number },
  percent: number,
): { inside: number; gentle: number; both: number } => {
  let [inside, gentle, both] = [0, 0, 0];
  finalKg.forEach((kg, p) => {
    const there = kg >= wanted.low && kg <= wanted.high;
    const slow = (fastestWeek[p] as number) <= percent;
    if (there) inside += 1;
    if (slow) gentle += 1;
    if (there && slow) both += 1;
  });
  const n = finalKg.length;
  return { inside: inside / n, gentle: gentle / n, both: both / n };
};

export interface SlackInput {
  weightKg: number;
  fatPercent: number;
  fatSd: number;
  /** Body fat wanted at the show, %. */
  stageFatPercent: number;
  /** The fastest loss that is allowed, % of body mass a week. */
  ratePercent: number;
  pauseWeeks: number;
  weeksLeft: number;
}

/**
 * Weeks to spare before a diet must start, as a distribution over the doubt of body fat and of what is lost: 10, 50 and 90 of 100, and how
 * likely it still fits. Negative when it is over.
 */
export const slackOdds = (input: SlackInput, random: Random, draws = 2000): Three & { fits: number } => {
  const slack = new Float64Array(draws);
  let fits = 0;
  for (let i = 0; i < draws; i += 1) {
    const fat = Math.min(
      0.6,
      Math.max(0.03, (input.fatPercent + input.fatSd * standardNormal(random)) / 100),
    );
    const rho = Math.min(FAT_KCAL - 40, Math.max(5000, RHO * (1 + RHO_DOUBT * standardNormal(random))));
    const leanShare = Math.min(0.5, (leanEnergyShare(rho) * rho) / LEAN_KCAL);
    const lose = massToLose(input.weightKg, fat, input.stageFatPercent / 100, leanShare);
    const weeks =
      lose === 0
        ? 0
        : weeksAtRate(input.weightKg, input.weightKg - lose, input.ratePercent) + input.pauseWeeks;
    slack[i] = input.weeksLeft - weeks;
    if (input.weeksLeft >= weeks) fits += 1;
  }
  return { ...threeOf(slack), fits: fits / draws };
};
