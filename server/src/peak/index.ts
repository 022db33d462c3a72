export { mountPeak } from './routes.ts';
