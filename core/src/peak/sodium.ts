/** Sodium below `low` needs both, mg; more than `swing` times as much or as little from day to day is said. common practice, no source. */
export const SODIUM_LIMIT = { low: 500, swing: 3 } as const;
export const SODIUM_SOURCE = 'adequate intake 1,500 mg, NASEM 2019; limits common practice, no source';
