export { mountFoods } from './routes.ts';
export { loadReferenceFoods, referenceFoods } from './load.ts';
export { fromComposition, readOwnTable, type ReferenceFood } from './reference.ts';
