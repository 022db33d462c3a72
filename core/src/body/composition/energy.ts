/** Energy in a kilogram of body mass, kcal. Source: Wishnofsky 1958. */
export const KCAL_PER_KG = 7700;
/** Energy of a kilogram of fat and of lean tissue, kcal. Source: Hall 2008, from memory. */
export const FAT_KCAL = 9441;
export const LEAN_KCAL = 1816;

/**
 * The energy balance that a wanted change of body mass asks for, kcal a day. Source: Wishnofsky 1958.
 *
 * @example
 * Math.round(balanceOfRate(-0.7, 80)); // => -616
 */
export const balanceOfRate = (percentPerWeek: number, weightKg: number): number =>
  (percentPerWeek / 100) * (weightKg / 7) * KCAL_PER_KG;

/**
 * The change of body mass that an energy balance brings, kg a week. Source: Wishnofsky 1958.
 *
 * @example
 * kgOfBalance(-770).toFixed(1); // => '-0.7'
 */
export const kgOfBalance = (kcalPerDay: number): number => (7 * kcalPerDay) / KCAL_PER_KG;
