import type { Method } from '../foods/index.ts';

/** Below this weekly share the intake is called soft. common practice, no source. */
export const SOFT_BELOW = 0.8;

/**
 * The share of the energy that was weighed, 0 to 1: kcal of weighed portions / kcal of all.
 * Undefined for a day without energy.
 *
 * @example
 * weighedShare([{ kcal: 300, method: 'scale' }, { kcal: 100, method: 'eye' }]); // => 0.75
 */
export const weighedShare = (portions: readonly { kcal: number; method: Method }[]): number | undefined => {
  let all = 0;
  let weighed = 0;
  for (const portion of portions) {
    all += portion.kcal;
    if (portion.method === 'scale' || portion.method === 'jar') weighed += portion.kcal;
  }
  return all > 0 ? weighed / all : undefined;
};
