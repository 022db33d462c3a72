export { mountExchange } from './imports/routes.ts';
export { importsRunning, stopImports } from './imports/run.ts';
export { type ReferenceFood } from './reference.ts';
export { mountFoods } from './routes.ts';
export { loadReferenceFoods, referenceFoods } from './store/load.ts';
