export { cautionStanding, type Confirmation, confirmationHolds } from './cautions/confirm.ts';
export { measuredCautions } from './cautions/measured.ts';
export { cautionPerson, restingOf } from './cautions/person.ts';
export { healthCautions, planCautions, VERY_LOW } from './cautions/plan.ts';
export { type DoneWork } from './cautions/plannedWork.ts';
export { sodiumCautions, type SodiumDay, sodiumOfDay } from './cautions/sodium.ts';
export {
  type Caution,
  CAUTION_IDS,
  type CautionId,
  type CautionLevel,
  cautionSeen,
  type HealthStatements,
  inGravity,
  NO_STATEMENTS,
  ofHealth,
} from './cautions/types.ts';
export { changeText, type ChangeOrder, orderDays } from './orders/order.ts';
export {
  orderBalance,
  type OrderReview,
  type PlanInForce,
  reviewDays,
  reviewOrder,
  reviewSeason,
} from './review.ts';
export { AFTER_SHOW_STEPS, type AfterShowWay, planAfterShow } from './season/afterShow.ts';
export { calendarEntries, type CalendarEntry } from './season/calendar.ts';
export { type DayType, dayTypeFrom, READY_DAY_TYPES, typeDay, typeDays } from './season/dayTypes.ts';
export {
  changePhase,
  edgeBounds,
  insertPhase,
  movePhase,
  placeDayType,
  putEvent,
  removeEvent,
  removePhase,
  seasonChanges,
  splitPhase,
  stretchPhase,
} from './season/edit.ts';
export {
  carbsBeforeTraining,
  type CarbTiming,
  makePattern,
  type MealAnchor,
  type MealPattern,
  type MealSlot,
  patternConflicts,
  type Routine,
  sessionOn,
  type SessionKind,
  type TrainingSession,
  wholeShares,
} from './season/mealPattern.ts';
export {
  type CountedBy,
  defaultRate,
  defaultTolerance,
  type EnergyPolicy,
  type FibreRule,
  macroPart,
  type MacroPart,
  type MacroPolicy,
  type MenuPortion,
  PHASE_KINDS,
  type PhaseKind,
  type Tolerance,
} from './season/rules.ts';
export {
  countdown,
  dayTypeOn,
  type Phase,
  PHASE_NAMES,
  phaseDays,
  phaseName,
  phaseOn,
  type PhaseRules,
  phasesInOrder,
  phaseWeek,
  type Season,
  type SeasonEvent,
  seasonProblems,
  seasonRemarks,
} from './season/season.ts';
export { layEvent, moveEvent } from './season/shows.ts';
export { phaseTemplate, templateMacros } from './season/templates.ts';
export { type LoggedUsual, usualBefore } from './season/usual.ts';
export { matchMeals, type MealWindow, mealWindows } from './targets/mealWindows.ts';
export { phaseAim } from './targets/parts.ts';
export { dayTargets, type DayTargets, targetsFrom } from './targets/targets.ts';
export { levelWeek, weekAim } from './targets/week.ts';
export { whyTargets } from './targets/why.ts';
export { type TargetWindow, type TargetWindows } from './targets/window.ts';
