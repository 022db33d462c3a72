import { scaleUncertainty } from './uncertainty.ts';

export interface MeanPiece {
  /** Grams of one piece. */
  grams: number;
  /** Standard uncertainty of that mean from the scale alone, grams. */
  uncertainty: number;
}

/**
 * The mean weight of a piece when `count` of them lie on the scale together. The scale's doubt is shared by all of them; how
 * much pieces differ among themselves it cannot tell. Throws RangeError for a count that is not a whole number from 1.
 * Source: JCGM 100:2008 (GUM), 5.1.2 with sensitivity 1/count.
 *
 * @example
 * meanPiece(172, 3, 1).grams.toFixed(1); // => '57.3'
 */
export const meanPiece = (net: number, count: number, division: number): MeanPiece => {
  if (!Number.isInteger(count) || count < 1) throw new RangeError('Count the pieces: a whole number from 1.');
  if (!(net > 0)) throw new RangeError('There is nothing on the scale to count.');
  return { grams: net / count, uncertainty: scaleUncertainty(net, division) / count };
};
