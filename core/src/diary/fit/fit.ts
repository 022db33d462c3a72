import { TARGET_WORDS, type TargetKey } from '../../nutrition/index.ts';
import {
  beyondReach,
  deviation,
  landing,
  missProgram,
  nearProgram,
  outside,
  roundedProgram,
  unstated,
  violation,
  type FitFood,
  type FitProblem,
  type FitWindow,
  type Rounding,
} from './model.ts';
import type { Solver } from './program.ts';

export interface FitLanding {
  window: FitWindow;
  value: number;
  /** How far it lies below or above; 0 inside. */
  miss: number;
  side: 'short' | 'inside' | 'over';
  /** True when these foods could not meet it whatever became of the other windows. */
  beyondReach: boolean;
}

export interface FitAnswer {
  /** Grams of each food of the problem, in its order. */
  grams: number[];
  landings: FitLanding[];
  /** Sum of misses over widths, and the way from the plan in steps: what the two solves minimise. */
  violation: number;
  deviation: number;
}

/** A food that would close what these cannot. */
export interface FitHelp {
  food: FitFood;
  grams: number;
  /** True when everything then lands. */
  closes: boolean;
  /** What else would move with it, against the answer; empty when the food alone does it. */
  moves: { name: string; from: number; to: number }[];
}

export interface Fit {
  /** The nearest to the plan first. */
  answers: FitAnswer[];
  /** What the two solves reached before grams were rounded to their steps. */
  best: { violation: number; deviation: number };
  unstated: { key: TargetKey; foods: string[] }[];
  /** True when no amounts on these steps miss less than the first answer; false when the time was up before that was shown. */
  proven: boolean;
  /** How far from the best it may still be when the time was up, relative; 0 when proven best. */
  gap: number;
  help: FitHelp | undefined;
  /** Windows that no food could meet together, in a sentence. */
  contradiction: string | undefined;
}

export interface FitOptions {
  /** Foods at hand that are not in it, for what would help; at most the dozen densest are tried. */
  stock?: readonly FitFood[];
  /** Answers to look for. */
  answers?: number;
  /** Seconds for all of it. */
  seconds?: number;
  /** Called with the first answer while others are looked for. */
  onFirst?: (fit: Fit) => void;
  /** Milliseconds now; without it the time is not looked at. */
  clock?: () => number;
}

const check = ({ foods }: FitProblem): void => {
  for (const { name, grams, moves } of foods) {
    if (!(grams >= 0)) throw new RangeError(`${name}: a planned amount is a number of grams, not ${grams}.`);
    if (!moves) continue;
    if (!(moves.step > 0)) throw new RangeError(`${name}: a step is more than 0 g.`);
    if (!(moves.min >= 0 && moves.min <= moves.max))
      throw new RangeError(`${name}: at least ${moves.min} g and at most ${moves.max} g cannot both be.`);
    if (moves.whole && Math.floor(moves.max / moves.step + 1e-9) < Math.ceil(moves.min / moves.step - 1e-9))
      throw new RangeError(
        `${name}: no whole piece of ${moves.step} g lies between ${moves.min} g and ${moves.max} g.`,
      );
  }
  if (!foods.some((f) => f.moves))
    throw new RangeError('Nothing may move: choose at least one food that may.');
};

/** A sum of misses up to this is none. */
const LANDS = 1e-6;

/** Windows whose energy no macros inside the others can have. The least and the most that 4/9/4 allows. */
const contradictionIn = (windows: readonly FitWindow[]): string | undefined => {
  const of = (key: TargetKey) => windows.find((w) => w.key === key && w.mealId === undefined);
  const empty = windows.find((w) => w.low > w.high);
  if (empty)
    return `The window for ${TARGET_WORDS[empty.key]} is empty: at least ${Math.round(empty.low)} and at most ${Math.round(empty.high)}.`;
  const [energy, protein, carbs, fat] = [of('ENERC'), of('PROCNT'), of('CARB'), of('FAT')];
  if (!energy || !protein || !carbs || !fat) return undefined;
  const least = 4 * protein.low + 4 * carbs.low + 9 * fat.low;
  const most = 4 * protein.high + 4 * carbs.high + 9 * fat.high;
  const slack = 0.08 * Math.max(least, 1);
  if (least > energy.high + slack)
    return `The windows contradict each other: protein, carbs and fat at their low ends hold ${Math.round(least)} kcal already, energy allows ${Math.round(energy.high)}.`;
  if (most < energy.low - slack)
    return `The windows contradict each other: protein, carbs and fat at their high ends hold ${Math.round(most)} kcal, energy wants ${Math.round(energy.low)}.`;
  return undefined;
};

const gramsFrom = (
  problem: FitProblem,
  counts: readonly (number | undefined)[],
  values: readonly number[],
): number[] =>
  problem.foods.map((food, i) => {
    const column = counts[i];
    if (column === undefined || !food.moves) return food.grams;
    const count = values[column] ?? 0;
    const grams = (food.moves.whole ? Math.round(count) : count) * food.moves.step;
    // What did not move keeps its planned amount to the last digit.
    return Math.abs(grams - food.grams) < 1e-6 ? food.grams : Number(grams.toPrecision(12));
  });

const answerOf = (problem: FitProblem, grams: number[]): FitAnswer => ({
  grams,
  landings: problem.windows.map((window) => {
    const value = landing(problem, window, grams);
    const miss = outside(window, value);
    const side = miss < 1e-6 ? 'inside' : value < window.low ? 'short' : 'over';
    return {
      window,
      value,
      miss,
      side,
      beyondReach: side !== 'inside' && beyondReach(problem, window, side),
    };
  }),
  violation: violation(problem, grams),
  deviation: deviation(problem, grams),
});

/**
 * Each food within so many steps of where it came out, on whole steps. Within one, pieces stay and what did not move keeps its planned
 * amount; further off all that may move does.
 */
const roundingOf = ({ foods }: FitProblem, grams: readonly number[], reach: number): Rounding =>
  foods.map((food, i) => {
    if (!food.moves) return undefined;
    const { step, min, max } = food.moves;
    const count = (grams[i] ?? 0) / step;
    const stays = food.moves.whole || Math.abs((grams[i] ?? 0) - food.grams) < 1e-6;
    if (reach === 1 && stays) return { low: count, high: count, whole: false };
    const low = Math.max(Math.ceil(min / step - 1e-9), Math.ceil(count - reach - 1e-9));
    const high = Math.min(Math.floor(max / step + 1e-9), Math.floor(count + reach + 1e-9));
    return low <= high ? { low, high, whole: true } : { low: count, high: count, whole: false };
  });

/** Steps beside where each food came out, tried one after the other where rounding loses what could land. */
const REACHES = [2, 4] as const;
/** Seconds that the exact search on whole steps may take, each of its two solves. */
const EXACT_SECONDS = 1;

class Search {
  gap = 0;
  private readonly problem: FitProblem;
  private readonly solver: Solver;
  private readonly ends: number;
  private readonly clock: () => number;

  constructor(problem: FitProblem, solver: Solver, seconds: number, clock: () => number) {
    this.problem = problem;
    this.solver = solver;
    this.clock = clock;
    this.ends = clock() + seconds * 1000;
  }
  left(): number {
    return Math.max(0.05, (this.ends - this.clock()) / 1000);
  }
  get over(): boolean {
    return this.clock() >= this.ends;
  }
  solve({ program, counts }: { program: Parameters<Solver>[0]; counts: (number | undefined)[] }, part = 1) {
    const solved = this.solver(program, this.left() * part);
    if (solved.status === 'infeasible') return undefined;
    this.gap = Math.max(this.gap, solved.gap);
    return { grams: gramsFrom(this.problem, counts, solved.values), objective: solved.objective };
  }
  /**
   * The least misses on whole steps and then the least way from the plan, exact. Undefined when nothing was found in the time; `proven`
   * when no less can be missed on these steps.
   */
  onSteps(): { grams: number[]; proven: boolean } | undefined {
    const { program, counts } = missProgram(this.problem, 'steps');
    const least = this.solver(program, Math.min(EXACT_SECONDS, this.left() * 0.6));
    if (least.status === 'infeasible') return undefined;
    const proven = least.status === 'optimal';
    const grams = gramsFrom(this.problem, counts, least.values);
    const near = nearProgram(this.problem, least.objective, [], 'steps');
    const nearest = this.solver(near.program, Math.min(EXACT_SECONDS, this.left() * 0.6));
    if (nearest.status === 'infeasible') return { grams, proven };
    return { grams: gramsFrom(this.problem, near.counts, nearest.values), proven };
  }
  /** Grams on whole steps within `reach` of what was found: the least misses again, and then the least way from the plan. */
  rounded(grams: number[], reach = 1): number[] {
    const rounding = roundingOf(this.problem, grams, reach);
    if (rounding.every((r) => !r || !r.whole)) return grams;
    return this.solve(roundedProgram(this.problem, rounding))?.grams ?? grams;
  }
  /**
   * The answer on whole steps: beside the free one where that lands; else further and further off; else looked for among all of them.
   * `proven` when no less can be missed on these steps. What cannot land with free grams cannot land on steps either.
   */
  stepped(free: number[], couldLand: boolean): { answer: FitAnswer; proven: boolean } {
    let answer = answerOf(this.problem, this.rounded(free));
    const lost = (): boolean => couldLand && answer.violation > LANDS;
    const take = (grams: number[]): void => {
      const other = answerOf(this.problem, grams);
      if (other.violation < answer.violation - 1e-9) answer = other;
    };
    for (const reach of REACHES) if (lost()) take(this.rounded(free, reach));
    if (!lost()) return { answer, proven: true };
    const exact = this.onSteps();
    if (exact) take(exact.grams);
    return { answer, proven: !lost() || exact?.proven === true };
  }
}

/** Misses of an answer with so much of one food more. */
const withMore = (problem: FitProblem, grams: readonly number[], food: FitFood, more: number): number =>
  violation({ ...problem, foods: [...problem.foods, food] }, [...grams, more]);

/** The amount of a food that brings an answer furthest into its windows when nothing else moves; the least of those that do as much. */
const aloneBest = (
  problem: FitProblem,
  answer: FitAnswer,
  food: FitFood,
): { grams: number; left: number } => {
  const { step, max } = food.moves ?? { step: 1, max: 0 };
  let best = { grams: 0, left: answer.violation };
  for (let grams = step; grams <= max + 1e-9; grams += step) {
    const left = withMore(problem, answer.grams, food, grams);
    if (left < best.left - 1e-9) best = { grams, left };
  }
  return best;
};

/** Less than this is not worth a word. */
const WORTH = 1e-3;
/** Foods that are tried at most. */
const TRIED = 12;

/** A food at hand that would close what is missed: alone where one does, else with what would have to move beside it. */
const helpFrom = (
  problem: FitProblem,
  answer: FitAnswer,
  stock: readonly FitFood[],
  solver: Solver,
): FitHelp | undefined => {
  const wanting = answer.landings.filter((l) => l.side === 'short').map((l) => l.window.key);
  if (wanting.length === 0) return undefined;
  const density = (food: FitFood): number => {
    const energy = Math.max(0.1, food.perGram.ENERC ?? 1);
    return Math.max(...wanting.map((key) => (key === 'ENERC' ? 1 : (food.perGram[key] ?? 0) / energy)));
  };
  const tried = [...stock]
    .filter((f) => f.moves && density(f) > 0)
    .sort((a, b) => density(b) - density(a))
    .slice(0, TRIED);
  let best: (FitHelp & { left: number }) | undefined;
  const take = (help: FitHelp, left: number): void => {
    if (left < (best?.left ?? answer.violation) - WORTH) best = { ...help, left };
  };
  for (const food of tried) {
    const { grams, left } = aloneBest(problem, answer, food);
    if (grams > 0) take({ food, grams, closes: left < 1e-6, moves: [] }, left);
  }
  if (best?.closes) return best;
  for (const food of tried) {
    const more = { ...problem, foods: [...problem.foods, food] };
    const { program, counts } = missProgram(more, 'steps');
    const solved = solver(program, 0.3);
    if (solved.status === 'infeasible' || solved.objective > (best?.left ?? answer.violation) - WORTH)
      continue;
    const near = nearProgram(more, solved.objective, [], 'steps');
    const nearest = solver(near.program, 0.3);
    const [from, columns] = nearest.status === 'infeasible' ? [solved, counts] : [nearest, near.counts];
    const all = gramsFrom(more, columns, from.values);
    const grams = all.at(-1) ?? 0;
    if (!(grams > 0)) continue;
    const moves = problem.foods.flatMap(({ name }, i) => {
      const [was, is] = [answer.grams[i] ?? 0, all[i] ?? 0];
      return Math.abs(was - is) < 0.5 ? [] : [{ name, from: was, to: is }];
    });
    const left = violation(more, all);
    take({ food, grams, closes: left < 1e-6, moves }, left);
  }
  return best && { food: best.food, grams: best.grams, closes: best.closes, moves: best.moves };
};

/**
 * Finds the portions that land energy and macros inside their windows, nearest to the plan. Lexicographic: the least sum of misses, each
 * over its window's width and protein double; then, with that held, the least sum of steps from the plan and three for each food that
 * changes. Pieces are whole; grams are found freely and then put on their steps within one step. Where that loses what could land, steps
 * further off are looked through, and at last all of them, exactly. Amounts in grams and kcal. A macro that a
 * food does not state is counted as nothing and named in `unstated`. Throws RangeError for bounds that cannot be and when nothing may move.
 */
export const portionsToFit = (problem: FitProblem, solver: Solver, options: FitOptions = {}): Fit => {
  check(problem);
  const { stock = [], answers: wanted = 3, seconds = 3, onFirst, clock = () => 0 } = options;
  const search = new Search(problem, solver, seconds, clock);
  const least = search.solve(missProgram(problem), 0.4);
  if (!least) throw new RangeError('The solver found no portions at all for these bounds.');
  const near = search.solve(nearProgram(problem, least.objective), 0.6);
  const exact = near?.grams ?? least.grams;
  const { answer: first, proven } = search.stepped(exact, least.objective <= LANDS);
  const fit: Fit = {
    answers: [first],
    proven,
    best: { violation: least.objective, deviation: near?.objective ?? deviation(problem, least.grams) },
    unstated: unstated(problem),
    gap: search.gap,
    help: undefined,
    contradiction: contradictionIn(problem.windows),
  };
  onFirst?.(fit);
  const found = [exact];
  while (fit.answers.length < wanted && !search.over) {
    const other = search.solve(nearProgram(problem, least.objective, found));
    if (!other) break;
    found.push(other.grams);
    fit.answers.push(answerOf(problem, search.rounded(other.grams)));
  }
  fit.gap = search.gap;
  if (first.violation > WORTH) fit.help = helpFrom(problem, first, stock, solver);
  return fit;
};
