export * from './daySheet.ts';
export { guessedDay, type GuessedDay, type GuessedLanding } from './guess.ts';
export {
  dayPaper,
  paperText,
  type DayPaper,
  type PaperInput,
  type PaperMeal,
  type PaperRow,
  type PaperUnits,
} from './paper.ts';
