export { readGrams, type ReadGrams } from './readGrams.ts';
export { NUTRIENT_LABELS } from './nutrientNames.ts';
export type { GivenWeight } from './AddFoodDialog.tsx';
