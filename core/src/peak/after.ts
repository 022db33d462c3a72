/** The first week after a show brings so much, parts of the weight of its morning; each week then so much more. common practice, no source. */
const FIRST = { low: 0.01, high: 0.03 };
const WEEKLY = { low: 0.0025, high: 0.01 };
/** Without a deficit for so long after the last show, days. common practice, from memory. */
export const NO_DEFICIT_DAYS = 28;

/**
 * What the scale may show some days after a show, kg: in the first week 1 to 3 % more than on its morning, which is water, food and glycogen, and
 * then 0.25 to 1 % a week. `showKg` is the weight of that morning. common practice, from memory.
 *
 * @example
 * reboundOn(60, 5); // => { low: 60.6, high: 61.8 }
 */
export const reboundOn = (showKg: number, days: number): { low: number; high: number } => {
  const weeks = Math.max(0, (days - 7) / 7);
  // The first two days only begin it.
  const begun = Math.min(1, Math.max(0, days) / 2);
  const at = (first: number, weekly: number): number =>
    Math.round(showKg * (1 + first) * (1 + weekly * weeks) * 1000) / 1000;
  return { low: at(FIRST.low * begun, WEEKLY.low), high: at(FIRST.high, WEEKLY.high) };
};
