export { doorRoutes, peopleRoutes } from './routes.tsx';
