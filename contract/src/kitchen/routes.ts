import { z } from 'zod';
import { Day } from '../common.ts';
import { inAthlete, ofAthlete, route } from '../route.ts';
import { KitchenBook, KitchenThing, PutKitchenThing, RecipeVersions } from './book.ts';
import {
  InStock,
  KitchenPlan,
  PutStock,
  PutStockMove,
  StockList,
  StockMove,
  StockQuery,
  StockRow,
} from './stock.ts';

/** The requests of this room. */
export const kitchenRoutes = {
  kitchenBook: route(
    'get',
    '/api/athletes/:athleteId/kitchen-book',
    'Recipes, people who eat along, prices, rules and the latest batches.',
    { reads: 'log', params: ofAthlete, response: KitchenBook },
  ),
  putKitchenThing: route(
    'put',
    '/api/athletes/:athleteId/kitchen-things/:id',
    'Adds, changes or takes away a recipe, a batch, somebody who eats along, a price or the rules.',
    { params: inAthlete, body: PutKitchenThing, response: KitchenThing },
  ),
  recipeVersions: route(
    'get',
    '/api/athletes/:athleteId/kitchen-things/:id/versions',
    'The versions a recipe had, the present one first.',
    { reads: 'log', params: inAthlete, response: RecipeVersions },
  ),
  stock: route('get', '/api/athletes/:athleteId/stock', 'What is there, first to expire first.', {
    reads: 'log',
    params: ofAthlete,
    query: StockQuery,
    response: StockList,
  }),
  stockOne: route('get', '/api/athletes/:athleteId/stock/:id', 'One box or pack, with what is left of it.', {
    reads: 'log',
    params: inAthlete,
    response: InStock,
  }),
  putStock: route('put', '/api/athletes/:athleteId/stock/:id', 'Puts something in stock, or changes it.', {
    params: inAthlete,
    body: PutStock,
    response: StockRow,
  }),
  putStockMove: route(
    'put',
    '/api/athletes/:athleteId/stock-moves/:id',
    'Takes something off what is there: thrown away, given, weighed anew.',
    { params: inAthlete, body: PutStockMove, response: StockMove },
  ),
  kitchenPlan: route(
    'get',
    '/api/athletes/:athleteId/kitchen-plan',
    'What is planned to be eaten from this kitchen, at most three weeks.',
    {
      reads: 'log',
      params: ofAthlete,
      query: z.strictObject({ from: Day, to: Day }),
      response: KitchenPlan,
    },
  ),
} as const;
