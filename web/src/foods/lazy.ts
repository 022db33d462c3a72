import { partOf } from '../ui/partOf.tsx';

/** The food search with its form, fetched when it is first opened. */
export const AddFoodDialog = partOf(() => import('./search/AddFoodDialog.tsx'));
