import { carbBasisOn, type BodyBasis } from '../body/index.ts';
import type { NutrientVector } from '../nutrition/index.ts';
import type { TargetWindows } from '../plan/index.ts';
import type { IsoDate } from '../units/index.ts';
import { daySheet, type DaySheet, type LivePortion, type SheetMeal, type SheetPortion } from './daySheet.ts';

/** What stands on a day beside its meals. Of all of it only counted supplements hold nutrients. */
export interface BesideMeals {
  id: string;
  thing:
    | {
        kind: 'supplement';
        supplementId: string;
        name: string;
        /** True when its nutrients count in the day. */
        counted: boolean;
        /** True once it was taken; false while it is planned. */
        done: boolean;
        /** What one dose holds; a missing key is unknown. */
        nutrients: NutrientVector;
      }
    /** What the athlete said of the log of the day: all of it, or not. */
    | { kind: 'closing'; complete: boolean }
    | { kind: 'training' | 'cardio' | 'posing' | 'water' | 'look' | 'morning' | 'measure' };
}

/** The rows that a day is computed from, as they are kept. */
export interface DayInputs {
  date: IsoDate;
  meals: readonly Omit<SheetMeal, 'portions'>[];
  portions: readonly (SheetPortion & { mealId: string })[];
  entries: readonly BesideMeals[];
  /** What the day should hold; null where no phase or no possible target says. */
  windows: TargetWindows | null;
  /** The body bases known round the day: they tell which carbohydrate is counted. */
  bases: readonly BodyBasis[];
  /** Minutes after midnight at which the day turns. */
  turnsAt?: number;
  /** A portion that is on the scale right now. */
  live?: LivePortion;
}

/** Counted supplements as portions: one dose is 100 g of what it holds. */
export const countedSupplements = (entries: readonly BesideMeals[]): SheetPortion[] =>
  entries.flatMap(({ id, thing }): SheetPortion[] =>
    thing.kind === 'supplement' && thing.counted
      ? [
          {
            id,
            food: { id: thing.supplementId, name: thing.name, state: 'as sold', per100g: thing.nutrients },
            plannedGrams: 100,
            grams: thing.done ? 100 : null,
            method: thing.done ? 'label' : null,
            division: null,
          },
        ]
      : [],
  );

/**
 * The day's sheet from its rows: kcal and grams eaten, planned and landing, each against its window. The one way to a day's sums:
 * whoever shows, prints, compares or counts a day asks here, so that all of them count supplements, guesses and the athlete's
 * carbohydrate basis alike. Throws RangeError for a meal at an impossible time.
 *
 * @example
 * const protein = { PROCNT: 80, FAT: 5, CHOCDF: 8 };
 * const sheet = assembleDay({
 *   date: isoDate('2026-11-28'),
 *   meals: [{ id: 'a', time: '08:00', eaten: true }],
 *   portions: [{ id: 'p', mealId: 'a', food: { id: 'whey', name: 'Whey', state: 'dry', per100g: protein },
 *     plannedGrams: 30, grams: 30, method: 'scale', division: 1 }],
 *   entries: [],
 *   windows: null,
 *   bases: [],
 * });
 * sheet.nutrients.PROCNT.eaten; // => 24
 */
export const assembleDay = (inputs: DayInputs): DaySheet => {
  const { date, meals, portions, entries, windows, bases, turnsAt, live } = inputs;
  const byMeal = new Map<string, SheetPortion[]>();
  for (const portion of portions) {
    const list = byMeal.get(portion.mealId);
    if (list) list.push(portion);
    else byMeal.set(portion.mealId, [portion]);
  }
  return daySheet({
    meals: meals.map((meal) => ({ ...meal, portions: byMeal.get(meal.id) ?? [] })),
    windows,
    carbBasis: carbBasisOn(bases, date),
    turnsAt,
    live,
    beside: countedSupplements(entries),
  });
};
