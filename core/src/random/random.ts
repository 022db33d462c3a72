/** A source of numbers in [0, 1). The core never makes its own randomness: it is handed a seeded one. */
export type Random = () => number;

/**
 * A small seeded generator of uniform numbers in [0, 1), the same sequence for the same seed. Not for secrets.
 * Source: mulberry32, public domain.
 */
export const seededRandom = (seed: number): Random => {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
};

/** One draw from the standard normal distribution. Source: Box & Muller 1958. */
export const standardNormal = (random: Random): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
