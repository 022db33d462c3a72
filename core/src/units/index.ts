export { grams, type Grams, kcal, type Kcal, kilojoules, type Kilojoules } from './brands.ts';
export { K90, normalBelow } from './confidence.ts';
export {
  decimalsOf,
  fromGrams,
  GRAMS_PER_OUNCE,
  GRAMS_PER_POUND,
  KJ_PER_KCAL,
  kjFromKcal,
  MILLILITRES_PER,
  roundTo,
} from './convert.ts';
export {
  addDays,
  ageOn,
  athleteDay,
  CLOCK,
  clockOf,
  datesFrom,
  DAY_TURNS_AT,
  daysBetween,
  instantAt,
  isClock,
  isIsoDate,
  isoDate,
  type IsoDate,
  localMoment,
  minutesIntoDay,
  minutesOf,
  weekday,
  weekStart,
} from './dates.ts';
export {
  NUMBER_SOURCE,
  numberIn,
  type NumberReading,
  numberReadings,
  printNumber,
  readNumber,
  type NumberBounds,
  signedText,
  whole,
} from './numbers.ts';
export { countIn, readBodyMass, readCount, readEnergy } from './typed.ts';
export { wordsOf } from './words.ts';
