import {
  highsSolver,
  portionsToFit,
  type Fit,
  type FitOptions,
  type FitProblem,
  type Solver,
} from '@maul/core/diary';
import { expose } from 'comlink';
import highsLoader from 'highs';
import wasmUrl from 'highs/runtime?url';

let solver: Promise<Solver> | undefined;
const load = (): Promise<Solver> => (solver ??= highsLoader({ locateFile: () => wasmUrl }).then(highsSolver));

export type FitOutcome = { fit: Fit } | { fault: string };

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
};
export type SolverApi = typeof api;
expose(api);
