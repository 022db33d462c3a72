import { type Method } from '../../foods/index.ts';
import { rangeSpread } from '../uncertainty.ts';
import type { DiaryChange, DiaryMeal, DiaryPortion, DiaryRows } from './rows.ts';

/** A portion with how its amount is known. */
export interface EatenPortion extends DiaryPortion {
  method: Method | null;
  spread?: number | null;
  guess?: { low: number; high: number } | null;
}

/** Ids of foods that hold only what was typed of them: energy or macros of something eaten, and room kept for a meal to come. */
export const BARE_ID = 'bare';
export const RESERVE_ID = 'reserve';
/** True of what holds only what was typed of it: it has no grams, and nothing of it can be weighed or swapped. */
export const isBare = (food: { id: string }): boolean => food.id === BARE_ID || food.id === RESERVE_ID;

/** True while a portion has not been weighed and can be: it is only planned, or it was eaten as planned. */
export const toBeWeighed = (
  portion: Pick<EatenPortion, 'grams' | 'method'> & { food: { id: string } },
): boolean => !isBare(portion.food) && (portion.grams === null || portion.method === 'planned');

/** True when the meal is marked eaten and all of it counts. */
export const wholeEaten = (
  meal: Pick<DiaryMeal, 'id' | 'eaten'>,
  portions: readonly Pick<DiaryPortion, 'mealId' | 'grams'>[],
): boolean => meal.eaten && !portions.some((p) => p.mealId === meal.id && p.grams === null);

const eatenAsPlanned = <P extends EatenPortion>(portion: P): P => ({
  ...portion,
  grams: portion.plannedGrams,
  method: portion.guess ? 'out' : 'planned',
  spread: portion.guess ? rangeSpread(portion.guess.low, portion.guess.high) : null,
});

/**
 * A meal marked eaten: what was only planned counts from now on with the planned amount, known "as planned, by eye", or as eaten out
 * where it was a guess with two ends. What was measured stays as it is; weighing later replaces an amount as planned. Throws
 * RangeError for a meal that is not there.
 *
 * @example
 * const meal = { id: 'm', day: '2026-11-28', time: '12:00', eaten: false };
 * const rice = { id: 'p', mealId: 'm', position: 0, plannedGrams: 80, grams: null, method: null };
 * eatMeal({ meals: [meal], portions: [rice] }, 'm').map((c) => c.after); // => [{ ...meal, eaten: true }, { ...rice, grams: 80, method: 'planned', spread: null }]
 */
export const eatMeal = <M extends DiaryMeal, P extends EatenPortion>(
  { meals, portions }: DiaryRows<M, P>,
  mealId: string,
): DiaryChange<M, P>[] => {
  const meal = meals.find((m) => m.id === mealId);
  if (!meal) throw new RangeError('This meal is not there any more.');
  return [
    { table: 'meal', id: mealId, before: meal, after: { ...meal, eaten: true } },
    ...portions
      .filter((p) => p.mealId === mealId && p.grams === null && p.plannedGrams !== null)
      .map((p) => ({ table: 'portion' as const, id: p.id, before: p, after: eatenAsPlanned(p) })),
  ];
};

/** A meal that was not eaten after all: amounts that were only taken from the plan are planned again; what was measured stays. */
export const uneatMeal = <M extends DiaryMeal, P extends EatenPortion>(
  { meals, portions }: DiaryRows<M, P>,
  mealId: string,
): DiaryChange<M, P>[] => {
  const meal = meals.find((m) => m.id === mealId);
  if (!meal) throw new RangeError('This meal is not there any more.');
  const fromPlan = (p: P): boolean =>
    p.method === 'planned' || (p.method === 'out' && !!p.guess && p.grams === p.plannedGrams);
  return [
    { table: 'meal', id: mealId, before: meal, after: { ...meal, eaten: false } },
    ...portions
      .filter((p) => p.mealId === mealId && fromPlan(p))
      .map((p) => ({
        table: 'portion' as const,
        id: p.id,
        before: p,
        after: { ...p, plannedGrams: p.plannedGrams ?? p.grams, grams: null, method: null, spread: null },
      })),
  ];
};
