/** Half-width of a 90 % band in standard uncertainties, normal distribution. */
export const K90 = 1.645;

/**
 * The part of a standard normal distribution below `z`, to 1.5e-7. Source: Abramowitz & Stegun 1964, 7.1.26.
 *
 * @example
 * normalBelow(0).toFixed(6); // => '0.500000'
 */
export const normalBelow = (z: number): number => {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const tail =
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
    Math.exp(-x * x);
  return z < 0 ? tail / 2 : 1 - tail / 2;
};
