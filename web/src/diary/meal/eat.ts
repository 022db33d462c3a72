import type { DayDocument, MealRow } from '@maul/contract/diary';
import { eatMeal, uneatMeal, wholeEaten } from '@maul/core/diary';
import { writeChanges } from '../../data/edit.ts';

/** Eaten, with all that was planned of it, or not after all: one step of the day. */
export const eat = (day: DayDocument, meal: MealRow): void =>
  wholeEaten(meal, day.portions)
    ? writeChanges(day, uneatMeal(day, meal.id), 'Not eaten after all')
    : writeChanges(day, eatMeal(day, meal.id), 'The meal eaten');
