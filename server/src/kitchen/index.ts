export { mountKitchenWork } from './routes.ts';
