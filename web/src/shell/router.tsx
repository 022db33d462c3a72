import { createBrowserRouter } from 'react-router';
import { TodayPage } from '../today/index.ts';
import { RouteFault } from './Fault.tsx';
import { Home, Shell } from './Shell.tsx';

export const router = createBrowserRouter([
  {
    path: '/sign-in',
    errorElement: <RouteFault />,
    HydrateFallback: () => null,
    lazy: async () => ({ Component: (await import('../accounts/index.ts')).SignInPage }),
  },
  {
    path: '/sign-up',
    errorElement: <RouteFault />,
    HydrateFallback: () => null,
    lazy: async () => ({ Component: (await import('../accounts/index.ts')).SignUpPage }),
  },
  ...(import.meta.env.DEV ? [{ path: '/rule', lazy: () => import('../rule/RuleGallery.tsx') }] : []),
  {
    path: '/',
    element: <Shell />,
    errorElement: <RouteFault />,
    HydrateFallback: () => null,
    children: [
      { index: true, element: <Home /> },
      { path: 'today/:date?', element: <TodayPage /> },
      {
        path: 'today/:date/paper',
        lazy: async () => ({ Component: (await import('../today/PaperPage.tsx')).PaperPage }),
      },
      { path: 'days', lazy: async () => ({ Component: (await import('../find/index.ts')).FindPage }) },
      {
        path: 'bench/:mealId?',
        handle: { bare: true },
        lazy: async () => ({ Component: (await import('../bench/index.ts')).BenchPage }),
      },
      { path: 'orders', lazy: async () => ({ Component: (await import('../review/index.ts')).OrdersPage }) },
      { path: 'roster', lazy: async () => ({ Component: (await import('../review/index.ts')).RosterPage }) },
      { path: 'season', lazy: async () => ({ Component: (await import('../season/index.ts')).SeasonPage }) },
      {
        path: 'athletes/:athleteId/season',
        lazy: async () => ({ Component: (await import('../season/index.ts')).SeasonPage }),
      },
      {
        path: 'athletes/:athleteId/:date?',
        lazy: async () => ({ Component: (await import('../review/index.ts')).AthletePage }),
      },
      { path: 'pantry', lazy: async () => ({ Component: (await import('../pantry/index.ts')).PantryPage }) },
      { path: 'start', lazy: async () => ({ Component: (await import('../accounts/index.ts')).StartPage }) },
      {
        path: 'account/body',
        lazy: async () => ({ Component: (await import('../accounts/index.ts')).BodyPage }),
      },
      { path: 'about', lazy: async () => ({ Component: (await import('../accounts/index.ts')).AboutPage }) },
      {
        path: 'account',
        lazy: async () => ({ Component: (await import('../accounts/index.ts')).AccountPage }),
      },
    ],
  },
]);
