export { kitchenRoutes } from './routes.tsx';
