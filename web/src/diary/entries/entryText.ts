import type { DayDocument, DayEntryRow, EntryBody } from '@maul/contract/diary';
import { minutesIntoDay } from '@maul/core/units';
import { type CaffeineDose } from '@maul/core/diary';
import { type Drink } from '@maul/core/peak';

/** What something on the rail is called. */
export const thingName = (thing: EntryBody): string => {
  switch (thing.kind) {
    case 'training':
      return thing.what === '' ? 'Training' : thing.what;
    case 'cardio':
      return thing.what === '' ? 'Cardio' : thing.what;
    case 'posing':
      return thing.what === '' ? 'Posing' : thing.what;
    case 'water':
      return thing.vessel ?? 'Water';
    case 'supplement':
      return thing.name;
    case 'look':
      return 'Look';
    case 'closing':
      return 'The day closed';
    case 'morning':
      return 'The morning';
    case 'measure':
      return 'The measures';
  }
};

/** What it was or is to be, in figures. */
export const thingFigures = (thing: EntryBody): string => {
  switch (thing.kind) {
    case 'training':
      return [thing.minutes === null ? '' : `${thing.minutes} min`, (thing.muscles ?? []).join(' and ')]
        .filter((t) => t !== '')
        .join(', ');
    case 'posing':
      return thing.minutes === null ? '' : `${thing.minutes} min`;
    case 'cardio':
      return [
        thing.minutes === null ? '' : `${thing.minutes} min`,
        thing.kcal === null ? '' : `${Math.round(thing.kcal)} kcal`,
        thing.steps === null ? '' : `${thing.steps.toLocaleString('en-GB')} steps`,
      ]
        .filter((t) => t !== '')
        .join(', ');
    case 'water':
      return `${Math.round(thing.millilitres)} mL`;
    case 'supplement':
      return `${thing.dose.amount} ${thing.dose.unit}`;
    case 'morning':
    case 'measure':
      return thing.words;
    case 'closing':
      return thing.complete ? 'all of it is logged' : 'something is missing';
    case 'look':
      return [
        thing.fullness === null ? '' : `fullness ${thing.fullness}`,
        thing.tightness === null ? '' : `tightness ${thing.tightness}`,
        thing.waist == null ? '' : `waist ${thing.waist}`,
        thing.words,
      ]
        .filter((t) => t !== '')
        .join(', ');
  }
};

/** What one does to make it done; undefined for what has no plan. */
export const doneWord = (thing: EntryBody): string | undefined =>
  !('done' in thing)
    ? undefined
    : thing.kind === 'water'
      ? 'Drunk'
      : thing.kind === 'supplement'
        ? 'Taken'
        : 'Done';

const ORDER: readonly EntryBody['kind'][] = ['training', 'cardio', 'posing', 'look', 'supplement', 'water'];

/** What has its hour, in the order of the day, at the same time the weightier first. */
export const inDayOrder = (entries: readonly DayEntryRow[], turnsAt: number): DayEntryRow[] =>
  entries
    .filter((e) => ORDER.includes(e.thing.kind))
    .sort(
      (a, b) =>
        minutesIntoDay(a.time, turnsAt) - minutesIntoDay(b.time, turnsAt) ||
        ORDER.indexOf(a.thing.kind) - ORDER.indexOf(b.thing.kind) ||
        a.id.localeCompare(b.id),
    );

/** Water of a day, drunk or still planned. */
export const drinksOf = (day: Pick<DayDocument, 'athlete' | 'entries'>, done: boolean): Drink[] =>
  day.entries.flatMap((e) =>
    e.thing.kind === 'water' && e.thing.done === done
      ? [{ millilitres: e.thing.millilitres, minutes: minutesIntoDay(e.time, day.athlete.dayTurnsAt) }]
      : [],
  );

/** Caffeine of a day as far as its foods and supplements state it; `planned` too when it is asked for. */
export const caffeineOf = (
  day: Pick<DayDocument, 'athlete' | 'meals' | 'portions' | 'entries'>,
  planned = false,
): CaffeineDose[] => {
  const at = (time: string): number => minutesIntoDay(time, day.athlete.dayTurnsAt);
  const eaten = day.portions.flatMap((p): CaffeineDose[] => {
    const meal = day.meals.find((m) => m.id === p.mealId);
    const grams = p.grams ?? (planned ? p.plannedGrams : null);
    const mg = ((p.food.per100g.CAFFN ?? 0) * (grams ?? 0)) / 100;
    return meal && mg > 0 ? [{ mg, minutes: at(meal.time) }] : [];
  });
  const taken = day.entries.flatMap(({ thing, time }): CaffeineDose[] =>
    thing.kind === 'supplement' && (thing.done || planned) && (thing.nutrients.CAFFN ?? 0) > 0
      ? [{ mg: thing.nutrients.CAFFN ?? 0, minutes: at(time) }]
      : [],
  );
  return [...eaten, ...taken].sort((a, b) => a.minutes - b.minutes);
};

/** Grams of alcohol drunk on a day, as far as its foods state it. */
export const alcoholOf = (day: Pick<DayDocument, 'portions'>): number =>
  day.portions.reduce((sum, p) => sum + ((p.food.per100g.ALC ?? 0) * (p.grams ?? 0)) / 100, 0);

/** Water in what was eaten, mL, and whether some food does not state it. */
export const waterInFood = (
  day: Pick<DayDocument, 'portions'>,
): { millilitres: number; atLeast: boolean } => {
  const eaten = day.portions.filter((p) => p.grams !== null);
  return {
    millilitres: eaten.reduce((sum, p) => sum + ((p.food.per100g.WATER ?? 0) * (p.grams ?? 0)) / 100, 0),
    atLeast: eaten.some((p) => p.food.per100g.WATER === undefined),
  };
};
