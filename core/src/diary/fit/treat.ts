import {
  amountsOf,
  perGrams,
  type CarbBasis,
  TARGET_KEYS,
  TARGET_WORDS,
  type TargetKey,
} from '../../nutrition/index.ts';
import { type DaySheet } from '../daySheet.ts';
import { swapStep, type SwapFood } from '../../foods/index.ts';

export interface Treat<F extends SwapFood> {
  food: F;
  /** The most that still fits. */
  grams: number;
  kcal: number;
}

export interface Treats<F extends SwapFood> {
  /** What must be met first, in words; empty when everything is. */
  first: string[];
  treats: Treat<F>[];
}

/** Reference intakes count as met from this part on. common practice, no source. */
const MET = 0.7;
/** Less than this is no treat, grams. common practice, no source. */
const LEAST = 10;
/** More than this is no treat, grams. common practice, no source. */
const MOST = 400;

/**
 * What may still be fitted in: of each food the most that keeps every window from its high end, when protein and fibre are met and most
 * micronutrients are. `micros` are parts of reference intakes that the day lands on (1 all of it), by name; unknown ones are left out.
 * The most energy first, what is not tolerated last. What does not state its energy, protein, carbs or fat is not offered.
 */
export const treatsThatFit = <F extends SwapFood>(
  sheet: DaySheet,
  foods: readonly F[],
  micros: readonly { name: string; part: number }[],
  { carbBasis, allergens }: { carbBasis: CarbBasis; allergens: readonly string[] },
): Treats<F> => {
  const first: string[] = [];
  for (const key of ['PROCNT', 'FIBTG'] as const) {
    const { window, lands } = sheet.nutrients[key];
    if (window && lands < window.low - 1e-9)
      first.push(`${Math.ceil(window.low - lands)} g ${TARGET_WORDS[key]}`);
  }
  const lacking = micros.filter((m) => m.part < MET);
  if (lacking.length > 2)
    first.push(
      `${lacking
        .sort((a, b) => a.part - b.part)
        .slice(0, 3)
        .map((m) => m.name.toLowerCase())
        .join(', ')} from food`,
    );
  const room = (key: TargetKey): number => {
    const { window, lands } = sheet.nutrients[key];
    return window ? window.high - lands : Infinity;
  };
  const treats = foods.flatMap((food): Treat<F>[] => {
    if (food.allergens.some((a) => allergens.includes(a))) return [];
    if (allergens.length > 0 && !food.allergensKnown) return [];
    const per = amountsOf(perGrams(food.per100g, 1), carbBasis);
    if (
      per.ENERC === undefined ||
      per.PROCNT === undefined ||
      per.CARB === undefined ||
      per.FAT === undefined
    )
      return [];
    const most = TARGET_KEYS.reduce((least, key) => {
      const one = per[key] ?? 0;
      return one > 1e-6 ? Math.min(least, room(key) / one) : least;
    }, MOST);
    const step = swapStep(most, food.piece);
    const grams = Math.floor(Math.min(most, MOST) / step + 1e-9) * step;
    return grams >= LEAST ? [{ food, grams, kcal: grams * per.ENERC }] : [];
  });
  return {
    first,
    treats: treats.sort(
      (a, b) =>
        Number(a.food.notTolerated !== null) - Number(b.food.notTolerated !== null) ||
        b.kcal - a.kcal ||
        a.food.name.localeCompare(b.food.name),
    ),
  };
};
