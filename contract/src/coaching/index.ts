export { Answer, CheckIn, type CheckInHead, CheckIns, Packet, SendAnswer, SendCheckIn } from './checkIn.ts';
export { type OpenWord } from './questions.ts';
export { RosterRow } from './roster.ts';
export { coachingRoutes } from './routes.ts';
