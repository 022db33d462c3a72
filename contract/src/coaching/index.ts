export { Answer, CheckIn, type CheckInHead, CheckIns, Packet, SendAnswer, SendCheckIn } from './checkIn.ts';
export { RosterRow } from './roster.ts';
export { coachingRoutes } from './routes.ts';
