export { doorLimits } from './limits.ts';
export { hashPassword } from './passwords.ts';
export { mountAccounts } from './routes.ts';
export { describeSession } from './session.ts';
export { DEMO_PASSWORD, findSession, newCoachCode, openSession } from './store/accounts.ts';
export { addAthlete, athleteOf, updateAthlete } from './store/athletes.ts';
export { athletesOfCoach, eaterByCode, nameOf } from './store/grants.ts';
export { operatorCode } from './store/waysBack.ts';
export { todayOf } from './today.ts';
