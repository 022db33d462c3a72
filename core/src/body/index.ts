export {
  basisOn,
  type BodyBasis,
  carbBasisOn,
  CORE_VERSION,
  EXPENDITURE_SOURCES,
  type ExpenditureSource,
  MEASURED_SOURCES,
} from './basis.ts';
export { energyAvailability, ENOUGH_AVAILABILITY, LOW_AVAILABILITY } from './energyAvailability.ts';
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
} from './equations.ts';
export {
  type DayEstimate,
  ESTIMATE_MODEL,
  type EstimateModel,
  type EstimateStart,
  everyDay,
  type LoggedDay,
} from './filter/days.ts';
export { filterExpenditure, smoothExpenditure } from './filter/expenditure.ts';
export { startBy, type StartBy } from './startBy.ts';
export { LOOK_BACK_DAYS, weekBasis, weekMean, weekRate, type WeighIn } from './trend.ts';
