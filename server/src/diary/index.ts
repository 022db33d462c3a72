export { mountDiary } from './routes.ts';
export { mealsOn, portionsOf } from './store.ts';
