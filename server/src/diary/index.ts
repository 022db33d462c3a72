export { mountDiary } from './routes.ts';
export { entriesOn, pausesIn } from './store/entries.ts';
export { type Log, logsIn, mealsOn, type PortionSum, portionsOf } from './store/meals.ts';
