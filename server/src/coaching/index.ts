export { mountReview } from './routes.ts';
