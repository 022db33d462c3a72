import type { RouteObject } from 'react-router';

/** Pages that work before anybody is signed in. */
export const doorRoutes: RouteObject[] = [
  { path: '/sign-in', lazy: async () => ({ Component: (await import('./SignInPage.tsx')).SignInPage }) },
  { path: '/sign-up', lazy: async () => ({ Component: (await import('./SignUpPage.tsx')).SignUpPage }) },
  { path: '/reset', lazy: async () => ({ Component: (await import('./ResetPage.tsx')).ResetPage }) },
];

export const peopleRoutes: RouteObject[] = [
  { path: 'start', lazy: async () => ({ Component: (await import('./StartPage.tsx')).StartPage }) },
  { path: 'about', lazy: async () => ({ Component: (await import('./AboutPage.tsx')).AboutPage }) },
  { path: 'account', lazy: async () => ({ Component: (await import('./AccountPage.tsx')).AccountPage }) },
];
