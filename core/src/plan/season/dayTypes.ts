/** What a kind of day does to the phase's aim. */
export type DayChange =
  /** kcal more or less; carbohydrate answers, or the split, or the range. */
  | { kind: 'energy'; kcal: number }
  /** Grams of carbohydrate more or less; protein and fat stay. */
  | { kind: 'carbs'; grams: number }
  /** Its own macros, grams; fibre by the phase’s rule where it is left out. */
  | { kind: 'own'; protein: number; carbs: number; fat: number; fibre?: number | undefined };

/** A kind of day within a phase. */
export interface DayType {
  id: string;
  name: string;
  change: DayChange;
  /** The windows of such a day are this many times as wide; 1 leaves them. */
  widen: number;
  /** The meal pattern of such a day; null takes the phase's. */
  patternId: string | null;
}

/** A day type that comes ready, with what it is for. */
export interface ReadyDayType {
  id: string;
  name: string;
  kcal: number;
  widen: number;
  about: string;
}

const ready = (id: string, name: string, kcal: number, about: string, widen = 1): ReadyDayType => ({
  id,
  name,
  kcal,
  widen,
  about,
});

/** Day types that come ready; the offsets are a start and are changed at will. common practice, no source. */
export const READY_DAY_TYPES: readonly ReadyDayType[] = [
  ready('every', 'Every', 0, 'The phase’s aim as it is'),
  ready('low', 'Low', -150, 'Less than the aim'),
  ready('moderate', 'Moderate', 0, 'The aim itself'),
  ready('high', 'High', 300, 'More than the aim'),
  ready('refeed', 'Refeed', 500, 'At or near expenditure, all of it carbs'),
  ready('training', 'Training', 100, 'A day in the gym'),
  ready('rest', 'Rest', -150, 'No training'),
  ready('active-rest', 'Active rest', -50, 'A walk, mobility'),
  ready('double-cardio', 'Double cardio', 0, 'Two sessions; what they burn is not handed back by itself'),
  ready('leg', 'Leg day', 200, 'Carbs kept for before the session'),
  ready('reset', 'Reset', 0, 'The day after more than was planned: the plan as it was, nothing taken back'),
  ready('restaurant', 'Restaurant', 0, 'An evening out: the same aim, windows twice as wide', 2),
  ready('rehearsal', 'Rehearsal', 400, 'The show’s food tried out weeks before'),
  ready('shoot', 'Shoot', 200, 'Photographs'),
  ready('show', 'Show', 200, 'On stage'),
];

/** A day type made from a ready one. Throws RangeError when there is none of that id. */
export const dayTypeFrom = (id: string): DayType => {
  const found = READY_DAY_TYPES.find((type) => type.id === id);
  if (!found) throw new RangeError(`There is no ready day type "${id}".`);
  return {
    id,
    name: found.name,
    change: { kind: 'energy', kcal: found.kcal },
    widen: found.widen,
    patternId: null,
  };
};

/** The id that every day of a board goes by. */
export const BOARD_DAY = 'board';

/** A day of a type, in words: "low day"; a day of a board goes by its own name. */
export const typeDay = ({ id, name }: Pick<DayType, 'id' | 'name'>): string =>
  id === BOARD_DAY ? name : `${name.toLowerCase()} day`;

/** Days of a type, in words: "low days"; the type that is every day is "every day", a day of a board is that day. */
export const typeDays = ({ id, name }: Pick<DayType, 'id' | 'name'>): string =>
  id === BOARD_DAY ? name : name.toLowerCase() === 'every' ? 'every day' : `${name.toLowerCase()} days`;
