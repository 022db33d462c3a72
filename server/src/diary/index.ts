export { mountDiary } from './routes.ts';
export { entriesOn, pauseOn } from './store/entries.ts';
export { mealsOn, portionsOf } from './store/meals.ts';
