/** What days bring before any state is moved: water with glycogen and salt, food in the gut, energy. */

/** kg of scale weight for 1 kg of glycogen: itself and three times its water. Source: Olsson & Saltin 1970. */
export const GLYCOGEN_WITH_WATER = 4;
const STORE_KG = 0.5;
const STORE_LEAST = 0.15;
const STORE_MOST = 1.1;
/** Part of the way to its level that glycogen goes in a day. Source: after Hall 2011, from memory. */
const FILLING = 0.6;
/** Part of salt water that is there or gone the next day. Source: after Hall 2011, from memory. */
const SETTLING = 0.5;
/** kg of water with 1 g of sodium: 43.5 mmol in a gram over 140 mmol in a litre. */
export const WATER_OF_SODIUM = 1000 / 22.99 / 140;
/** Time constant of the long mean, days. */
export const LONG_STEP = 1 - Math.exp(-1 / 120);
/** Days of a usual amount. */
export const USUAL_DAYS = 28;

/** Glycogen, kg, after a day with so much carbohydrate; a day that is not known is taken as usual, and so is one while nothing is (`usual` NaN). */
export const glycogenAfter = (kg: number, carbs: number | null, usual: number): number => {
  const share = carbs !== null && usual > 0 ? carbs / usual : 1;
  const level = STORE_KG * Math.sqrt(Math.max(0, share));
  return Math.min(STORE_MOST, Math.max(STORE_LEAST, kg + FILLING * (level - kg)));
};
export const GLYCOGEN_START = STORE_KG;

/** Salt water, kg beyond usual, after a day with so much sodium (mg); a day that is not known brings none. */
export const saltWaterAfter = (kg: number, sodium: number | null, usual: number): number => {
  const level = sodium === null || Number.isNaN(usual) ? 0 : (WATER_OF_SODIUM * (sodium - usual)) / 1000;
  return kg + SETTLING * (level - kg);
};

/** kg on the scale the next morning for a kilogram of food above usual; half of it the morning after, then none. From memory. */
export const GUT_OF_FOOD = 0.15;
export const GUT_USUAL_DAYS = 14;

/** Water, kg, that a change of usual carbohydrate against that of months before would move, if all of it stayed away. */
export const lastingWater = (usual: number, long: number): number =>
  usual >= 0 && long > 0 ? GLYCOGEN_WITH_WATER * STORE_KG * (Math.sqrt(usual / long) - 1) : 0;

/** How much of a change of mean intake expenditure follows: thermic effect 0.10 and adaptation 0.14. Source: after Hall 2011, from memory. */
export const FOLLOWS = 0.24;
/** Time constant of mean intake, days. */
const MEAN_DAYS = 10;
export const INTAKE_STEP = 1 - Math.exp(-1 / MEAN_DAYS);
/** A day that is not known is taken as the mean of so many complete ones, with so much doubt, kcal. */
export const RECENT_DAYS = 14;
export const UNKNOWN_SD = 500;
/** Below this weighed share the doubt of a day is doubled. */
export const MOSTLY_WEIGHED = 0.8;
