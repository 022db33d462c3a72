export { DayView } from './page/DayView.tsx';
export { deadlinesOf } from './rail/deadlines.ts';
export { railPosition, railTicks } from './rail/railScale.ts';
export { diaryRoutes } from './routes.tsx';
