import {
  type DayEstimate,
  ESTIMATE_MODEL,
  type EstimateModel,
  type EstimateStart,
  type LoggedDay,
  WANDER_STAYS,
} from './days.ts';
import { smooth, type State } from './kalman.ts';
import { type Estimates, filterColumns, type Trace } from './pass.ts';

/** A step from one morning to the next as a matrix: tissue loses what is spent, expenditure falls with what it carries, wander fades. */
export const stepMatrix = (n: number, { rho, costOfKg }: EstimateModel): number[][] =>
  Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_same, j) => {
      if (i !== j) return i === 0 && j === 1 ? -1 / rho : 0;
      return i === 1 ? 1 - costOfKg / rho : i === 2 ? WANDER_STAYS : 1;
    }),
  );

/** The doubt of an expenditure, with that of rho: what a wrong one does to what is read off a weight that changes. `meanIntake` NaN is unknown. */
const shownSd = (
  { expenditure, variance }: { expenditure: number; variance: number },
  meanIntake: number,
  { rhoDoubt }: EstimateModel,
): number => {
  const balance = Number.isNaN(meanIntake) ? 0 : meanIntake - expenditure;
  return Math.sqrt(Math.max(0, variance) + (rhoDoubt * balance) ** 2);
};

/** The estimate at place k of its columns. */
const estimateAt = (
  days: readonly LoggedDay[],
  told: Estimates,
  k: number,
  model: EstimateModel,
): DayEstimate => {
  const at = (column: Float64Array): number => column[k] as number;
  return {
    day: (days[told.first + k] as LoggedDay).day,
    weightKg: at(told.weightKg),
    weightSd: Math.sqrt(Math.max(0, at(told.weightVariance))),
    expenditure: at(told.expenditure),
    expenditureSd: shownSd(
      { expenditure: at(told.expenditure), variance: at(told.expenditureVariance) },
      at(told.meanIntake),
      model,
    ),
    expectedKg: at(told.expectedKg),
    expectedSd: Math.sqrt(at(told.expectedVariance)),
    parts: {
      glycogen: at(told.glycogen),
      salt: at(told.salt),
      gut: at(told.gut),
      wander: at(told.wander),
      cycle: at(told.cycle),
    },
  };
};

/**
 * Expenditure and tissue weight day by day, each from the data up to and with that morning alone. `days` follow one another; nothing is said
 * before the first morning with a weight. Expenditure is in logged kcal: a habit of logging too little lives in it.
 * Source: the balance by Wishnofsky 1958, the filter by Kalman 1960, glycogen by Olsson & Saltin 1970; what follows intake after Hall 2011, from memory.
 */
export const filterExpenditure = (
  days: readonly LoggedDay[],
  start: EstimateStart,
  model: EstimateModel = ESTIMATE_MODEL,
): DayEstimate[] => {
  const told = filterColumns(days, start, model);
  return told ? Array.from({ length: told.count }, (_, k) => estimateAt(days, told, k, model)) : [];
};

/** The last of them alone; undefined where no morning has a weight. */
export const latestEstimate = (days: readonly LoggedDay[], start: EstimateStart): DayEstimate | undefined => {
  const told = filterColumns(days, start, ESTIMATE_MODEL, undefined, 'last');
  return told && estimateAt(days, told, 0, ESTIMATE_MODEL);
};

/** The same from all of the data at once, for charts of what has been: weight and expenditure with their doubt. */
export const smoothExpenditure = (
  days: readonly LoggedDay[],
  start: EstimateStart,
  model: EstimateModel = ESTIMATE_MODEL,
): Omit<DayEstimate, 'expectedKg' | 'expectedSd' | 'parts'>[] => {
  const trace: Trace = { predicted: [], filtered: [] };
  const told = filterColumns(days, start, model, trace);
  if (!told) return [];
  const F = stepMatrix((trace.filtered[0] as State).mean.length, model);
  return smooth(trace.filtered, trace.predicted, F).map(({ mean, cov }: State, k) => {
    const [W, E] = mean as [number, number];
    return {
      day: (days[told.first + k] as LoggedDay).day,
      weightKg: W,
      weightSd: Math.sqrt(Math.max(0, cov[0]?.[0] as number)),
      expenditure: E,
      expenditureSd: shownSd(
        { expenditure: E, variance: cov[1]?.[1] as number },
        told.meanIntake[k] as number,
        model,
      ),
    };
  });
};
