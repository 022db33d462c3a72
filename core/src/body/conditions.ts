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

/** Pounds typed where kilograms are asked, or the other way: the factor between what was typed and what is usual. */
const OTHER_UNIT = 2.2046;
const NEAR = 0.06;

/**
 * Whether a weight looks as if it had been typed in the other unit: it is 2.2 times off what the scale showed last. `lastKg` the last
 * morning, or what the athlete began with.
 *
 * @example
 * looksLikeOtherUnit(174, 79); // => 'lb'
 */
export const looksLikeOtherUnit = (kg: number, lastKg: number | undefined): 'lb' | 'kg' | undefined => {
  if (lastKg === undefined) return undefined;
  const factor = kg / lastKg;
  if (Math.abs(factor / OTHER_UNIT - 1) < NEAR) return 'lb';
  return Math.abs(factor * OTHER_UNIT - 1) < NEAR ? 'kg' : undefined;
};
