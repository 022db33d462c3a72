import type { Food } from '@maul/contract/foods';
import { readGtin } from '@maul/core/foods';
import type { Router } from 'express';
import type { Selectable } from 'kysely';
import type { FoodOwnTable } from '../platform/db/schema.ts';
import { putVersioned } from '../platform/db/versioned.ts';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { athleteOf, todayOf } from '../people/index.ts';
import { correctPast, foodVersions, undoCorrection } from './store/corrections.ts';
import { asFood, ownFood } from './found.ts';
import { mountKitchen } from './kitchen.ts';
import { foodsToHand, portionsSeen } from './store/toHand.ts';
import { allOwnFoods, foodsByCode, marksOf, searchFoods } from './store/search.ts';

const toFood = (row: Selectable<FoodOwnTable>): Food => asFood(ownFood(row), undefined, false);

export const mountFoods = (router: Router, house: Services): void => {
  mount(router, house, 'foods', ({ params, query, acting }) =>
    acting(async (trx) => {
      const athlete = await athleteOf(trx, params.athleteId);
      return { foods: await searchFoods(trx, params.athleteId, todayOf(athlete), query) };
    }),
  );

  mount(router, house, 'putFood', ({ params, body: { base, deleted, ...values }, acting }) =>
    acting(async (trx) => {
      const food = await putVersioned(trx, 'food_own', params, base, deleted, values, toFood);
      const mark = (await marksOf(trx, params.athleteId)).get(food.id);
      return mark ? { ...food, lever: mark.lever, inStock: mark.in_stock } : food;
    }),
  );

  mount(router, house, 'ownFoods', ({ params, acting }) =>
    acting(async (trx) => ({ foods: await allOwnFoods(trx, params.athleteId) })),
  );

  mount(router, house, 'foodsToHand', ({ params, acting }) =>
    acting(async (trx) => ({
      foods: await foodsToHand(trx, params.athleteId),
      seen: await portionsSeen(trx, params.athleteId, todayOf(await athleteOf(trx, params.athleteId))),
    })),
  );

  mount(router, house, 'foodsByCode', ({ params, acting }) => {
    const read = readGtin(params.code);
    if (!read.ok) throw new ProblemError('invalid', read.sentence);
    return acting(async (trx) => ({ foods: await foodsByCode(trx, params.athleteId, read.gtin) }));
  });

  mount(router, house, 'foodVersions', ({ params, acting }) => acting((trx) => foodVersions(trx, params)));
  mount(router, house, 'correctPast', ({ params, acting }) =>
    acting((trx) => correctPast(trx, params, params.correctionId)),
  );
  mount(router, house, 'undoCorrection', ({ params, acting }) =>
    acting((trx) => undoCorrection(trx, params, params.correctionId)),
  );
  mountKitchen(router, house);
};
