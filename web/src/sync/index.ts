export { ApiProblem, call, sentenceOf, Unreachable } from './api.ts';
export { useOutbox, type OutboxEntry } from './outbox.ts';
export {
  dayQuery,
  leave,
  outbox,
  queryClient,
  sessionQuery,
  useDay,
  useLiveSession,
  useOwnDay,
  useSession,
  useTargets,
} from './session.ts';
export { sheetMeals, sheetOf, targetsOf, withPending } from './day.ts';
export * from './edit.ts';
export { asStep, forgetOldSteps, takeStep, useDaySteps, type Place } from './steps.ts';
export * from './kitchen.ts';
export * from './log.ts';
