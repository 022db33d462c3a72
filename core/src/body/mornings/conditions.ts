import { GRAMS_PER_POUND } from '../../units/index.ts';

/** Under what conditions one stood on the scale; null where they were not said. */
export interface Conditions {
  fasted: boolean;
  toilet: boolean;
  sameScale: boolean;
}

/**
 * Whether a weigh-in counts in means, trend and estimate. One after food or drink, or on another scale, is shown and does not; one before the
 * toilet counts. What was not said is taken as usual. common practice, no source.
 *
 * @example
 * countsInTrend({ fasted: true, toilet: false, sameScale: true }); // => true
 */
export const countsInTrend = (conditions: Conditions | null): boolean =>
  conditions === null || (conditions.fasted && conditions.sameScale);

/** Pounds in a kilogram: the factor between a weight typed in the one and in the other. */
const POUNDS = 1000 / GRAMS_PER_POUND;
const NEAR = 0.06;

/**
 * What a weight would be, kg, had it been typed in the other unit, where it looks so: 2.2 times off what the scale showed last. Undefined where
 * it does not. `lastKg` the last morning, or what the athlete began with.
 *
 * @example
 * inOtherUnit(174, 79)?.toFixed(1); // => '78.9'
 */
export const inOtherUnit = (kg: number, lastKg: number | undefined): number | undefined => {
  if (lastKg === undefined) return undefined;
  return [kg / POUNDS, kg * POUNDS].find((other) => Math.abs(other / lastKg - 1) < NEAR);
};
