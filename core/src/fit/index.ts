export { ProgramBuilder, type LinearProgram, type Solved, type Solver } from './program.ts';
export { highsSolver, type HighsRuntime } from './highs.ts';
export {
  fitWindow,
  missProgram,
  nearProgram,
  violation,
  deviation,
  type FitFood,
  type FitProblem,
  type FitWindow,
} from './model.ts';
export {
  portionsToFit,
  type Fit,
  type FitAnswer,
  type FitHelp,
  type FitLanding,
  type FitOptions,
} from './fit.ts';
export { fitSentences } from './explain.ts';
export { smallestChange, type SmallestChange } from './overshoot.ts';
