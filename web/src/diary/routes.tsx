import type { RouteObject } from 'react-router';
import { TodayPage } from './page/TodayPage.tsx';

export const diaryRoutes: RouteObject[] = [
  { path: 'today/:date?', element: <TodayPage /> },
  {
    path: 'today/:date/paper',
    lazy: async () => ({ Component: (await import('./paper/PaperPage.tsx')).PaperPage }),
  },
  { path: 'days', lazy: async () => ({ Component: (await import('./search/FindPage.tsx')).FindPage }) },
  {
    path: 'read-diary',
    lazy: async () => ({ Component: (await import('./read/ReadDiaryPage.tsx')).ReadDiaryPage }),
  },
];
