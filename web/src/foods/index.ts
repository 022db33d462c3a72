export { readGrams, type ReadGrams } from './readGrams.ts';
export type { GivenWeight } from './AddFoodDialog.tsx';
