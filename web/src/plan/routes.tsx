import type { RouteObject } from 'react-router';

const season = async () => ({ Component: (await import('./SeasonPage.tsx')).SeasonPage });

export const planRoutes: RouteObject[] = [
  { path: 'season', lazy: season },
  { path: 'athletes/:athleteId/season', lazy: season },
  { path: 'orders', lazy: async () => ({ Component: (await import('./orders/OrdersPage.tsx')).OrdersPage }) },
];
