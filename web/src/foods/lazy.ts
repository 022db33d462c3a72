import { lazy } from 'react';

/** The food search with its form, fetched when it is first opened. */
export const AddFoodDialog = lazy(() => import('./search/AddFoodDialog.tsx'));
