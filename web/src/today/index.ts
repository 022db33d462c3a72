export { TodayPage } from './TodayPage.tsx';
export { DayView } from './DayView.tsx';
