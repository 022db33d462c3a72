import { proxy, wrap, type Remote } from 'comlink';
import type { Fit, FitOptions, FitProblem } from '@maul/core/diary';
import type { FitOutcome, SolverApi } from './solver.worker.ts';

let remote: Remote<SolverApi> | undefined;

/** The one solver’s worker: made when it is first needed, and kept. */
const solver = (): Remote<SolverApi> =>
  (remote ??= wrap<SolverApi>(
    new Worker(new URL('./solver.worker.ts', import.meta.url), { type: 'module' }),
  ));

/** Loads the solver ahead of its first question. */
export const warmSolver = (): void => void solver().warm();

/** Finds portions in the worker; `onFirst` hears the first answer while others are looked for. */
export const fitPortions = (
  problem: FitProblem,
  options: Pick<FitOptions, 'stock' | 'answers' | 'seconds'>,
  onFirst: (fit: Fit) => void,
): Promise<FitOutcome> => solver().fit(problem, options, proxy(onFirst));
