export { assembleDay, countedSupplements, type DayInputs } from './assembleDay.ts';
export { closingOf, type Completeness, dayCompleteness } from './complete.ts';
export {
  daySheet,
  type DaySheet,
  type LivePortion,
  type MealLine,
  type NutrientLine,
  type PortionLine,
  type SheetFood,
  type SheetPortion,
  windowState,
  type WindowState,
} from './daySheet.ts';
export {
  CAFFEINE_HALF_LIFE,
  caffeineActive,
  caffeineBelow,
  type CaffeineDose,
  CONTRACEPTION_FACTOR,
} from './drink/caffeine.ts';
export { type DayCaution, drinkCautions, substanceCaution } from './drink/cautions.ts';
export { plannedWaterBarred, sodiumKnown } from './drink/plannedWater.ts';
export {
  copyDay,
  copyMeal,
  givePart,
  mergeMeals,
  moveMeal,
  numberedMeals,
  splitMeal,
  timeForNumber,
} from './edit/edit.ts';
export { BARE_ID, eatMeal, isBare, RESERVE_ID, toBeWeighed, uneatMeal, wholeEaten } from './edit/eat.ts';
export { mergeRow } from './edit/merge.ts';
export { type DiaryChange } from './edit/rows.ts';
export { fitSentences, volumeSentence } from './fit/explain.ts';
export { type Fit, type FitAnswer, type FitOptions, portionsToFit } from './fit/fit.ts';
export { highsSolver } from './fit/highs.ts';
export { type FitFood, type FitProblem, fitWindow, type FitWindow, missCost } from './fit/model.ts';
export { smallestChange } from './fit/overshoot.ts';
export { type LinearProgram, ProgramBuilder, type Solved, type Solver } from './fit/program.ts';
export { treatsThatFit } from './fit/treat.ts';
export { guessedDay, type GuessedDay } from './guess.ts';
export { dayPaper, type DayPaper, type PaperInput, paperText } from './paper.ts';
export { parseQuickLine } from './quickline/parse.ts';
export { pickFood, readQuickAmount } from './quickline/resolve.ts';
export {
  type QuickBare,
  type QuickCopy,
  type QuickFood,
  type QuickLine,
  type QuickMark,
  type QuickWater,
  type Span,
} from './quickline/types.ts';
export {
  COMPOSITION_RELATIVE,
  gramsUncertainty,
  portionUncertainty,
  portionWindow,
  rangeSpread,
  sumUncertainty,
} from './uncertainty.ts';
export { SOFT_BELOW, weighedShare } from './weighedShare.ts';
export {
  dateOrders,
  DIARY_FIELDS,
  type DiaryColumns,
  type DiaryField,
  type DiaryMeal,
  type DiaryRead,
  type DiaryReading,
  guessColumns,
  mealTimes,
  readDiary,
} from './readDiary.ts';
