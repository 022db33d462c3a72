import type { RouteObject } from 'react-router';

export const scaleRoutes: RouteObject[] = [
  {
    path: 'bench/:mealId?',
    handle: { bare: true },
    lazy: async () => ({ Component: (await import('./panel/BenchPage.tsx')).BenchPage }),
  },
];
