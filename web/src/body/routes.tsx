import type { RouteObject } from 'react-router';

export const bodyRoutes: RouteObject[] = [
  { path: 'account/body', lazy: async () => ({ Component: (await import('./BodyPage.tsx')).BodyPage }) },
];
