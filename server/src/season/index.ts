export { CALENDAR_FEED_PATH, calendarFeed, mountSeason } from './routes.ts';
export * from './store.ts';
export { ensureBasis, mornings } from './basis.ts';
export { cautionsOfPlan, confirmationsOf, judge, judgeAndConfirm, roleOf } from './cautions.ts';
export { timeline } from './timeline.ts';
