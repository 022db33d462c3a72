import { energyOf } from './energy.ts';
import { carbohydrate, type CarbBasis } from './carbohydrate.ts';
import { type NutrientVector } from './vector.ts';
/** The nutrients that have a target; CARB is on the athlete's carbohydrate basis. */
export const TARGET_KEYS = ['ENERC', 'PROCNT', 'CARB', 'FAT', 'FIBTG'] as const;

export type TargetKey = (typeof TARGET_KEYS)[number];

export const TARGET_WORDS: Readonly<Record<TargetKey, string>> = {
  ENERC: 'energy',
  PROCNT: 'protein',
  CARB: 'carbs',
  FAT: 'fat',
  FIBTG: 'fibre',
};

/** Grams and kcal of a portion or a meal; undefined where unknown. */
export type Amounts = Record<TargetKey, number | undefined>;

/** Energy and macros of a vector, carbohydrate on the wanted basis. Unknown stays undefined. */
export const amountsOf = (vector: NutrientVector, carbBasis: CarbBasis): Amounts => ({
  ENERC: energyOf(vector)?.kcal,
  PROCNT: vector.PROCNT,
  CARB: carbohydrate(vector, carbBasis),
  FAT: vector.FAT,
  FIBTG: vector.FIBTG,
});
