import {
  highsSolver,
  portionsToFit,
  type Fit,
  type FitOptions,
  type FitProblem,
  type Solver,
} from '@maul/core/diary';
import {
  type Menu,
  type MenuChoice,
  type MenuProblem,
  menuWeek,
  type RecipeAmounts,
  recipeForTarget,
  type Schedule,
  schedule,
  type ScheduleProblem,
  whyNot,
} from '@maul/core/kitchen';
import type { CarbBasis } from '@maul/core/nutrition';
import { expose } from 'comlink';
import highsLoader from 'highs';
import wasmUrl from 'highs/runtime?url';

let solver: Promise<Solver> | undefined;
const load = (): Promise<Solver> => (solver ??= highsLoader({ locateFile: () => wasmUrl }).then(highsSolver));

export type FitOutcome = { fit: Fit } | { fault: string };

export type Outcome<T> = { ok: true; value: T } | { ok: false; fault: string };
/** What cannot be asked is said in a sentence; anything else that goes wrong is a fault of ours. */
const answered = async <T>(work: (solve: Solver) => T): Promise<Outcome<T>> => {
  const solve = await load();
  try {
    return { ok: true, value: work(solve) };
  } catch (error) {
    if (error instanceof RangeError) return { ok: false, fault: error.message };
    throw error;
  }
};

const api = {
  /** Loads the solver and keeps it warm. */
  warm: async (): Promise<void> => {
    await load();
  },
  /** Finds portions; tells the first answer while it looks for others. */
  fit: async (
    problem: FitProblem,
    options: Pick<FitOptions, 'stock' | 'answers' | 'seconds'>,
    onFirst: (fit: Fit) => void,
  ): Promise<FitOutcome> => {
    const solve = await load();
    try {
      return {
        fit: portionsToFit(problem, solve, { ...options, clock: () => performance.now(), onFirst }),
      };
    } catch (error) {
      if (error instanceof RangeError) return { fault: error.message };
      throw error;
    }
  },
  /** Makes a recipe land in the windows of each box. */
  recipe: (
    recipe: RecipeAmounts,
    servings: number,
    windows: Parameters<typeof recipeForTarget>[2],
    carbBasis: CarbBasis,
  ): Promise<Outcome<ReturnType<typeof recipeForTarget>>> =>
    answered((solve) => recipeForTarget(recipe, servings, windows, carbBasis, solve)),
  /** When to cook what; tells a first plan while fewer sessions are looked for. */
  schedule: (problem: ScheduleProblem, onFirst: (schedule: Schedule) => void): Promise<Outcome<Schedule>> =>
    answered((solve) => schedule(problem, solve, undefined, onFirst)),
  /** A week of meals; tells the first answer while it looks for a better one. */
  menu: (
    problem: MenuProblem,
    not: readonly MenuChoice[] | undefined,
    onFirst: (menu: Menu) => void,
  ): Promise<Outcome<Menu>> => answered((solve) => menuWeek(problem, solve, { not, onFirst })),
  whyNot: (problem: MenuProblem, menu: Menu, mealId: string, dishId: string): Promise<Outcome<string>> =>
    answered((solve) => whyNot(problem, menu, mealId, dishId, solve)),
};
export type SolverApi = typeof api;
expose(api);
