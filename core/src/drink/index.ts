export {
  caffeineActive,
  caffeineBelow,
  CAFFEINE_HALF_LIFE,
  CONTRACEPTION_FACTOR,
  type CaffeineDose,
} from './caffeine.ts';
export {
  drinkCautions,
  mostWithin,
  substanceCaution,
  waterPlanBarred,
  type DayCaution,
  type Drink,
} from './cautions.ts';
