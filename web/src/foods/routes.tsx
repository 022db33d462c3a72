import type { RouteObject } from 'react-router';

export const foodsRoutes: RouteObject[] = [
  { path: 'pantry', lazy: async () => ({ Component: (await import('./pantry/PantryPage.tsx')).PantryPage }) },
];
