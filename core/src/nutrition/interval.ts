/** A value that is known only to lie between two. */
export interface Interval {
  low: number;
  high: number;
}

/** The interval of a sum of factor times value: each interval scaled, then added. Source: Moore 1966, interval arithmetic. */
export const weightedSum = (parts: readonly (readonly [factor: number, value: Interval])[]): Interval =>
  parts.reduce(
    (sum, [factor, value]) => ({
      low: sum.low + Math.min(factor * value.low, factor * value.high),
      high: sum.high + Math.max(factor * value.low, factor * value.high),
    }),
    { low: 0, high: 0 },
  );

/** True when two intervals share a value. */
export const meets = (a: Interval, b: Interval): boolean => a.low <= b.high + 1e-9 && b.low <= a.high + 1e-9;
