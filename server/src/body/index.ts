export { mountBody } from './routes.ts';
export { statedBasis } from './statedBasis.ts';
export { basesAround, basesIn, basesSince, everMeasured, writeBasis } from './store/bases.ts';
export { completeIntake, eatenOn, loggedDays, workDone } from './store/intake.ts';
export {
  addWeighIn,
  countingMornings,
  countingMorningsIn,
  mornings,
  saidOnWaking,
  weighInOn,
} from './store/weighIns.ts';
export { estimateFrom } from './estimate.ts';
export { ledgerIn } from './ledger.ts';
export { paceIn } from './trend.ts';
export { movementOn, movementOrders } from './store/movement.ts';
export { addPicture, setMarks } from './store/pictures.ts';
