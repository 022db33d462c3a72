export { deviceOf } from './door.ts';
export { forgetWhoLeft, keepForgetting } from './store/leaving.ts';
export { doorLimits } from './limits.ts';
export { hashPassword } from './passwords.ts';
export { mountAccounts } from './routes.ts';
export { describeSession } from './session.ts';
export {
  DEMO_PASSWORD,
  endSessions,
  findSession,
  personByEmail,
  wipesDevice,
  newCoachCode,
  openSession,
} from './store/accounts.ts';
export { addAthlete, athleteOf, athletesIn, mustSign, updateAthlete } from './store/athletes.ts';
export { athletesOfCoach, eaterByCode, nameOf } from './store/grants.ts';
export { addDeed } from './store/history.ts';
export { noteReading } from './store/readings.ts';
export { findToken } from './store/tokens.ts';
export { operatorCode } from './store/waysBack.ts';
export { todayOf } from './today.ts';
