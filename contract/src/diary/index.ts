export {
  DayDocument,
  Meal,
  type MealRow,
  type NoteRow,
  Portion,
  type PortionRow,
  PutPortion,
  Trail,
} from './day.ts';
export {
  CERTIFIED,
  DayEntry,
  type DayEntryRow,
  EntryBody,
  Handover,
  MealSlot,
  Standing,
  StandingBody,
  type StandingRow,
  waterEntries,
  workOf,
} from './entries.ts';
export { Log } from './log.ts';
export { diaryRoutes } from './routes.ts';
export { FoundDay } from './search.ts';
