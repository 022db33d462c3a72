export { Order, type OrderRow, SignOrder } from './order.ts';
export { planRoutes } from './routes.ts';
export { PhaseKind, Season } from './season.ts';
export { InForce, Revision, SeasonDocument } from './seasonDocument.ts';
export { Start } from './start.ts';
