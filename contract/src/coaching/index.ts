export {
  Answer,
  type CameRow,
  CheckIn,
  type CheckInHead,
  CheckIns,
  MOST_PICTURES,
  Packet,
  SendAnswer,
  SendCheckIn,
  WEEK_LETTER_FILE,
} from './checkIn.ts';
export { Hours, RosterFilter, RosterView } from './desk.ts';
export { TEAM_CALENDAR_FILE } from './dates.ts';
export { FormAnswer, FormQuestion, GivenForm, MOST_QUESTIONS } from './form.ts';
export {
  isOrder,
  MOST_TRIED,
  type OrderTemplate,
  Protocol,
  ProtocolDocument,
  ProtocolFor,
  type TryProtocol,
} from './protocol.ts';
export { type OpenWord } from './questions.ts';
export { RosterRow } from './roster.ts';
export { coachingRoutes } from './routes.ts';
