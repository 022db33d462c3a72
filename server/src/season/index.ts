export { mountSeason } from './routes.ts';
export * from './store.ts';
