import { lazy } from 'react';

export const PeakStrip = lazy(() => import('./PeakStrip.tsx'));
