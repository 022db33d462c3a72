import type { RouteObject } from 'react-router';

const trend = async () => ({ Component: (await import('./trend/TrendPage.tsx')).TrendPage });

export const bodyRoutes: RouteObject[] = [
  { path: 'account/body', lazy: async () => ({ Component: (await import('./BodyPage.tsx')).BodyPage }) },
  { path: 'trend', lazy: trend },
  { path: 'athletes/:athleteId/trend', lazy: trend },
  {
    path: 'morning',
    lazy: async () => ({ Component: (await import('./morning/MorningPage.tsx')).MorningPage }),
  },
  {
    path: 'measures',
    lazy: async () => ({ Component: (await import('./measures/MeasuresPage.tsx')).MeasuresPage }),
  },
];
