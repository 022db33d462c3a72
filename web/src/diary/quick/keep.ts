import type { DayDocument, MealRow } from '@maul/contract/diary';
import { copyDay, copyMeal, numberedMeals, type QuickCopy } from '@maul/core/diary';
import { v7 as uuidv7 } from 'uuid';
import { addMeal, addPortion, asPlanned, saveEntry, writeChanges } from '../../data/edit.ts';
import { present, asStep } from '../../data/undo/steps.ts';
import type { Into, Understood } from './resolve.ts';

/** The meal of a day by its number. */
export const mealNumbered = (day: DayDocument, number: number): MealRow | undefined =>
  numberedMeals(day.meals, day.athlete.dayTurnsAt)[number - 1];

const copyFrom = (day: DayDocument, source: DayDocument, copy: QuickCopy, time: string | undefined): void => {
  if (copy.number === null)
    return writeChanges(day, copyDay(source, source.date, day.date, asPlanned, uuidv7), 'The day copied');
  const meal = mealNumbered(source, copy.number);
  if (!meal) throw new RangeError(`There is no meal ${copy.number} on that day.`);
  const to = { day: day.date, time: time ?? meal.time, times: copy.times };
  writeChanges(day, copyMeal(source, meal.id, to, asPlanned, uuidv7), 'The meal copied');
};

/**
 * Does what a line says, as one step of the day. `sources` are the days that are copied from. Throws RangeError with a sentence, before
 * anything is written, when a copy finds nothing.
 */
export const keepLine = (
  drawn: DayDocument,
  understood: readonly Understood[],
  into: Into,
  sources: ReadonlyMap<string, DayDocument>,
  now: string,
  label: string,
): void => {
  // The line before may have been kept a moment ago.
  const day = present(drawn);
  for (const one of understood)
    if (one.kind === 'copy') {
      const source = sources.get(one.from);
      if (!source || source.meals.length === 0) throw new RangeError('There is nothing on that day to copy.');
      if (one.copy.number !== null && !mealNumbered(source, one.copy.number))
        throw new RangeError(`There is no meal ${one.copy.number} on that day.`);
    }
  asStep(day, label, () => {
    const portions = understood.filter((u) => u.kind === 'portion');
    if (portions.length > 0 && !('fault' in into)) {
      const mealId =
        'mealId' in into
          ? into.mealId
          : (day.meals.find((m) => m.time === into.time)?.id ?? addMeal(day, into.time));
      const there = day.portions.filter((p) => p.mealId === mealId).map((p) => p.position);
      const first = Math.max(-1, ...there) + 1;
      portions.forEach(({ portion }, i) => addPortion(day, mealId, { ...portion, position: first + i }));
    }
    for (const one of understood) {
      if (one.kind === 'water') {
        const thing = { kind: 'water' as const, millilitres: one.millilitres, vessel: null, done: true };
        saveEntry(day, null, { time: 'time' in into ? into.time : now, thing }, 'Water');
      }
      const source = one.kind === 'copy' ? sources.get(one.from) : undefined;
      if (one.kind === 'copy' && source)
        copyFrom(day, source, one.copy, 'time' in into ? into.time : undefined);
    }
  });
};
