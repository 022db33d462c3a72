export { calendarText } from './calendar.ts';
export { CALENDAR_FEED_PATH, calendarFeed, sendCalendar } from './calendarRoutes.ts';
export { measuredFor, standingFor } from './cautions.ts';
export { mountPlan } from './routes.ts';
export { ordersFor } from './store/orders.ts';
export { newestRevisions, seasonOn } from './store/seasons.ts';
export { type Timeline, timeline, timelinesIn } from './timeline.ts';
export { ensureBasis } from './weekBasis.ts';
