export {
  amountsIn,
  type Batch,
  type BatchInput,
  batchOf,
  fatToAskFor,
  type BatchPart,
  boxDoubt,
  yieldAgainst,
  yieldTeller,
} from './batch.ts';
export { batchFood, recipeFood, recipeFoodId } from './cookedFood.ts';
export { cooling, type Cooling, coreSaid, readTemperature, safeCore } from './cooking.ts';
export { divideBatch, type Division, unaccounted } from './divide.ts';
export { type KitchenFood } from './food.ts';
export { menuWeek } from './menu/menu.ts';
export {
  type Menu,
  type MenuChoice,
  type MenuDish,
  type MenuMeal,
  type MenuProblem,
  type MenuWindow,
} from './menu/problem.ts';
export { whyNot } from './menu/whyNot.ts';
export {
  expectedYield,
  type RecipeAmounts,
  recipeCooked,
  recipeForTarget,
  type RecipeLine,
  scaleRecipe,
  servingOf,
  timesForPot,
} from './recipe.ts';
export { type Schedule, schedule, type ScheduleProblem, shortSentences } from './schedule.ts';
export { keepingAt, keepsUntil, type Kept, type Place, wholeDaysKept } from './shelfLife.ts';
export {
  costOf,
  proteinCost,
  type ShoppingLine,
  shoppingList,
  shoppingText,
  type Wanted,
} from './shopping.ts';
export { correction, eatingOrder, offered, openedTwice, type StockLine, stockLine } from './stock.ts';
export { packingList, packTrip, type Trip } from './trip.ts';
