import { type ContentOf } from '@maul/contract/routes';
import type {
  DayDocument,
  DayEntryRow,
  EntryBody,
  MealRow,
  NoteRow,
  PortionRow,
  StandingRow,
  StandingBody,
} from '@maul/contract/diary';
import type { WeighInRow } from '@maul/contract/body';
import type { Captured } from '@maul/core/scale';
import type { DiaryChange } from '@maul/core/diary';
import { v7 as uuidv7 } from 'uuid';
import { deviceZone } from './device.ts';
import { asStep, write, type Place } from './undo/steps.ts';

export const saveMeal = (
  day: Place,
  meal: MealRow,
  change: Partial<Pick<MealRow, 'time' | 'eaten' | 'ticks' | 'deleted'>>,
  label = 'The meal',
): void =>
  write(
    day,
    'putMeal',
    meal.id,
    meal.deleted ? null : meal,
    change.deleted ? null : { ...meal, ...change },
    label,
  );

/** A new meal at a time; returns its id. */
export const addMeal = (day: Place, time: string, id = uuidv7()): string => {
  const row = { day: day.date, time, zone: deviceZone(), eaten: false, ticks: [] };
  write(day, 'putMeal', id, null, row, 'The new meal');
  return id;
};

/** What can be changed of a portion that stays in its meal. */
export type PortionChange = Partial<
  Omit<ContentOf<'putPortion'>, 'mealId' | 'position'> & { deleted: boolean }
>;

export const savePortion = (
  day: Place,
  portion: PortionRow,
  change: PortionChange,
  label = portion.food.name,
): void =>
  write(
    day,
    'putPortion',
    portion.id,
    portion.deleted ? null : portion,
    change.deleted ? null : { ...portion, ...change },
    label,
  );

/** How the amount of a portion is known, where it is not known at all. */
const NOT_MEASURED = {
  grams: null,
  method: null,
  division: null,
  trail: null,
  spread: null,
} satisfies PortionChange;

/** What a new portion says; what is left out is not known of it. */
export type NewPortion = Pick<ContentOf<'putPortion'>, 'food' | 'plannedGrams' | 'grams' | 'method'> &
  Partial<Omit<ContentOf<'putPortion'>, 'mealId'>>;

/** A new portion at the end of a meal; returns its id. */
export const addPortion = (
  day: Place & Pick<DayDocument, 'portions'>,
  mealId: string,
  part: NewPortion,
  id = uuidv7(),
): string => {
  const position =
    Math.max(-1, ...day.portions.filter((p) => p.mealId === mealId).map((p) => p.position)) + 1;
  const row: ContentOf<'putPortion'> = {
    mealId,
    position,
    ...NOT_MEASURED,
    guess: null,
    reason: null,
    ...part,
  };
  write(day, 'putPortion', id, null, row, part.food.name);
  return id;
};

/** What a layer of the scale says of a portion: its grams, how it is known, and the trail behind it. */
export const measuredBy = (layer: Captured) => ({
  grams: Number(layer.net.toFixed(2)),
  method: layer.way === 'take' ? ('jar' as const) : ('scale' as const),
  division: layer.division,
  spread: null,
  guess: null,
  trail: {
    gross: layer.gross,
    tare: layer.before,
    net: layer.net,
    way: layer.way,
    division: layer.division,
    settled: layer.settled,
    span: layer.span,
    readings: layer.readings,
    source: layer.source,
    at: new Date().toISOString(),
  },
});

/** A portion copied to another meal, planned there, at its end; returns its id. */
export const copyPortion = (
  day: Place & Pick<DayDocument, 'portions'>,
  portion: PortionRow,
  mealId: string,
): string => {
  const { food, plannedGrams, guess, reason } = asPlanned(portion);
  return addPortion(day, mealId, { food, plannedGrams, grams: null, method: null, guess, reason });
};

/** What the scale captured, on its portion. */
export const captured = (day: Place, portion: PortionRow, layer: Captured): void =>
  savePortion(day, portion, measuredBy(layer));

export const saveNote = (
  day: Place,
  note: NoteRow | null,
  about: Pick<NoteRow, 'mealId' | 'portionId'> & Partial<Pick<NoteRow, 'orderId' | 'pictureId' | 'mark'>>,
  text: string,
  deleted = false,
): void =>
  write(
    day,
    'putNote',
    note?.id ?? uuidv7(),
    note,
    deleted
      ? null
      : {
          day: day.date,
          mealId: about.mealId,
          portionId: about.portionId,
          orderId: about.orderId ?? null,
          pictureId: about.pictureId ?? null,
          mark: about.mark ?? null,
          text,
        },
    'The note',
  );

/** The morning's weight; what was said of its conditions stays unless it is said anew. */
export const saveWeighIn = (
  day: Place,
  before: WeighInRow | null,
  kg: number,
  conditions: WeighInRow['conditions'] = before?.conditions ?? null,
): void =>
  write(day, 'putWeighIn', before?.id ?? uuidv7(), before, { day: day.date, kg, conditions }, 'The weigh-in');

/** Training, water, a supplement or a look on the day, new or changed; null takes it away. */
export const saveEntry = (
  day: Place,
  before: DayEntryRow | null,
  change: { time: string; thing: EntryBody } | null,
  label: string,
): void =>
  write(
    day,
    'putDayEntry',
    before?.id ?? uuidv7(),
    before,
    change && { day: before?.day ?? day.date, zone: before?.zone ?? deviceZone(), ...change },
    label,
  );

/** A vessel, a supplement, a saved meal, a pause or somebody one eats with; null takes it away. */
export const saveStanding = (
  day: Place,
  before: StandingRow | null,
  thing: StandingBody | null,
  label: string,
): void => write(day, 'putStanding', before?.id ?? uuidv7(), before, thing && { thing }, label);

/** Writes what an edit of the day changes, as one step. Rows of another date are written on that date. */
export const writeChanges = (
  day: Place,
  changes: readonly DiaryChange<MealRow, PortionRow>[],
  label: string,
): void => {
  const dates = new Map(changes.flatMap((c) => (c.table === 'meal' && c.after ? [[c.id, c.after.day]] : [])));
  asStep(day, label, () => {
    for (const change of changes) {
      const { before } = change;
      const date =
        change.table === 'meal'
          ? (change.before?.day ?? change.after?.day)
          : dates.get(change.after?.mealId ?? change.before?.mealId ?? '');
      const place = { date: before ? day.date : (date ?? day.date), athlete: day.athlete };
      if (change.table === 'meal') write(place, 'putMeal', change.id, change.before, change.after, label);
      else write(place, 'putPortion', change.id, change.before, change.after, label);
    }
  });
};

/** A portion as a copy keeps it: what counted is the plan, to be weighed anew. */
export const asPlanned = (portion: PortionRow): PortionRow => ({
  ...portion,
  plannedGrams: portion.grams ?? portion.plannedGrams,
  ...NOT_MEASURED,
});
