export { alignInFrame, type AlignMarks, nearestPicture } from './looks/align.ts';
export {
  type Muscle,
  METS,
  movementKcal,
  movementOf,
  movementWords,
  MUSCLES,
  netWork,
  type OrderedMovement,
  type SteadyWork,
  stepsKcal,
  stepsMetres,
  type LoggedWork,
  type WorkCost,
  workKcal,
} from './activity/activity.ts';
export {
  basisOn,
  type BodyBasis,
  carbBasisOn,
  CORE_VERSION,
  EXPENDITURE_SOURCES,
  type ExpenditureSource,
  MEASURED_SOURCES,
} from './basis.ts';
export {
  type BodyReading,
  type BodyReadingResult,
  bodyScaleBytes,
  readBodyScale,
  WEIGHT_MEASUREMENT,
  WEIGHT_SCALE_SERVICE,
} from './mornings/bodyScale.ts';
export { balanceOfRate, kgOfBalance } from './composition/energy.ts';
export { type Conditions, countsInTrend, inOtherUnit } from './mornings/conditions.ts';
export { type CycleCompared, cycleDays, cycleStarts, sameCycleDays } from './mornings/cycle.ts';
export { ledgerOf, type Told } from './change/ledger.ts';
export { cameWords, type CameWords } from './change/words.ts';
export { type CameOf, cameOf, type Change, lookOn, type SideOf } from './change/cameOf.ts';
export {
  ALL_FOLD_SITES,
  type Composition,
  FOLD_SITES,
  foldFat,
  type FoldSite,
  type Girth,
  GIRTHS,
  meanReading,
  type Readings,
  tapeFat,
} from './composition/composition.ts';
export {
  decide,
  type Decision,
  type DecisionDraft,
  type DecisionInput,
  type DraftChange,
  type DraftSchool,
} from './change/decide.ts';
export {
  energyAvailability,
  ENOUGH_AVAILABILITY,
  LOW_AVAILABILITY,
} from './composition/energyAvailability.ts';
export {
  EQUATION_IDS,
  EQUATION_SD,
  type EquationBody,
  type EquationId,
  EQUATIONS,
  type EquationSex,
  FAT_SPREAD,
  type FatMethod,
  KNOWN_SD,
  leanMass,
  preferredEquation,
  restingBy,
  restingSpread,
  type RestingSpread,
  SESSION_MET,
  sessionKcal,
  startExpenditure,
} from './composition/equations.ts';
export {
  type DayEstimate,
  ESTIMATE_MODEL,
  type EstimateModel,
  type EstimateStart,
  everyDay,
  type LoggedDay,
  type ScaleParts,
} from './filter/days.ts';
export { filterExpenditure, latestEstimate, smoothExpenditure } from './filter/expenditure.ts';
export {
  chanceOf,
  type Fan,
  type FanDay,
  forecastFan,
  type ForecastInput,
  type SlackInput,
  slackOdds,
  type Three,
} from './change/forecast.ts';
export {
  compareElimination,
  type Elimination,
  eliminationDates,
  type EliminationDay,
  eliminationOn,
  type EliminationVerdict,
} from './looks/elimination.ts';
export { type Compared, type GoesWith, goesWith, type Paired } from './looks/goesWith.ts';
export { type Pace, type PaceDirection, paceOf, type SkipReason } from './change/pace.ts';
export {
  type CameMorning,
  cameMorning,
  type ExpectedMorning,
  expectedMorning,
  morningSentence,
  partsInWords,
  type ScalePart,
} from './mornings/tomorrow.ts';
export { startBy, type StartBy } from './change/startBy.ts';
export {
  LOOK_BACK_DAYS,
  weekBasis,
  rateBetween,
  weekMean,
  weekRate,
  type WeighIn,
} from './mornings/trend.ts';
export { exponentialTrend, type WeekRow, weeksOf } from './mornings/weeks.ts';
export {
  type StepRows,
  stepRows,
  summariseTrack,
  trackKcal,
  type TrackPoint,
  type TrackResult,
  type TrackSport,
  type TrackSummary,
} from './activity/tracks.ts';
