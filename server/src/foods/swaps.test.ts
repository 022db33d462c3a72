import { expect, test } from '@jest/globals';
import { amountsOf, perGrams } from '@maul/core/nutrition';
import { swapGrams, swapStep, type SwapBy } from '@maul/core/foods';
import { join } from 'node:path';
import { referenceFoods } from './store/load.ts';

test('every pair of the food table: a swap keeps its lever macro within half a step', async () => {
  const foods = await referenceFoods(join(import.meta.dirname, '../../../data'));
  let pairs = 0;
  let worst = 0;
  for (const by of ['CARB', 'PROCNT', 'FAT', 'ENERC'] as const satisfies SwapBy[]) {
    for (const from of foods) {
      const held = amountsOf(perGrams(from.per100g, 150), 'available')[by];
      if (held === undefined) continue;
      for (const to of foods) {
        const grams = swapGrams(from.per100g, 150, to.per100g, { by, carbBasis: 'available' });
        if (grams === undefined) continue;
        const per = (amountsOf(to.per100g, 'available')[by] ?? NaN) / 100;
        const step = swapStep(held / per, null);
        const off = Math.abs(per * grams - held) / (per * step);
        pairs += 1;
        if (off > worst) worst = off;
      }
    }
  }
  expect(pairs).toBeGreaterThan(500_000);
  expect(worst).toBeLessThanOrEqual(0.5 + 1e-9);
}, 120_000);
