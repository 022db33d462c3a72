import type { DayDocument, MealRow } from '@maul/contract/diary';
import { eatMeal, uneatMeal, wholeEaten } from '@maul/core/diary';
import { writeChanges } from '../../data/edit.ts';
import { present } from '../../data/undo/steps.ts';

/** Eaten, with all that was planned of it, or not after all: one step of the day as it stands, which may be ahead of what is drawn. */
export const eat = (drawn: DayDocument, { id }: MealRow): void => {
  const day = present(drawn);
  const meal = day.meals.find((m) => m.id === id);
  if (!meal) return;
  if (wholeEaten(meal, day.portions)) writeChanges(day, uneatMeal(day, id), 'Not eaten after all');
  else writeChanges(day, eatMeal(day, id), 'The meal eaten');
};
