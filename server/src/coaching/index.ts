export { mountCoaching } from './routes.ts';
