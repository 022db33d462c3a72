import { standardNormal, type Random } from '../random/index.ts';
import { GRAMS_PER_OUNCE } from '../units/index.ts';
import type { Reading } from './types.ts';

/** What a simulated scale can be switched to: its unit and division in grams. */
export const SCALE_MODES = {
  '1 g': { unit: 'g', division: 1 },
  '0.1 g': { unit: 'g', division: 0.1 },
  oz: { unit: 'oz', division: GRAMS_PER_OUNCE / 10 },
} as const;
export type ScaleMode = keyof typeof SCALE_MODES;

/**
 * A stand-in for a kitchen scale with things on its pan. The display follows the load like a damped spring, so it
 * overshoots and settles; it carries noise and a slow drift; above its capacity it shows overload.
 */
export interface SimulatedScale {
  mode: ScaleMode;
  /** Grams the scale can carry. */
  capacity: number;
  /** True load on the pan, grams. */
  load: number;
  /** Where the display is, grams, and how fast it moves, g/s. */
  shown: number;
  speed: number;
  /** Zero drift, grams. */
  drift: number;
  /** Milliseconds since it was switched on. */
  clock: number;
  /** Pouring at this rate, g/s, with so many grams still to come; null while nothing pours. */
  pour: { rate: number; left: number } | null;
}

export const newSimulatedScale = (mode: ScaleMode = '1 g', capacity = 5000): SimulatedScale => ({
  mode,
  capacity,
  load: 0,
  shown: 0,
  speed: 0,
  drift: 0,
  clock: 0,
  pour: null,
});

/** Sets a vessel or a piece of this many grams on the pan at once. */
export const putOn = (scale: SimulatedScale, grams: number): SimulatedScale => ({
  ...scale,
  load: Math.max(0, scale.load + grams),
});

/** Takes everything off the pan. */
export const clearPan = (scale: SimulatedScale): SimulatedScale => ({ ...scale, load: 0, pour: null });

/** Starts to pour without an aim, until `stopPouring`. Rate in g/s. */
export const pourFreely = (scale: SimulatedScale, rate = 40): SimulatedScale => ({
  ...scale,
  pour: { rate, left: Infinity },
});

/** Stops the stream; a little more falls: up to a tenth of a second of it. */
export const stopPouring = (scale: SimulatedScale, random: Random): SimulatedScale =>
  scale.pour ? { ...scale, load: scale.load + scale.pour.rate * 0.1 * random(), pour: null } : scale;

/** Pours about this many grams, as a hand does: some per cent beside the aim, rather over than under. */
export const pourAbout = (scale: SimulatedScale, grams: number, random: Random): SimulatedScale => {
  const hand = grams * (1 + 0.015 + 0.02 * standardNormal(random));
  return { ...scale, pour: { rate: Math.max(15, grams / 2), left: Math.max(1, hand) } };
};

/** Pours exactly this many grams. */
export const pourExactly = (scale: SimulatedScale, grams: number): SimulatedScale => ({
  ...scale,
  pour: { rate: Math.max(15, grams / 2), left: grams },
});

const STIFFNESS = 14; // rad/s
const DAMPING = 0.5;
const SUBSTEP = 0.01; // s

/**
 * Advances the scale by `ms` and returns it with the reading it now sends. Pure but for the randomness handed in.
 * Throws RangeError when time does not advance.
 */
export const stepScale = (
  scale: SimulatedScale,
  ms: number,
  random: Random,
): { scale: SimulatedScale; reading: Reading } => {
  if (!(ms > 0)) throw new RangeError(`A scale can only step forward in time, not by ${ms} ms.`);
  const next = { ...scale, clock: scale.clock + ms };
  for (let left = ms / 1000; left > 1e-9; left -= SUBSTEP) {
    const dt = Math.min(SUBSTEP, left);
    if (next.pour) {
      const falls = Math.min(next.pour.rate * dt, next.pour.left);
      const rest = next.pour.left - falls;
      next.load += falls;
      next.pour = rest > 0 ? { rate: next.pour.rate, left: rest } : null;
    }
    const pull = STIFFNESS ** 2 * (next.load - next.shown) - 2 * DAMPING * STIFFNESS * next.speed;
    next.speed += pull * dt;
    next.shown += next.speed * dt;
  }
  next.drift = Math.max(
    -0.4,
    Math.min(0.4, next.drift + 0.004 * standardNormal(random) * Math.sqrt(ms / 100)),
  );
  const { unit, division } = SCALE_MODES[next.mode];
  const felt = next.shown + (next.load > 0 ? next.drift : 0) + 0.015 * standardNormal(random);
  const gross = Number((Math.round(felt / division) * division).toFixed(6)) + 0;
  const reading: Reading = { at: next.clock, gross, division, unit };
  return { scale: next, reading: next.shown > next.capacity ? { ...reading, overload: true } : reading };
};
