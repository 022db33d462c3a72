import {
  type DayEstimate,
  ESTIMATE_MODEL,
  type EstimateModel,
  type EstimateStart,
  type LoggedDay,
  WANDER_STAYS,
} from './days.ts';
import { type Matrix, smooth, type State } from './kalman.ts';
import {
  GLYCOGEN_START,
  GLYCOGEN_WITH_WATER,
  Gut,
  glycogenAfter,
  lastingWater,
  Long,
  saltWaterAfter,
  Usual,
} from './water.ts';

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

/** The mean of the last complete days; undefined before the first. */
class Recent {
  private readonly kept: number[] = [];
  add(kcal: number): void {
    this.kept.push(kcal);
    if (this.kept.length > RECENT_DAYS) this.kept.shift();
  }
  get mean(): number | undefined {
    return this.kept.length === 0 ? undefined : this.kept.reduce((a, b) => a + b, 0) / this.kept.length;
  }
}

/** Rows of the state: tissue, expenditure, wander, water beyond four parts with glycogen, water that stays away, sine and cosine of the cycle. */
const [TISSUE, SPENT, WANDER, BEYOND, LASTS, SINE, COSINE] = [0, 1, 2, 3, 4, 5, 6] as const;
const STATES = 5;
const STATES_WITH_CYCLE = 7;

/** The state as it is moved in place: its mean, and its covariance row by row. */
interface Running {
  n: number;
  mean: Float64Array;
  cov: Float64Array;
  /** Scratch of one reading: what each row tells of it, and how much each is moved by it. */
  told: Float64Array;
  gain: Float64Array;
}

const copied = ({ n, mean, cov }: Running): State => ({
  mean: [...mean],
  cov: Array.from({ length: n }, (_, i) => [...cov.subarray(i * n, i * n + n)]),
});

/** The step from one morning to the next: tissue loses what is spent, expenditure falls with what it carries, wander fades. */
const moveOn = (state: Running, { rho, costOfKg }: EstimateModel): void => {
  const { n, cov } = state;
  const spent = 1 / rho;
  const keeps = 1 - costOfKg / rho;
  for (let j = 0; j < n; j += 1) {
    (cov[j] as number) -= spent * (cov[n + j] as number);
    (cov[n + j] as number) *= keeps;
    (cov[2 * n + j] as number) *= WANDER_STAYS;
  }
  for (let i = 0; i < n * n; i += n) {
    (cov[i] as number) -= spent * (cov[i + 1] as number);
    (cov[i + 1] as number) *= keeps;
    (cov[i + 2] as number) *= WANDER_STAYS;
  }
};

/** What a morning tells, in Joseph's form, in place. `H` is how each row of the state shows on the scale. */
const readIn = (
  state: Running,
  H: Float64Array,
  innovation: number,
  spread: number,
  variance: number,
): void => {
  const { n, mean, cov, told, gain } = state;
  for (let i = 0; i < n; i += 1) {
    gain[i] = (told[i] as number) / spread;
    (mean[i] as number) += (gain[i] as number) * innovation;
  }
  for (let i = 0; i < n; i += 1) {
    const k = gain[i] as number;
    let shows = 0;
    for (let j = 0; j < n; j += 1) {
      const at = i * n + j;
      (cov[at] as number) -= k * (told[j] as number);
      shows += (cov[at] as number) * (H[j] as number);
    }
    const rest = variance * k - shows;
    for (let j = 0; j < n; j += 1) (cov[i * n + j] as number) += rest * (gain[j] as number);
  }
};

/** What a look back needs of each day besides its estimate. */
interface Trace {
  predicted: State[];
  filtered: State[];
  F: Matrix[];
  /** Mean intake as of each morning, kcal; undefined before a first complete day. */
  meanIntake: (number | undefined)[];
}

/** Shows the doubt of rho: what a wrong one would do to an expenditure read off a weight that changes. */
const shownSd = (variance: number, model: EstimateModel, energyBalance: number): number =>
  Math.sqrt(Math.max(0, variance) + (model.rhoDoubt * energyBalance) ** 2);

const firstState = (kg: number, start: EstimateStart, model: EstimateModel, tracked: boolean): Running => {
  const n = tracked ? STATES_WITH_CYCLE : STATES;
  const state: Running = {
    n,
    mean: new Float64Array(n),
    cov: new Float64Array(n * n),
    told: new Float64Array(n),
    gain: new Float64Array(n),
  };
  state.mean[TISSUE] = kg;
  state.mean[SPENT] = start.expenditure;
  state.mean[LASTS] = LASTING;
  const sds = [
    model.startSd * kg,
    start.expenditureSd ?? START_SD,
    model.wanderSd * kg,
    model.waterDoubt * GLYCOGEN_WATER_SD,
    model.waterDoubt * LASTING_SD,
    CYCLE_SD,
    CYCLE_SD,
  ];
  for (let i = 0; i < n; i += 1) state.cov[i * n + i] = (sds[i] as number) ** 2;
  return state;
};

/** One pass over days that follow one another, from the first morning that has a weight. */
const pass = (
  days: readonly LoggedDay[],
  start: EstimateStart,
  model: EstimateModel,
  trace?: Trace,
): DayEstimate[] => {
  const first = days.findIndex((d) => d.kg !== null);
  if (first < 0) return [];
  const tracked = days.some((d) => d.cycleDay !== null);
  const state = firstState((days[first] as LoggedDay).kg as number, start, model, tracked);
  const { n, mean: m, cov, told } = state;
  const H = new Float64Array(n);
  H[TISSUE] = 1;
  H[WANDER] = 1;

  const usualCarbs = new Usual();
  const usualSodium = new Usual();
  const longCarbs = new Long();
  const gut = new Gut();
  const recent = new Recent();
  let glycogen = GLYCOGEN_START;
  let salt = 0;
  let mean: number | undefined;
  let meanWeight = 0;
  let own = 1;
  let squares = 0;
  let mornings = 0;

  const out: DayEstimate[] = [];
  for (let i = first; i < days.length; i += 1) {
    const today = days[i] as LoggedDay;
    H[BEYOND] = glycogen - GLYCOGEN_START;
    H[LASTS] = lastingWater(usualCarbs.mean, longCarbs.mean);
    if (tracked) {
      const angle = today.cycleDay === null ? 0 : (2 * Math.PI * (today.cycleDay - 1)) / CYCLE_DAYS;
      H[SINE] = Math.sin(angle);
      H[COSINE] = today.cycleDay === null ? 0 : Math.cos(angle);
    }
    const known = GLYCOGEN_WITH_WATER * H[BEYOND] + salt + gut.kg;
    const variance = own * (model.readingSd * (m[TISSUE] as number)) ** 2;
    let seen = 0;
    let spread = variance;
    for (let a = 0; a < n; a += 1) {
      let sum = 0;
      for (let b = 0; b < n; b += 1) sum += (cov[a * n + b] as number) * (H[b] as number);
      told[a] = sum;
      seen += (H[a] as number) * (m[a] as number);
      spread += (H[a] as number) * sum;
    }
    const expectedKg = seen + known;
    const parts = {
      glycogen: (GLYCOGEN_WITH_WATER + (m[BEYOND] as number)) * H[BEYOND] + H[LASTS] * (m[LASTS] as number),
      salt,
      gut: gut.kg,
      wander: m[WANDER] as number,
      cycle: tracked
        ? (H[SINE] as number) * (m[SINE] as number) + (H[COSINE] as number) * (m[COSINE] as number)
        : 0,
    };
    trace?.predicted.push(copied(state));

    if (today.kg !== null) {
      const innovation = today.kg - expectedKg;
      readIn(state, H, innovation, spread, variance);
      // The first morning is where the weight comes from: it tells nothing of the spread.
      if (i > first) {
        mornings += 1;
        squares += (innovation ** 2 / spread) * own;
        if (model.own && mornings >= OWN_MORNINGS)
          own = Math.min(OWN_MOST, Math.max(OWN_LEAST, squares / mornings));
      }
    }
    const W = m[TISSUE] as number;
    const E = m[SPENT] as number;
    out.push({
      day: today.day,
      weightKg: W,
      weightSd: Math.sqrt(Math.max(0, cov[0] as number)),
      expenditure: E,
      expenditureSd: shownSd(cov[n + 1] as number, model, (mean ?? E) - E),
      expectedKg,
      expectedSd: Math.sqrt(spread),
      parts,
    });
    if (trace) {
      trace.filtered.push(copied(state));
      trace.meanIntake.push(mean);
      trace.F.push(stepMatrix(n, model));
    }

    // To the next morning.
    const eaten = today.kcal ?? recent.mean ?? E;
    const least = Math.max(today.kcalSd ?? 0, model.intakeDoubt * eaten);
    const doubt =
      today.kcal === null ? UNKNOWN_SD : least * ((today.weighedShare ?? 1) < MOSTLY_WEIGHED ? 2 : 1);
    let follows = 0;
    if (today.kcal !== null) {
      recent.add(today.kcal);
      // A mean of few days is a mean of those alone.
      meanWeight += MEAN_STEP * (1 - meanWeight);
      const next: number =
        mean === undefined ? today.kcal : mean + (MEAN_STEP / meanWeight) * (today.kcal - mean);
      follows = mean === undefined ? 0 : FOLLOWS * (next - mean);
      mean = next;
    }
    usualCarbs.add(today.carbs);
    longCarbs.add(today.carbs);
    usualSodium.add(today.sodium);
    gut.add(today.foodKg);
    glycogen = glycogenAfter(glycogen, today.carbs, usualCarbs.mean);
    salt = saltWaterAfter(salt, today.sodium, usualSodium.mean);
    moveOn(state, model);
    const balance = (eaten - E) / model.rho;
    m[TISSUE] = W + balance;
    m[SPENT] = E + follows + model.costOfKg * balance;
    m[WANDER] = WANDER_STAYS * (m[WANDER] as number);
    (cov[0] as number) += (doubt / model.rho) ** 2;
    (cov[n + 1] as number) += model.drift ** 2;
    (cov[2 * n + 2] as number) += (1 - WANDER_STAYS ** 2) * own * (model.wanderSd * W) ** 2;
  }
  return out;
};

/** What `moveOn` does, as a matrix. */
const stepMatrix = (n: number, { rho, costOfKg }: EstimateModel): number[][] =>
  Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_same, j) => {
      if (i !== j) return i === TISSUE && j === SPENT ? -1 / rho : 0;
      return i === SPENT ? 1 - costOfKg / rho : i === WANDER ? WANDER_STAYS : 1;
    }),
  );

/**
 * Expenditure and tissue weight day by day, each from the data up to and with that morning alone. `days` follow one another; nothing is said
 * before the first morning with a weight. Expenditure is in logged kcal: a habit of logging too little lives in it.
 * Source: the balance by Wishnofsky 1958, the filter by Kalman 1960, glycogen by Olsson & Saltin 1970; what follows intake after Hall 2011, from memory.
 */
export const filterExpenditure = (
  days: readonly LoggedDay[],
  start: EstimateStart,
  model: EstimateModel = ESTIMATE_MODEL,
): DayEstimate[] => pass(days, start, model);

/** The same from all of the data at once, for charts of what has been: weight and expenditure with their doubt. */
export const smoothExpenditure = (
  days: readonly LoggedDay[],
  start: EstimateStart,
  model: EstimateModel = ESTIMATE_MODEL,
): Omit<DayEstimate, 'expectedKg' | 'expectedSd' | 'parts'>[] => {
  const trace: Trace = { predicted: [], filtered: [], F: [], meanIntake: [] };
  const estimates = pass(days, start, model, trace);
  const states = smooth(trace.filtered, trace.predicted, trace.F);
  return estimates.map(({ day }, i) => {
    const { mean, cov } = states[i] as State;
    const [W, E] = mean as [number, number];
    return {
      day,
      weightKg: W,
      weightSd: Math.sqrt(Math.max(0, cov[0]?.[0] as number)),
      expenditure: E,
      expenditureSd: shownSd(cov[1]?.[1] as number, model, (trace.meanIntake[i] ?? E) - E),
    };
  });
};
