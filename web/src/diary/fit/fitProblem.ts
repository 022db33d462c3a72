import { pieceOf, perGramOf, sizeOf } from '../../foods/index.ts';
import type { DayDocument, PortionRow } from '@maul/contract/diary';
import type { Food, SeenFoods } from '@maul/contract/foods';
import type { Profile } from '@maul/contract/people';
import { notToleratedAs } from '@maul/core/foods';
import {
  fitWindow,
  isBare,
  type DaySheet,
  type FitFood,
  type FitProblem,
  type FitWindow,
} from '@maul/core/diary';
import { matchMeals, mealWindows, type DayTargets } from '@maul/core/plan';
import { TARGET_KEYS } from '@maul/core/nutrition';

/** How one portion may move. */
export interface MoveChoice {
  moves: boolean;
  min: number;
  max: number;
  step: number;
  whole: boolean;
}

/** Steps that a portion may be moved in: grams, pieces of it, packs of it. */
export const stepChoices = (portion: PortionRow): { label: string; step: number; whole: boolean }[] => {
  const piece = pieceOf(portion.food);
  const pack = (portion.food.measures ?? []).find((m) => /^pack\b/i.test(m.name))?.grams;
  return [
    { label: '5 g', step: 5, whole: false },
    { label: '1 g', step: 1, whole: false },
    ...(piece === null ? [] : [{ label: `whole pieces (${piece} g)`, step: piece, whole: true }]),
    ...(pack === undefined ? [] : [{ label: `whole packs (${pack} g)`, step: pack, whole: true }]),
  ];
};

/**
 * The most a portion may grow to unless it is set: two and a half times the plan, at least 100 g more, and never beyond what anybody eats
 * of it. common practice, no source.
 */
const roomFor = (grams: number, largest: number): number =>
  Math.max(grams, Math.min(largest, Math.max(2.5 * grams, grams + 100)));

/**
 * Levers may move; where no portion is one, whatever is planned may. In a peak week that names one lever food (`only`) nothing but it may, where it
 * is planned. Counted foods move in whole pieces.
 */
export const startChoices = (
  portions: readonly PortionRow[],
  seen: SeenFoods = {},
  only?: string,
): Map<string, MoveChoice> => {
  const named = portions.filter((p) => p.food.name === only);
  const levers = named.length > 0 ? named : portions.filter((p) => p.food.lever);
  const free = levers.length > 0 ? levers : portions.filter((p) => (p.plannedGrams ?? 0) >= 20);
  return new Map(
    portions.map((p) => {
      const grams = p.plannedGrams ?? 0;
      const piece = pieceOf(p.food);
      const whole = piece !== null && Math.abs(grams / piece - Math.round(grams / piece)) < 0.02;
      const step = whole ? piece : 5;
      const { largest } = sizeOf(p.food, seen);
      const max = whole ? step * Math.max(4, Math.ceil(grams / step) + 2) : roomFor(grams, largest);
      return [
        p.id,
        { moves: free.includes(p), min: 0, max: Math.round(Math.min(max, 5000)), step, whole },
      ] as const;
    }),
  );
};

/** Portions still to come: planned and not measured, of one meal or of the whole day. */
export const comingPortions = (day: DayDocument, mealId: string | undefined): PortionRow[] =>
  day.portions.filter(
    (p) =>
      p.grams === null &&
      !isBare(p.food) &&
      p.food.counted !== false &&
      (mealId === undefined || p.mealId === mealId),
  );

/** The problem that a fit solves: what may move, the day’s windows, and those of the meals that have their own. */
export const fitProblemOf = (
  day: DayDocument,
  sheet: DaySheet,
  targets: DayTargets,
  portions: readonly PortionRow[],
  choices: ReadonlyMap<string, MoveChoice>,
  withMealWindows: boolean,
  seen: SeenFoods = {},
): FitProblem => {
  const { carbBasis } = targets.basis;
  const foods = portions.map((p): FitFood => {
    const choice = choices.get(p.id);
    const { usual, largest } = sizeOf(p.food, seen);
    return {
      id: p.id,
      name: p.food.name,
      mealId: p.mealId,
      grams: p.plannedGrams ?? 0,
      perGram: perGramOf(p.food, carbBasis),
      usual,
      largest,
      ...(choice?.moves
        ? { moves: { min: choice.min, max: choice.max, step: choice.step, whole: choice.whole } }
        : {}),
    };
  });
  const inFit = (key: (typeof TARGET_KEYS)[number], mealId?: string): number =>
    foods
      .filter((f) => mealId === undefined || f.mealId === mealId)
      .reduce((sum, f) => sum + f.grams * (f.perGram[key] ?? 0), 0);
  const windows: FitWindow[] = TARGET_KEYS.flatMap((key) => {
    const window = targets.windows[key];
    return window ? [fitWindow(key, window, sheet.nutrients[key].lands - inFit(key))] : [];
  });
  if (withMealWindows) {
    const places = mealWindows(targets, day.athlete.profile.routine, day.athlete.dayTurnsAt);
    const matched = matchMeals(
      places.map((p) => p.time),
      sheet.meals.map((m) => m.time),
      day.athlete.dayTurnsAt,
    );
    places.forEach((place, i) => {
      const meal = sheet.meals[matched[i] ?? -1];
      if (!meal || !foods.some((f) => f.mealId === meal.id && f.moves)) return;
      for (const key of ['PROCNT', 'CARB', 'FAT'] as const) {
        const window = place.windows[key];
        if (window) windows.push(fitWindow(key, window, meal.totals[key] - inFit(key, meal.id), meal.id));
      }
    });
  }
  return { foods, windows };
};

/** Foods in stock as a fit may bring them in, up to 300 g of each; never one with an allergen of the athlete’s or one not tolerated. */
export const stockOf = (
  foods: readonly Food[],
  carbBasis: 'total' | 'available',
  { allergens, notTolerated }: Pick<Profile, 'allergens' | 'notTolerated'>,
  mealId: string,
  seen: SeenFoods = {},
): FitFood[] =>
  foods
    .filter(
      (f) =>
        f.inStock &&
        notToleratedAs(f.name, notTolerated) === null &&
        !f.details.allergens.some((a) => allergens.includes(a)),
    )
    .map((f) => {
      const { largest } = sizeOf({ ...f, ...f.details }, seen);
      const piece = pieceOf(f) ?? f.measures.find((m) => /^scoop/i.test(m.name))?.grams ?? null;
      return {
        id: f.id,
        name: f.name,
        mealId,
        grams: 0,
        perGram: perGramOf(f, carbBasis),
        moves: {
          min: 0,
          max: piece === null ? Math.min(300, largest) : piece * 6,
          step: piece ?? 5,
          whole: piece !== null,
        },
      };
    });
