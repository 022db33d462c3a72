export { mountExchange } from './routes.ts';
export { stopImports } from './run.ts';
