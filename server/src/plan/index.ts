export { cautionsOfPlan } from './cautions.ts';
export { acknowledgeOrder, signOrder } from './orders.ts';
export { CALENDAR_FEED_PATH, calendarFeed, mountSeason } from './routes.ts';
export { athleteOf, basesAround, ordersFor, pauseOn, seasonOn, todayOf } from './store.ts';
export { timeline } from './timeline.ts';
