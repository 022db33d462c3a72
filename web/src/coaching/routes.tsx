import type { RouteObject } from 'react-router';

export const coachingRoutes: RouteObject[] = [
  { path: 'roster', lazy: async () => ({ Component: (await import('./RosterPage.tsx')).RosterPage }) },
  {
    path: 'athletes/:athleteId/:date?',
    lazy: async () => ({ Component: (await import('./AthletePage.tsx')).AthletePage }),
  },
];
