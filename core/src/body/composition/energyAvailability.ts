import { K90 } from '../../units/index.ts';
import { type EquationSex } from './equations.ts';

/** Energy availability below these is low, kcal per kg of lean mass a day. Sources: women Loucks & Thuma 2003; men Fagerberg 2018, from memory. */
export const LOW_AVAILABILITY = { female: 30, male: 25 } as const satisfies Record<EquationSex, number>;
/** From here on it is enough. Source: Loucks & Thuma 2003. */
export const ENOUGH_AVAILABILITY = 45;

export interface Availability {
  /** kcal per kg of lean mass a day. */
  value: number;
  /** The same with lean mass 1.645 spreads higher and lower. */
  low: number;
  high: number;
}

/**
 * (intake - net work) / lean mass, kcal per kg a day, from daily means. `fatSpread` is the standard spread of body fat in
 * percentage points. Throws RangeError without lean mass. Source: Loucks & Thuma 2003.
 *
 * @example
 * energyAvailability(2400, 300, { weightKg: 80, leanKg: 70, fatSpread: 5 }).value; // => 30
 */
export const energyAvailability = (
  intake: number,
  work: number,
  body: { weightKg: number; leanKg: number; fatSpread: number },
): Availability => {
  if (!(body.leanKg > 0)) throw new RangeError('Energy availability needs lean mass.');
  const doubt = (K90 * body.fatSpread * body.weightKg) / 100;
  const left = intake - work;
  return {
    value: left / body.leanKg,
    low: left / Math.min(body.weightKg, body.leanKg + doubt),
    high: left / Math.max(1, body.leanKg - doubt),
  };
};
