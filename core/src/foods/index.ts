export { type AmountFood, type HouseholdMeasure, readAmount } from './amount.ts';
export {
  basisGrams,
  edibleGrams,
  type FoodBasis,
  hiddenEnergy,
  millilitresOf,
  per100Grams,
} from './basis.ts';
export { readGtin } from './codes.ts';
export { type Findable, findFoods, nameMatch, singular } from './find.ts';
export {
  FOOD_GROUPS,
  type FoodGroup,
  groupDistance,
  groupOf,
  portionSize,
  type PortionSize,
  type SeenPortions,
} from './groups.ts';
export { type Label, labelAudit, type LabelAudit, type Polyol, POLYOL_KCAL } from './labelAudit.ts';
export { servingsEnergy } from './labelRounding.ts';
export { chiefMacro, leverAnswer } from './lever.ts';
export { type Method, METHODS, RELATIVE_GRAMS } from './method.ts';
export { sumAudit } from './sumAudit.ts';
export { namesFood, notToleratedAs } from './tolerance.ts';
export { rankSwaps, type SwapBy, type SwapFood, swapGrams, swapStep, type SwapWishes } from './swap.ts';
export {
  afterCooking,
  beforeCooking,
  cookingYield,
  type CookingYield,
  type SeenYield,
  startYields,
} from './yields.ts';
