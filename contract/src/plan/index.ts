export { Caution } from './caution.ts';
export { Order, type OrderRow, ProtocolVersion, SignOrder } from './order.ts';
export { planRoutes } from './routes.ts';
export { MenuPortions, PhaseKind, PhaseRules, Season } from './season.ts';
export { InForce, Revision, SeasonDocument } from './seasonDocument.ts';
export { Start } from './start.ts';
