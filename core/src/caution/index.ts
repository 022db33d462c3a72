export {
  CAUTION_IDS,
  NO_STATEMENTS,
  type Caution,
  type CautionId,
  type CautionLevel,
  type CautionPerson,
  type HealthStatements,
} from './types.ts';
export * from './energyAvailability.ts';
export * from './person.ts';
export { fastestLoss, planCautions, VERY_LOW, withMeasured } from './plan.ts';
export { measuredCautions, type EatenDay, type Measured } from './measured.ts';
export * from './sodium.ts';
export * from './confirm.ts';
