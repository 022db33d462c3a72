export { DayView } from './page/DayView.tsx';
export { fromDay } from './page/fromDay.ts';
export { railPosition, railTicks } from './rail/railScale.ts';
export { diaryRoutes } from './routes.tsx';
