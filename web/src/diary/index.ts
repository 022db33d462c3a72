export { DayView } from './page/DayView.tsx';
export { railPosition, railTicks } from './rail/railScale.ts';
export { diaryRoutes } from './routes.tsx';
