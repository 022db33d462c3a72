import { lazy } from 'react';

/** The derivation of a number, fetched when it is first asked for. */
export const WhyDialog = lazy(() => import('./why/WhyDialog.tsx'));
