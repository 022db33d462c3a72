import type { Food } from '@maul/contract';
import type { Router } from 'express';
import type { Selectable } from 'kysely';
import type { FoodOwnTable } from '../db/schema.ts';
import { putVersioned } from '../db/versioned.ts';
import { mount, type House } from '../http/mount.ts';
import { athleteOf, todayOf } from '../season/index.ts';
import { searchFoods } from './search.ts';

const toFood = (row: Selectable<FoodOwnTable>): Food => ({
  id: row.id,
  name: row.name,
  state: row.state as Food['state'],
  per100g: row.per100g,
  measures: row.measures,
  kind: 'own',
  source: 'own',
  remark: null,
  version: row.version,
  recent: false,
});

export const mountFoods = (router: Router, house: House): void => {
  mount(router, house, 'foods', ({ params, query, acting }) =>
    acting(async (trx) => {
      const athlete = await athleteOf(trx, params.athleteId);
      return { foods: await searchFoods(trx, params.athleteId, todayOf(athlete), query.q, query.limit) };
    }),
  );

  mount(router, house, 'putFood', ({ params, body: { base, deleted, ...values }, acting }) =>
    acting((trx) => putVersioned(trx, 'food_own', params, base, deleted, values, toFood)),
  );
};
