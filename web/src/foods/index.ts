export { portionFoodOf } from './amount/portionFood.ts';
export { readGrams } from './amount/readGrams.ts';
export { AddFoodDialog } from './lazy.ts';
export { foodsRoutes } from './routes.tsx';
export { type GivenWeight } from './search/AddFoodDialog.tsx';
export { FoodLine } from './search/FoodSearch.tsx';
