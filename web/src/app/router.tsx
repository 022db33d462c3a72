import { createBrowserRouter } from 'react-router';
import { bodyRoutes } from '../body/index.ts';
import { coachingRoutes } from '../coaching/index.ts';
import { diaryRoutes } from '../diary/index.ts';
import { kitchenRoutes } from '../kitchen/index.ts';
import { peakRoutes } from '../peak/index.ts';
import { doorRoutes, peopleRoutes } from '../people/index.ts';
import { foodsRoutes } from '../foods/index.ts';
import { planRoutes } from '../plan/index.ts';
import { scaleRoutes } from '../scale/index.ts';
import { RouteFault } from '../ui/Fault.tsx';
import { Home, Shell } from './Shell.tsx';

/** Every address of the application: each room says its own, here they meet. */
export const router = createBrowserRouter([
  ...doorRoutes.map((route) => ({
    ...route,
    errorElement: <RouteFault />,
    HydrateFallback: () => null,
  })),
  ...(import.meta.env.DEV ? [{ path: '/rule', lazy: () => import('../ui/gauge/GaugeGallery.tsx') }] : []),
  {
    path: '/',
    element: <Shell />,
    errorElement: <RouteFault />,
    HydrateFallback: () => null,
    children: [
      { index: true, element: <Home /> },
      ...diaryRoutes,
      ...scaleRoutes,
      ...planRoutes,
      ...coachingRoutes,
      ...foodsRoutes,
      ...kitchenRoutes,
      ...bodyRoutes,
      ...peakRoutes,
      ...peopleRoutes,
    ],
  },
]);
