import { proxy, wrap, type Remote } from 'comlink';
import type { Fit, FitOptions, FitProblem } from '@maul/core/diary';
import type { Menu, MenuChoice, MenuProblem, Schedule, ScheduleProblem } from '@maul/core/kitchen';
import type { FitOutcome, Outcome, SolverApi } from './solver.worker.ts';

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

/** Makes a recipe land in the windows of each box, in the worker. */
export const fitRecipe = (...asked: Parameters<SolverApi['recipe']>) => solver().recipe(...asked);

/** When to cook what, in the worker; `onFirst` hears the first answer while a better one is looked for. */
export const cookingSchedule = (
  problem: ScheduleProblem,
  onFirst: (schedule: Schedule) => void,
): Promise<Outcome<Schedule>> => solver().schedule(problem, proxy(onFirst));

/** A week of meals, in the worker; `onFirst` hears the first answer while a better one is looked for. */
export const weekMenu = (
  problem: MenuProblem,
  not: readonly MenuChoice[] | undefined,
  onFirst: (menu: Menu) => void,
): Promise<Outcome<Menu>> => solver().menu(problem, not, proxy(onFirst));

/** Why a dish does not stand at a meal. */
export const menuWhyNot = (...asked: Parameters<SolverApi['whyNot']>) => solver().whyNot(...asked);
