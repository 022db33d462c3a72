/** Caffeine taken at a time: milligrams, and minutes from any fixed moment. */
export interface CaffeineDose {
  mg: number;
  minutes: number;
}

/** Half-life of caffeine, hours: usual, and between which it lies from person to person. Textbook pharmacokinetics, from memory. */
export const CAFFEINE_HALF_LIFE = { usual: 5, low: 1.5, high: 9.5 } as const;
/** Oral contraception doubles it. Textbook pharmacokinetics, from memory. */
export const CONTRACEPTION_FACTOR = 2;

/**
 * Milligrams still active at a moment: the sum over the doses before it of dose x 0.5^(h/half-life), absorption taken as instant.
 * Throws RangeError for a half-life that is not positive. Textbook pharmacokinetics, from memory.
 */
export const caffeineActive = (
  doses: readonly CaffeineDose[],
  at: number,
  halfLifeHours: number = CAFFEINE_HALF_LIFE.usual,
): number => {
  if (!(halfLifeHours > 0)) throw new RangeError(`A half-life is more than 0 h, not ${halfLifeHours}.`);
  return doses.reduce((sum, { mg, minutes }) => {
    const hours = (at - minutes) / 60;
    return hours < 0 ? sum : sum + mg * 0.5 ** (hours / halfLifeHours);
  }, 0);
};

/**
 * The minute from which less than `mg` is active for good; undefined when more than that is taken after it never falls so far within
 * `withinHours`. The sum falls between doses, so the last dose decides.
 */
export const caffeineBelow = (
  doses: readonly CaffeineDose[],
  mg: number,
  halfLifeHours: number = CAFFEINE_HALF_LIFE.usual,
  withinHours = 48,
): number | undefined => {
  const last = Math.max(...doses.map((d) => d.minutes));
  if (!Number.isFinite(last)) return undefined;
  const then = caffeineActive(doses, last, halfLifeHours);
  const hours = then <= mg ? 0 : halfLifeHours * Math.log2(then / mg);
  return hours > withinHours ? undefined : last + hours * 60;
};
