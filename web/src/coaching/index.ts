export { coachingRoutes } from './routes.tsx';
