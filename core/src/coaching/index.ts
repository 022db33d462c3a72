export { coachNeed } from './need.ts';
