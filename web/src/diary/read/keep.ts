import type { BodyOf } from '@maul/contract/routes';
import { type DiaryRead, mealTimes } from '@maul/core/diary';
import type { Method } from '@maul/core/foods';
import { v5 as uuidv5, v7 as uuidv7 } from 'uuid';
import { ApiProblem, call } from '../../data/api.ts';

/** One write of an import, and the one that takes it back. */
export interface Step {
  route: 'putMeal' | 'putPortion' | 'putWeighIn';
  id: string;
  body: BodyOf<'putMeal'> | BodyOf<'putPortion'> | BodyOf<'putWeighIn'>;
}

/** Ids of rows come from the file and the row: read twice it is the same import. */
const SPACE = 'c2b1f6a0-7d0e-5b7a-9a53-0b6de2b6f1a4';
const idOf = (file: string, what: string): string => uuidv5(`${file} ${what}`, SPACE);

/** Everything that an import writes, day by day: each meal before its portions. */
export const stepsOf = (
  read: DiaryRead,
  { file, zone, method, foods }: { file: string; zone: string; method: Method; foods: string },
): Step[] => {
  const steps: Step[] = [];
  const days = new Map<string, DiaryRead['meals']>();
  for (const meal of read.meals) days.set(meal.day, [...(days.get(meal.day) ?? []), meal]);
  for (const meals of days.values()) {
    const times = mealTimes(meals);
    meals.forEach((meal, i) => {
      const mealId = idOf(file, `meal ${meal.day} ${meal.time ?? ''} ${meal.label}`);
      steps.push({
        route: 'putMeal',
        id: mealId,
        body: { base: 0, day: meal.day, time: times[i] ?? '08:00', zone, eaten: true, deleted: false },
      });
      meal.portions.forEach((portion, position) =>
        steps.push({
          route: 'putPortion',
          id: idOf(file, `row ${portion.row}`),
          body: {
            base: 0,
            mealId,
            position,
            food: {
              id: `read-${uuidv5(portion.name, SPACE).slice(0, 18)}`,
              name: portion.name,
              state: 'as sold',
              source: foods,
              per100g: portion.per100g,
            },
            plannedGrams: null,
            grams: portion.grams,
            method,
            division: method === 'scale' ? 1 : null,
            trail: null,
            deleted: false,
          },
        }),
      );
    });
  }
  for (const { day, kg, row } of read.mornings)
    steps.push({
      route: 'putWeighIn',
      id: idOf(file, `morning ${row}`),
      body: { base: 0, day, kg, conditions: null, deleted: false },
    });
  return steps;
};

export interface Kept {
  done: number;
  /** What was not taken, with why: a morning that is said already, a meal that was taken away. */
  refused: { sentence: string; count: number }[];
}

/** So many requests are under way at once. */
const LANES = 6;

/**
 * Writes the steps of an import, or takes them back, some at once and each meal before what stands in it. `stop` says whether it should end; what is written
 * then stays, and going on writes nothing twice.
 */
export const runSteps = async (
  athleteId: string,
  steps: readonly Step[],
  away: boolean,
  { progress, stop }: { progress: (done: number) => void; stop: () => boolean },
): Promise<Kept> => {
  const refused = new Map<string, number>();
  let done = 0;
  const one = async ({ route, id, body }: Step): Promise<void> => {
    try {
      const said = away ? { ...body, base: 1, deleted: true } : body;
      await call(route, { params: { athleteId, id }, body: said as never });
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      // Taken back already, or never written.
      if (!(away && (error.is('not-found') || error.is('stale'))))
        refused.set(error.message, (refused.get(error.message) ?? 0) + 1);
    }
    progress((done += 1));
  };
  const parts = [steps.filter((s) => s.route === 'putMeal'), steps.filter((s) => s.route !== 'putMeal')];
  for (const part of away ? parts.reverse() : parts) {
    const queue = [...part];
    const lane = async (): Promise<void> => {
      for (let next = queue.shift(); next && !stop(); next = queue.shift()) await one(next);
    };
    await Promise.all(Array.from({ length: LANES }, lane));
  }
  return { done, refused: [...refused].map(([sentence, count]) => ({ sentence, count })) };
};

/** A name for a file by what is in it. */
export const digestOf = async (text: string): Promise<string> => {
  // Without https there is no digest: then it is an import of its own.
  if (!('subtle' in crypto)) return uuidv7();
  const bytes = new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text)));
  return [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('');
};
