export { RosterRow } from './roster.ts';
export { coachingRoutes } from './routes.ts';
