export { DayDocument, type MealRow, type NoteRow, type PortionRow, PutPortion, Trail } from './day.ts';
export {
  CERTIFIED,
  type DayEntryRow,
  DayThing,
  Handover,
  MealSlot,
  type StandingRow,
  StandingThing,
  waterEntries,
} from './entries.ts';
export { Log } from './log.ts';
export { diaryRoutes } from './routes.ts';
export { FoundDay } from './search.ts';
