import type { RouteObject } from 'react-router';

export const kitchenRoutes: RouteObject[] = [
  { path: 'kitchen', lazy: async () => ({ Component: (await import('./stock/StockPage.tsx')).StockPage }) },
  {
    path: 'kitchen/box/:athleteId/:id',
    lazy: async () => ({ Component: (await import('./stock/BoxPage.tsx')).BoxPage }),
  },
  {
    path: 'kitchen/recipes',
    lazy: async () => ({ Component: (await import('./recipes/RecipesPage.tsx')).RecipesPage }),
  },
  {
    path: 'kitchen/recipes/:id',
    lazy: async () => ({ Component: (await import('./recipes/RecipePage.tsx')).RecipePage }),
  },
  {
    path: 'kitchen/batch/:id',
    handle: { bare: true },
    lazy: async () => ({ Component: (await import('./batch/BatchPage.tsx')).BatchPage }),
  },
  {
    path: 'kitchen/batch/:id/labels',
    handle: { bare: true },
    lazy: async () => ({ Component: (await import('./batch/LabelsPage.tsx')).LabelsPage }),
  },
  {
    path: 'kitchen/cooking',
    lazy: async () => ({ Component: (await import('./plan/CookingPage.tsx')).CookingPage }),
  },
  {
    path: 'kitchen/shopping',
    lazy: async () => ({ Component: (await import('./shopping/ShoppingPage.tsx')).ShoppingPage }),
  },
  { path: 'kitchen/menu', lazy: async () => ({ Component: (await import('./menu/MenuPage.tsx')).MenuPage }) },
  { path: 'kitchen/trip', lazy: async () => ({ Component: (await import('./trip/TripPage.tsx')).TripPage }) },
  {
    path: 'kitchen/people',
    lazy: async () => ({ Component: (await import('./people/PeoplePage.tsx')).PeoplePage }),
  },
];
