import type { Grams } from '../units/index.ts';

/** Calibration of a kitchen scale, relative to the reading. From memory. */
export const CALIBRATION_RELATIVE = 0.003;

/**
 * Standard uncertainty in grams of a mass read off a scale of division `division` (grams) in `readings` readings (tare
 * and gross are two): d/sqrt(12) x sqrt(n) of rounding and 0.3 % of the reading for calibration, in quadrature.
 * Throws RangeError for a division that is not positive. Source: JCGM 100:2008 (GUM), type B, uniform; calibration from memory.
 *
 * @example
 * scaleUncertainty(200, 1).toFixed(2); // => '0.73'
 */
export const scaleUncertainty = (mass: number, division: number, readings = 2): Grams => {
  if (!(division > 0)) throw new RangeError(`A scale's division must be positive, not ${division}.`);
  const rounding = (division / Math.sqrt(12)) * Math.sqrt(readings);
  return Math.hypot(rounding, CALIBRATION_RELATIVE * Math.abs(mass)) as Grams;
};

/** What a scale said of one portion, as its trail keeps it. Grams. */
export interface TrailReadings {
  net: number;
  division: number;
  /** How far the readings lay apart when it was taken while moving; 0 when it stood still. */
  span?: number;
  /** Readings behind the net: tare and gross are two; a container from memory makes it three. */
  readings?: number;
}

/**
 * Standard uncertainty in grams of a net mass from its trail: each reading d/sqrt(12), the calibration 0.3 % of the net, and for a
 * capture forced while the scale moved half the span of its readings as a uniform half-width, in quadrature.
 * Source: JCGM 100:2008 (GUM), 4.3.7 and 5.1.2; calibration from memory.
 */
export const trailUncertainty = ({ net, division, span = 0, readings = 2 }: TrailReadings): Grams =>
  Math.hypot(scaleUncertainty(net, division, readings), span / 2 / Math.sqrt(3)) as Grams;
