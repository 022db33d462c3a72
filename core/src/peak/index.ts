export {
  type Board,
  type BoardCell,
  type BoardDay,
  boardDay,
  boardDays,
  dayName,
  keepPast,
  type LeverFood,
  leverGrams,
  offsetOn,
  setCell,
  showDate,
} from './board.ts';
export { type Deadline, deadlinesOn, hoursOn } from './boardHours.ts';
export {
  delayed,
  drinksOf,
  nextSlot,
  type ShowDay,
  type Slot,
  slotClock,
  type SlotKind,
  type Timed,
} from './hours.ts';
export {
  boardFaults,
  type BoardFault,
  GLYCOGEN_PER_KG,
  littleWater,
  LEAST_PROTEIN_PER_KG,
  MOST_CARBS_PER_KG,
} from './limits.ts';
export {
  type AsBefore,
  asBefore,
  type Departure,
  departureInWords,
  departuresFrom,
  type PeakMorning,
  reuseBoard,
} from './compare.ts';
export {
  LOOK_RULES,
  type LookAnswer,
  type LookMarks,
  type LookProposal,
  type LookRule,
  proposeFromLook,
} from './looks.ts';
export {
  type Column,
  COLUMN_WORDS,
  COLUMNS,
  DEFAULT_PROTOCOL,
  type Protocol,
  type School,
  schoolOf,
  SCHOOLS,
} from './schools.ts';
export {
  type Drink,
  excessWater,
  LEAST_WATER,
  leastWater,
  loggedTwice,
  mostWater,
  mostWithin,
  STOP_DRINKING,
  WATER_LIMIT,
  WATER_SOURCE,
} from './water.ts';
export { type Symptom, SYMPTOMS, whatToDo } from './symptoms.ts';
export { NO_DEFICIT_DAYS, reboundOn } from './after.ts';
export { SODIUM_LIMIT, SODIUM_SOURCE } from './sodium.ts';
