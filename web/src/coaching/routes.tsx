import type { RouteObject } from 'react-router';

export const coachingRoutes: RouteObject[] = [
  { path: 'roster', lazy: async () => ({ Component: (await import('./RosterPage.tsx')).RosterPage }) },
  {
    path: 'protocols',
    lazy: async () => ({ Component: (await import('./protocols/ProtocolsPage.tsx')).ProtocolsPage }),
  },
  { path: 'dates', lazy: async () => ({ Component: (await import('./DatesPage.tsx')).DatesPage }) },
  {
    path: 'questions',
    lazy: async () => ({ Component: (await import('./QuestionsPage.tsx')).QuestionsPage }),
  },
  { path: 'week', lazy: async () => ({ Component: (await import('./CheckInPage.tsx')).CheckInPage }) },
  {
    path: 'athletes/:athleteId/review/:checkInId?',
    lazy: async () => ({ Component: (await import('./ReviewPage.tsx')).ReviewPage }),
  },
  {
    path: 'athletes/:athleteId/:date?',
    lazy: async () => ({ Component: (await import('./AthletePage.tsx')).AthletePage }),
  },
];
