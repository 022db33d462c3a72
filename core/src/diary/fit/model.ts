import { TARGET_KEYS, type TargetKey } from '../../nutrition/index.ts';
import { type TargetWindow } from '../../plan/index.ts';
import { ProgramBuilder, type LinearProgram } from './program.ts';

/** A portion as a fit sees it. Amounts are per gram; undefined where its source does not state one. */
export interface FitFood {
  id: string;
  name: string;
  mealId: string;
  /** What is planned now, grams. */
  grams: number;
  perGram: Readonly<Partial<Record<TargetKey, number>>>;
  /** What of it is usually eaten at once, and about the most, grams; left out where nothing says. */
  usual?: number;
  largest?: number;
  /** Left out for a portion that stays as it is. */
  moves?: {
    min: number;
    max: number;
    /** Grams of one step, or of one piece or pack. */
    step: number;
    /** True for pieces and packs: only whole ones. */
    whole: boolean;
  };
}

/** A window that the portions should land in: the day's, or one meal's. */
export interface FitWindow {
  key: TargetKey;
  /** The meal it is for; undefined for the day. */
  mealId?: string;
  low: number;
  high: number;
  /** What is in it already and does not move, in its unit. */
  already: number;
}

export interface FitProblem {
  foods: readonly FitFood[];
  windows: readonly FitWindow[];
}

/** Least width that a miss is measured by, kcal and g: a single number would otherwise weigh endlessly. common practice, no source. */
const LEAST_WIDTH: Readonly<Record<TargetKey, number>> = { ENERC: 20, PROCNT: 2, CARB: 2, FAT: 1, FIBTG: 2 };
/** Part of a floor or ceiling that its misses are measured by. common practice, no source. */
const ONE_SIDED = 0.1;
/** A miss of protein counts double. common practice, no source. */
const WEIGHT: Readonly<Record<TargetKey, number>> = { ENERC: 1, PROCNT: 2, CARB: 1, FAT: 1, FIBTG: 1 };
/** Steps that it costs to change a food at all. common practice, no source. */
export const CHANGE_COST = 3;
/**
 * What each step beyond the usual and beyond about the most of a food costs more: more foods rather than a mountain of one. common
 * practice, no source.
 */
const BEYOND_COST = { usual: 1, largest: 4 } as const;
const BEYOND = ['usual', 'largest'] as const;
/** What the second solve may give up of the first. */
export const HOLD = 1e-6;

/** What a miss of a window is divided by. */
export const missWidth = ({ key, low, high }: Pick<FitWindow, 'key' | 'low' | 'high'>): number => {
  const width =
    Number.isFinite(high) && low > 0 ? high - low : ONE_SIDED * (Number.isFinite(high) ? high : low);
  return Math.max(LEAST_WIDTH[key], width);
};

/** How much a miss of one unit costs: its weight over the window's width. */
export const missCost = (window: Pick<FitWindow, 'key' | 'low' | 'high'>): number =>
  WEIGHT[window.key] / missWidth(window);

/** A window of the contract as a fit takes it. */
export const fitWindow = (
  key: TargetKey,
  window: TargetWindow,
  already: number,
  mealId?: string,
): FitWindow => ({
  key,
  mealId,
  low: window.low,
  high: window.high,
  already,
});

const inScope = (food: FitFood, window: FitWindow): boolean =>
  window.mealId === undefined || window.mealId === food.mealId;

/** What the portions hold of a window, with what is there already. */
export const landing = (problem: FitProblem, window: FitWindow, grams: readonly number[]): number =>
  problem.foods.reduce(
    (sum, food, i) => (inScope(food, window) ? sum + (food.perGram[window.key] ?? 0) * (grams[i] ?? 0) : sum),
    window.already,
  );

/** How far a value lies outside a window. */
export const outside = (window: Pick<FitWindow, 'low' | 'high'>, value: number): number =>
  Math.max(0, window.low - value, value - window.high);

/** The sum of misses, each over its window's width. */
export const violation = (problem: FitProblem, grams: readonly number[]): number =>
  problem.windows.reduce((sum, w) => sum + missCost(w) * outside(w, landing(problem, w, grams)), 0);

/** From how many grams on each step of a food costs more; never below what is planned. Undefined where nothing says. */
const limitOf = (food: FitFood, which: 'usual' | 'largest'): number | undefined => {
  const limit = food[which];
  return limit === undefined ? undefined : Math.max(limit, food.grams);
};

/**
 * How far the portions lie from the plan: steps, three more for each food that changes, and more for each step beyond what of a food is
 * usual or about the most.
 */
export const deviation = (problem: FitProblem, grams: readonly number[]): number =>
  problem.foods.reduce((sum, food, i) => {
    if (!food.moves) return sum;
    const { step } = food.moves;
    const now = grams[i] ?? 0;
    const steps = Math.abs(now - food.grams) / step;
    if (steps <= 1e-6) return sum;
    const beyond = BEYOND.reduce(
      (all, which) =>
        all + (BEYOND_COST[which] * Math.max(0, now - (limitOf(food, which) ?? Infinity))) / step,
      0,
    );
    return sum + steps + CHANGE_COST + beyond;
  }, 0);

interface Built {
  builder: ProgramBuilder;
  /** Column of each food that moves, in steps; undefined for one that does not. */
  counts: (number | undefined)[];
  missCosts: Map<number, number>;
}

/** For the last solve: between which counts each food may lie, and that all of them are whole. */
export type Rounding = readonly ({ low: number; high: number; whole: boolean } | undefined)[];

/**
 * A count on whole steps, or the plan as it is where that lies beside them. Where no whole step lies inside the bounds the plan stays.
 */
const countOnSteps = (builder: ProgramBuilder, food: FitFood & Required<Pick<FitFood, 'moves'>>): number => {
  const { min, max, step } = food.moves;
  const plan = food.grams / step;
  const [low, high] = [Math.ceil(min / step - 1e-9), Math.floor(max / step + 1e-9)];
  if (low > high) return builder.column(plan, plan);
  const rest = plan - Math.floor(plan);
  const outside = food.grams < min - 1e-9 || food.grams > max + 1e-9;
  if (food.moves.whole || rest < 1e-9 || rest > 1 - 1e-9 || outside)
    return builder.column(low, high, 0, true);
  const count = builder.column(Math.min(low, plan), Math.max(high, plan));
  const whole = builder.column(Math.min(low, Math.floor(plan)), high, 0, true);
  const stays = builder.column(0, 1, 0, true);
  const room = Math.max(high, Math.floor(plan)) - Math.min(low, Math.floor(plan)) + 1;
  builder.row(0, 0, [count, 1], [whole, -1], [stays, -rest]);
  // Staying is the whole step below the plan and the rest of it; not staying is a whole step inside the bounds.
  builder.row(-Infinity, Math.floor(plan) + room, [whole, 1], [stays, room]);
  builder.row(Math.floor(plan) - room, Infinity, [whole, 1], [stays, -room]);
  builder.row(low, Infinity, [whole, 1], [stays, room]);
  return count;
};

const buildLandings = (problem: FitProblem, rounding?: Rounding | 'steps'): Built => {
  const builder = new ProgramBuilder();
  const counts = problem.foods.map((food, i) => {
    const { moves } = food;
    if (!moves) return undefined;
    if (rounding === 'steps') return countOnSteps(builder, { ...food, moves });
    const near = rounding?.[i];
    if (near) return builder.column(near.low, near.high, 0, near.whole);
    const [low, high] = [moves.min / moves.step, moves.max / moves.step];
    return moves.whole
      ? builder.column(Math.ceil(low - 1e-9), Math.floor(high + 1e-9), 0, true)
      : builder.column(low, high);
  });
  const missCosts = new Map<number, number>();
  for (const window of problem.windows) {
    let still = window.already;
    const terms: [number, number][] = [];
    problem.foods.forEach((food, i) => {
      if (!inScope(food, window)) return;
      const per = food.perGram[window.key] ?? 0;
      const column = counts[i];
      if (column === undefined || !food.moves) still += per * food.grams;
      else if (per !== 0) terms.push([column, per * food.moves.step]);
    });
    if (window.low > 0 && Number.isFinite(window.low)) {
      const short = builder.column(0, Infinity);
      missCosts.set(short, missCost(window));
      builder.row(window.low - still, Infinity, ...terms, [short, 1]);
    }
    if (Number.isFinite(window.high)) {
      const over = builder.column(0, Infinity);
      missCosts.set(over, missCost(window));
      builder.row(-Infinity, window.high - still, ...terms, [over, -1]);
    }
  }
  return { builder, counts, missCosts };
};

/** First solve: the least sum of misses, with grams free or, `on` whole steps, exact. */
export const missProgram = (problem: FitProblem, on?: 'steps') => {
  const { builder, counts, missCosts } = buildLandings(problem, on);
  return { program: builder.minimising(missCosts), counts };
};

const countRange = (food: FitFood): [number, number] =>
  food.moves ? [food.moves.min / food.moves.step, food.moves.max / food.moves.step] : [0, 0];

/** Another answer differs from an earlier one in at least two foods, by a fifth of each or two steps, whichever is more (a piece, where they are counted). */
const otherThan = (problem: FitProblem, { builder, counts }: Built, earlier: readonly number[]): void => {
  const different: [number, number][] = [];
  problem.foods.forEach((food, i) => {
    const column = counts[i];
    if (column === undefined || !food.moves) return;
    const [low, high] = countRange(food);
    const then = (earlier[i] ?? 0) / food.moves.step;
    // Grams are put on their steps afterwards and may lose one there.
    const by = Math.max(food.moves.whole ? 1 : 2, Math.round(0.2 * then));
    const more = builder.column(0, 1, 0, true);
    const less = builder.column(0, 1, 0, true);
    const room = Math.abs(high - low) + Math.abs(then - low) + by + 1;
    builder.row(then + by - room, Infinity, [column, 1], [more, -room]);
    builder.row(-Infinity, then - by + room, [column, 1], [less, room]);
    builder.row(-Infinity, 1, [more, 1], [less, 1]);
    different.push([more, 1], [less, 1]);
  });
  builder.row(2, Infinity, ...different);
};

/** Steps from the plan and whether a food changes at all, with what each costs. */
const distanceCosts = (problem: FitProblem, { builder, counts }: Built): Map<number, number> => {
  const costs = new Map<number, number>();
  problem.foods.forEach((food, i) => {
    const column = counts[i];
    if (column === undefined || !food.moves) return;
    const plan = food.grams / food.moves.step;
    const [low, high] = countRange(food);
    const farthest = Math.max(plan - low, high - plan, 0);
    const steps = builder.column(0, farthest);
    const changed = builder.column(0, 1, 0, true);
    builder.row(-plan, Infinity, [steps, 1], [column, -1]);
    builder.row(plan, Infinity, [steps, 1], [column, 1]);
    builder.row(-Infinity, 0, [steps, 1], [changed, -farthest]);
    costs.set(steps, 1);
    costs.set(changed, CHANGE_COST);
    for (const which of BEYOND) {
      const limit = limitOf(food, which);
      if (limit === undefined || limit >= food.moves.max) continue;
      const beyond = builder.column(0, Infinity);
      builder.row(-limit / food.moves.step, Infinity, [beyond, 1], [column, -1]);
      costs.set(beyond, BEYOND_COST[which]);
    }
  });
  return costs;
};

/**
 * Second solve: with the sum of misses held, the least way from the plan. `earlier` are answers that this one must differ from; `on` whole
 * steps it is exact.
 */
export const nearProgram = (
  problem: FitProblem,
  held: number,
  earlier: readonly (readonly number[])[] = [],
  on?: 'steps',
): { program: LinearProgram; counts: (number | undefined)[] } => {
  const built = buildLandings(problem, on);
  const { builder, counts, missCosts } = built;
  // Scaled, so that what a solver forgives a row is nothing beside what is held.
  const held1000 = 1000 * (held + HOLD);
  builder.row(-Infinity, held1000, ...[...missCosts].map(([c, cost]) => [c, 1000 * cost] as const));
  const costs = distanceCosts(problem, built);
  for (const answer of earlier) otherThan(problem, built, answer);
  return { program: builder.minimising(costs), counts };
};

/** What a miss weighs against a step when grams are put on their steps: a window’s width is worth more than any way from the plan. */
const MISS_WEIGHT = 1e4;

/** Last solve: grams on whole steps beside where they came out, in one go, misses weighing far more than the way from the plan. */
export const roundedProgram = (
  problem: FitProblem,
  rounding: Rounding,
): { program: LinearProgram; counts: (number | undefined)[] } => {
  const built = buildLandings(problem, rounding);
  const costs = distanceCosts(problem, built);
  for (const [column, cost] of built.missCosts) costs.set(column, MISS_WEIGHT * cost);
  return { program: built.builder.minimising(costs), counts: built.counts };
};

/** True when no amounts inside their bounds could meet a window, whatever becomes of the others. */
export const beyondReach = (problem: FitProblem, window: FitWindow, side: 'short' | 'over'): boolean => {
  const most = problem.foods.map((f) =>
    side === 'short' ? (f.moves?.max ?? f.grams) : (f.moves?.min ?? f.grams),
  );
  const value = landing(problem, window, most);
  return side === 'short' ? value < window.low - 1e-6 : value > window.high + 1e-6;
};

/** Macros that a food in the fit does not state: they cannot be promised. */
export const unstated = (problem: FitProblem): { key: TargetKey; foods: string[] }[] =>
  TARGET_KEYS.filter((key) => problem.windows.some((w) => w.key === key)).flatMap((key) => {
    const foods = problem.foods.filter((f) => f.perGram[key] === undefined && (f.moves || f.grams > 0));
    return foods.length === 0 ? [] : [{ key, foods: [...new Set(foods.map((f) => f.name))] }];
  });
