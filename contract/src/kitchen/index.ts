export {
  type Diner,
  type Extra,
  KitchenBody,
  type KitchenBook,
  type KitchenRules,
  KitchenThing,
  type Mate,
  MOST_THINGS,
  type Of,
  type Price,
  RECENT_BATCHES,
} from './book.ts';
export {
  Batch,
  type BatchBox,
  type BatchStep,
  Recipe,
  type RecipeLine,
  type RecipeStep,
  type Wish,
} from './recipe.ts';
export { kitchenRoutes } from './routes.ts';
export {
  InStock,
  type KitchenPlan,
  type MOVES,
  STOCK_PAGE,
  type StockContent,
  type StockList,
  StockMove,
  StockRow,
} from './stock.ts';
