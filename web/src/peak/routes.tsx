import type { RouteObject } from 'react-router';

const peak = async () => ({ Component: (await import('./PeakPage.tsx')).PeakPage });

export const peakRoutes: RouteObject[] = [
  { path: 'peak', lazy: peak },
  { path: 'athletes/:athleteId/peak', lazy: peak },
];
