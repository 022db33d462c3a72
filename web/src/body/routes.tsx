import type { RouteObject } from 'react-router';

const pictures = async () => ({
  Component: (await import('./pictures/PicturesPage.tsx')).PicturesPage,
});
const trend = async () => ({ Component: (await import('./trend/TrendPage.tsx')).TrendPage });

export const bodyRoutes: RouteObject[] = [
  { path: 'account/body', lazy: async () => ({ Component: (await import('./BodyPage.tsx')).BodyPage }) },
  { path: 'pictures', lazy: pictures },
  { path: 'athletes/:athleteId/pictures', lazy: pictures },
  { path: 'trend', lazy: trend },
  { path: 'athletes/:athleteId/trend', lazy: trend },
  {
    path: 'morning',
    lazy: async () => ({ Component: (await import('./morning/MorningPage.tsx')).MorningPage }),
  },
  {
    path: 'activity',
    lazy: async () => ({ Component: (await import('./activity/ActivityPage.tsx')).ActivityPage }),
  },
  {
    path: 'goes-with',
    lazy: async () => ({ Component: (await import('./goes/GoesWithPage.tsx')).GoesWithPage }),
  },
  {
    path: 'measures',
    lazy: async () => ({ Component: (await import('./measures/MeasuresPage.tsx')).MeasuresPage }),
  },
];
