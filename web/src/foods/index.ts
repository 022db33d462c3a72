export { portionFoodOf } from './amount/portionFood.ts';
export { readGrams } from './amount/readGrams.ts';
export { NotTolerated } from './NotTolerated.tsx';
export { AddFoodDialog } from './lazy.ts';
export { foodsRoutes } from './routes.tsx';
export { type GivenWeight } from './search/AddFoodDialog.tsx';
export { FoodLine } from './search/FoodSearch.tsx';
export { FoodPick } from './search/FoodPick.tsx';
export { type HandFood, perGramOf, pieceOf, sizeOf, swapFoodOf, useFoodsToHand, useSwaps } from './toHand.ts';
