/** Half-width of a 90 % band in standard uncertainties, normal distribution. */
export const K90 = 1.645;
