export { lettersOf } from './letter.ts';
export { packetOf } from './packet.ts';
export { mountCoaching } from './routes.ts';
export { addAnswer, addCheckIn, addRead } from './store/weeks.ts';
