import { clockOf, DAY_TURNS_AT, minutesIntoDay } from '../../units/index.ts';
import type { DiaryChange, DiaryMeal, DiaryPortion, DiaryRows } from './rows.ts';

/** Makes the id of a new row. */
export type NewId = () => string;

type Changes<M extends DiaryMeal, P extends DiaryPortion> = DiaryChange<M, P>[];

const mealOf = <M extends DiaryMeal>(rows: { meals: readonly M[] }, id: string): M => {
  const meal = rows.meals.find((m) => m.id === id);
  if (!meal) throw new RangeError('This meal is not there any more.');
  return meal;
};
const inMeal = <P extends DiaryPortion>(rows: { portions: readonly P[] }, mealId: string): P[] =>
  rows.portions.filter((p) => p.mealId === mealId).sort((a, b) => a.position - b.position);
const changed = <R extends { id: string }>(before: R, change: Partial<R>): { before: R; after: R } => ({
  before,
  after: { ...before, ...change },
});

/** The meal at another time, of this day or another. Its number follows. Throws RangeError for a time that is none. */
export const moveMeal = <M extends DiaryMeal, P extends DiaryPortion>(
  rows: DiaryRows<M, P>,
  mealId: string,
  to: { time: string; day?: string },
): Changes<M, P> => {
  const meal = mealOf(rows, mealId);
  minutesIntoDay(to.time);
  const change = changed(meal, { time: to.time, day: to.day ?? meal.day } as Partial<M>);
  return [{ table: 'meal', id: mealId, ...change }];
};

/** The meals of a day in the order of their numbers. Throws RangeError for a meal at an impossible time. */
export const numberedMeals = <M extends DiaryMeal>(meals: readonly M[], turnsAt = DAY_TURNS_AT): M[] =>
  [...meals].sort(
    (a, b) => minutesIntoDay(a.time, turnsAt) - minutesIntoDay(b.time, turnsAt) || a.id.localeCompare(b.id),
  );

/** Meals that begin or end a day with no other beside them move by this, minutes. common practice, no source. */
const APART = 90;

/**
 * The time that makes a meal the n-th of its day, from 1: between its new neighbours, or an hour and a half before the first or after the
 * last. Undefined where it is the n-th already. The others keep their times.
 */
export const timeForNumber = (
  meals: readonly DiaryMeal[],
  mealId: string,
  number: number,
  turnsAt = DAY_TURNS_AT,
): string | undefined => {
  const order = numberedMeals(meals, turnsAt);
  const now = order.findIndex((m) => m.id === mealId);
  const others = order.filter((m) => m.id !== mealId).map((m) => minutesIntoDay(m.time, turnsAt));
  const at = Math.min(Math.max(1, number), order.length) - 1;
  if (now < 0 || at === now) return undefined;
  const [before, after] = [others[at - 1], others[at]];
  const into =
    before === undefined
      ? Math.max(0, (after ?? APART) - APART)
      : after === undefined
        ? Math.min(1439, before + APART)
        : Math.floor((before + after) / 2);
  return clockOf(into + turnsAt);
};

const share = (grams: number | null, part: number): number | null =>
  grams === null ? null : Math.round(grams * part * 100) / 100;
/** What is left when a share was taken, so that both add up to what was there. */
const rest = (grams: number | null, taken: number | null): number | null =>
  grams === null ? null : Math.round((grams - (taken ?? 0)) * 100) / 100;

/**
 * One meal made two: the portions named go to a new meal at a time; with a `part` (0 to 1) that much of each of them goes and the rest
 * stays. Throws RangeError when nothing would be left on one side.
 */
export const splitMeal = <M extends DiaryMeal, P extends DiaryPortion>(
  rows: DiaryRows<M, P>,
  mealId: string,
  portionIds: readonly string[],
  to: { time: string; part?: number },
  newId: NewId,
): Changes<M, P> => {
  const meal = mealOf(rows, mealId);
  minutesIntoDay(to.time);
  const part = to.part ?? 1;
  if (!(part > 0 && part <= 1)) throw new RangeError('A part lies above nothing and at most at all of it.');
  const going = inMeal(rows, mealId).filter((p) => portionIds.includes(p.id));
  if (going.length === 0) throw new RangeError('Choose what goes into the new meal.');
  if (part === 1 && going.length === inMeal(rows, mealId).length)
    throw new RangeError('All of it would go: move the meal instead.');
  const id = newId();
  const made: M = { ...meal, id, time: to.time, eaten: false };
  return [
    { table: 'meal', id, before: null, after: made },
    ...going.flatMap((p, position): Changes<M, P> => {
      if (part === 1)
        return [{ table: 'portion', id: p.id, ...changed(p, { mealId: id, position } as Partial<P>) }];
      const [planned, grams] = [share(p.plannedGrams, part), share(p.grams, part)];
      const newPortion = newId();
      return [
        {
          table: 'portion',
          id: p.id,
          ...changed(p, {
            plannedGrams: rest(p.plannedGrams, planned),
            grams: rest(p.grams, grams),
          } as Partial<P>),
        },
        {
          table: 'portion',
          id: newPortion,
          before: null,
          after: { ...p, id: newPortion, mealId: id, position, plannedGrams: planned, grams },
        },
      ];
    }),
  ];
};

/** Two meals made one: all that is in `from` goes into `into`, which keeps its time. */
export const mergeMeals = <M extends DiaryMeal, P extends DiaryPortion>(
  rows: DiaryRows<M, P>,
  from: string,
  into: string,
): Changes<M, P> => {
  const [gone, kept] = [mealOf(rows, from), mealOf(rows, into)];
  if (gone.id === kept.id) throw new RangeError('A meal cannot be merged with itself.');
  const last = Math.max(-1, ...inMeal(rows, into).map((p) => p.position));
  return [
    ...inMeal(rows, from).map((p, i) => ({
      table: 'portion' as const,
      id: p.id,
      ...changed(p, { mealId: into, position: last + 1 + i } as Partial<P>),
    })),
    { table: 'meal', id: gone.id, before: gone, after: null },
  ];
};

/** What a copy keeps of a portion: the amount that counted becomes the plan, and it is to be weighed anew. */
export type AsPlanned<P extends DiaryPortion> = (portion: P) => P;

/**
 * A meal copied to a time of a day, `times` of them an hour apart from each other where more than one. A copy is planned: what was measured
 * becomes its plan. Throws RangeError for an empty meal.
 */
export const copyMeal = <M extends DiaryMeal, P extends DiaryPortion>(
  rows: DiaryRows<M, P>,
  mealId: string,
  to: { day: string; time: string; times?: number; everyMinutes?: number },
  asPlanned: AsPlanned<P>,
  newId: NewId,
): Changes<M, P> => {
  const meal = mealOf(rows, mealId);
  const portions = inMeal(rows, mealId);
  if (portions.length === 0) throw new RangeError('There is nothing in this meal to copy.');
  const start = minutesIntoDay(to.time, 0);
  return Array.from({ length: to.times ?? 1 }, (_, i): Changes<M, P> => {
    const id = newId();
    const time = clockOf(start + i * (to.everyMinutes ?? 60));
    const made: M = { ...meal, id, day: to.day, time, eaten: false };
    return [
      { table: 'meal', id, before: null, after: made },
      ...portions.map((p) => {
        const portionId = newId();
        return {
          table: 'portion' as const,
          id: portionId,
          before: null,
          after: { ...asPlanned(p), id: portionId, mealId: id },
        };
      }),
    ];
  }).flat();
};

/** Every meal of a day copied to another, at the same times. Throws RangeError for a day with nothing on it. */
export const copyDay = <M extends DiaryMeal, P extends DiaryPortion>(
  rows: DiaryRows<M, P>,
  from: string,
  to: string,
  asPlanned: AsPlanned<P>,
  newId: NewId,
): Changes<M, P> => {
  const meals = rows.meals.filter((m) => m.day === from && inMeal(rows, m.id).length > 0);
  if (meals.length === 0) throw new RangeError('There is nothing on this day to copy.');
  return meals.flatMap((m) => copyMeal(rows, m.id, { day: to, time: m.time }, asPlanned, newId));
};

/** Part of a portion is given away: what is left is mine. The amount that counts is divided. Throws RangeError when nothing would be left or given. */
export const givePart = <M extends DiaryMeal, P extends DiaryPortion>(
  rows: DiaryRows<M, P>,
  portionId: string,
  given: number,
): Changes<M, P> => {
  const portion = rows.portions.find((p) => p.id === portionId);
  if (!portion) throw new RangeError('This portion is not there any more.');
  const all = portion.grams ?? portion.plannedGrams ?? 0;
  if (!(given > 0 && given < all))
    throw new RangeError(`More than nothing and less than all ${Math.round(all * 10) / 10} g can be given.`);
  const change: Partial<DiaryPortion> =
    portion.grams === null ? { plannedGrams: rest(all, given) } : { grams: rest(all, given) };
  return [{ table: 'portion', id: portionId, ...changed(portion, change as Partial<P>) }];
};
