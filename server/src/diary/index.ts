export { mountDiary } from './routes.ts';
export { pauseOn } from './store/entries.ts';
export { mealsOn, portionsOf } from './store/meals.ts';
