export { Order, type OrderRow, SignOrder } from './order.ts';
export { planRoutes } from './routes.ts';
export { MealPattern, PhaseKind, Season, TargetName } from './season.ts';
export { InForce, Revision, SeasonDocument } from './seasonDocument.ts';
export { Start } from './start.ts';
