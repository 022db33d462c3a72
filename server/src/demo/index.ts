export { ensureDemo } from './load.ts';
export { readScenario } from './scenario.ts';
export { simulateAthlete, DEMO_ZONE } from './simulate.ts';
