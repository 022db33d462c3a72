import { groupDistance, type FoodGroup } from './groups.ts';
import {
  amountsOf,
  type Amounts,
  perGrams,
  type CarbBasis,
  type NutrientVector,
  TARGET_KEYS,
  type TargetKey,
} from '../nutrition/index.ts';

/** A food that may take another's place. */
export interface SwapFood {
  id: string;
  name: string;
  state: string;
  per100g: NutrientVector;
  allergens: readonly string[];
  /** False where its source says nothing of allergens: then it is not known to be free of any. */
  allergensKnown: boolean;
  /** The name by which the athlete says not to tolerate it; null where they do not. It is offered last. */
  notTolerated: string | null;
  inStock: boolean;
  /** Keeps a day on the road without a fridge. */
  keeps: boolean;
  /** Grams of one piece, for what is counted; null for what is weighed. */
  piece: number | null;
  /** What it is used as; null where nothing tells. */
  group: FoodGroup | null;
  /** About the most that is eaten of it at once, grams. */
  largest: number;
  /** True when it was eaten lately at the hour of the meal. */
  atThisMeal?: boolean;
}

/** What is held equal: a macro, or energy. */
export type SwapBy = 'PROCNT' | 'CARB' | 'FAT' | 'ENERC';

export interface Swap<F extends SwapFood> {
  food: F;
  grams: number;
  /** What the swap moves, new less old; undefined where one of the two does not state it. */
  moves: Amounts;
  /** How much else moves, in windows of a cut; what is ranked by. */
  cost: number;
}

export interface SwapWishes {
  by: SwapBy;
  carbBasis: CarbBasis;
  /** Allergens that are never offered. */
  allergens: readonly string[];
  /** Only what keeps on the road. */
  onTheRoad?: boolean;
  inStockOnly?: boolean;
}

/** Grams that weighed foods are rounded to: whole grams below 30 g, fives above. common practice, no source. */
export const swapStep = (grams: number, piece: number | null): number => piece ?? (grams < 30 ? 1 : 5);
/** A swap is never more than this, grams, where nothing better is known: more is no portion. common practice, no source. */
const MOST = 1000;
/** What a move of each is measured by: the widths of a cut's windows. common practice, no source. */
const SCALE: Readonly<Record<TargetKey, number>> = { ENERC: 50, PROCNT: 5, CARB: 5, FAT: 3, FIBTG: 5 };
/** Each doubling or halving of what lies on the plate costs so much. common practice, no source. */
const MASS_COST = 1.5;
/** What is in stock stands before what is not and moves so little less. common practice, no source. */
const STOCK_BONUS = 0.75;

/**
 * Grams of another food that hold as much of what is held equal, on its step; undefined where one of the two does not state it, the other
 * holds next to none, or it would be more than `most`, a kilogram unless given. Off by half a step at most.
 *
 * @example
 * const [potato, rice] = [{ CHOAVLDF: 17 }, { CHOAVLDF: 28 }];
 * swapGrams(potato, 150, rice, { by: 'CARB', carbBasis: 'available' }); // => 90
 */
export const swapGrams = (
  from: NutrientVector,
  grams: number,
  to: NutrientVector,
  { by, carbBasis }: Pick<SwapWishes, 'by' | 'carbBasis'>,
  piece: number | null = null,
  most = MOST,
): number | undefined => {
  const held = amountsOf(perGrams(from, grams), carbBasis)[by];
  const per = amountsOf(to, carbBasis)[by];
  if (held === undefined || per === undefined || !(held > 0) || !(per > 0.5)) return undefined;
  const exact = (held / per) * 100;
  const step = swapStep(exact, piece);
  const rounded = Math.round(exact / step) * step;
  return rounded > 0 && rounded <= most ? rounded : undefined;
};

const costOf = (moves: Amounts, by: SwapBy): number =>
  TARGET_KEYS.reduce((sum, key) => {
    // Energy follows from the macros: counted where it is what is held, or where they are.
    if (key === by || key === 'FIBTG')
      return sum + (key === by ? 0 : Math.abs(moves.FIBTG ?? 2) / SCALE.FIBTG / 2);
    return sum + Math.abs(moves[key] ?? SCALE[key]) / SCALE[key];
  }, 0);

/** Further than any use: what is not tolerated stands after everything else. */
const LAST = 100;

/** How near a food is in use: of the same group and meal first, of no like use last. */
const useOf = (from: FoodGroup | null, to: SwapFood): number =>
  (to.notTolerated === null ? 0 : LAST) +
  2 * groupDistance(from, to.group) +
  (to.atThisMeal === true ? 0 : 1);

/**
 * The foods that may take a portion's place: those of the same use and meal first, and among them those that move least else. What would
 * be more than anybody eats of it is not offered, and what is not tolerated comes last. What holds an allergen of the athlete's, or is not known to
 * be free of it, is refused and counted. kcal and grams.
 */
export const rankSwaps = <F extends SwapFood>(
  portion: { foodId: string; per100g: NutrientVector; grams: number; group: FoodGroup | null },
  candidates: readonly F[],
  wishes: SwapWishes,
): { swaps: Swap<F>[]; refused: number } => {
  const { by, carbBasis, allergens, onTheRoad = false, inStockOnly = false } = wishes;
  const now = amountsOf(perGrams(portion.per100g, portion.grams), carbBasis);
  let refused = 0;
  const swaps: Swap<F>[] = [];
  for (const food of candidates) {
    if (food.id === portion.foodId || (onTheRoad && !food.keeps) || (inStockOnly && !food.inStock)) continue;
    const most = Math.min(MOST, food.largest);
    const grams = swapGrams(portion.per100g, portion.grams, food.per100g, wishes, food.piece, most);
    if (grams === undefined) continue;
    if (allergens.length > 0 && (!food.allergensKnown || food.allergens.some((a) => allergens.includes(a)))) {
      refused += 1;
      continue;
    }
    const then = amountsOf(perGrams(food.per100g, grams), carbBasis);
    const moves = {} as Amounts;
    for (const key of TARGET_KEYS) {
      const [a, b] = [now[key], then[key]];
      moves[key] = a === undefined || b === undefined ? undefined : b - a;
    }
    const mass = MASS_COST * Math.abs(Math.log2(grams / portion.grams));
    swaps.push({ food, grams, moves, cost: costOf(moves, by) + mass - (food.inStock ? STOCK_BONUS : 0) });
  }
  const use = (swap: Swap<F>): number => useOf(portion.group, swap.food);
  return {
    swaps: swaps.sort((a, b) => use(a) - use(b) || a.cost - b.cost || a.food.name.localeCompare(b.food.name)),
    refused,
  };
};
