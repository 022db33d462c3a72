import { describe, expect, test } from '@jest/globals';
import type { Batch, InStock, Recipe } from '@maul/contract/kitchen';
import { batchOf } from '@maul/core/kitchen';
import { isoDate } from '@maul/core/units';
import { inputOf } from './batch/useBatch.ts';
import { stockOfBatch, takenFromPacks } from './batch/finish.ts';
import { leftOf } from './batch/Cooking.tsx';
import { dishOf, lastDayOf, plannedDishes, plannedFood, wantedOf } from './dishes.ts';
import { NEW_RECIPE } from './recipes/draft.ts';
import { newBatch } from './recipes/CookDialog.tsx';
import { RULES } from '../data/kitchen/kitchenWork.ts';
import { batchOfDish } from './plan/batchOfDish.ts';
import { scheduleProblem } from './plan/problem.ts';
import type { KitchenPlanView } from './usePlan.ts';
import { shopOrder } from './shopping/lines.ts';
import type { RecipeRow } from './words.ts';

const TODAY = isoDate('2026-11-29');
const turkey = { id: 'turkey', name: 'Turkey breast', state: 'raw' as const, source: 'test', per100g: { ENERC: 104, PROCNT: 24, FAT: 1, CHOCDF: 0, FIBTG: 0 } }; // prettier-ignore
const recipe: Recipe = { ...NEW_RECIPE, name: 'Baked turkey', method: 'baked', servings: 6, lines: [{ id: 'l', food: turkey, grams: 1200, piece: null }] }; // prettier-ignore
const row: RecipeRow = { id: 'r1', thing: recipe, version: 2, deleted: false };
const yields = [{ id: 'y', foodId: 'recipe-r1', foodName: 'x', method: 'baked', rawGrams: 1200, cookedGrams: 876, day: TODAY, pot: null, version: 1, deleted: false }]; // prettier-ignore
const planned = (grams: number, day = '2026-12-01', change: object = {}) => ({
  athleteId: 'me', name: 'Me', day: isoDate(day), time: '12:00', grams, food: { ...(plannedFood(row, yields) ?? turkey), ...change },
}); // prettier-ignore

const cooked = (): Batch => {
  const batch = newBatch(recipe, { lines: recipe.lines, water: 0, servings: 6 }, row, 3);
  return {
    ...batch,
    parts: batch.parts.map((p) => ({ ...p, grams: 1200, division: 1 })),
    pots: [{ id: 'p', name: 'Tray', gross: 1060, tare: 184, division: 1 }],
    cookedAt: '2026-11-28T17:42:00.000Z',
    boxes: batch.boxes.map((b, i) => ({ ...b, grams: i === 2 ? null : 146, division: 1, place: i === 1 ? ('freezer' as const) : b.place })), // prettier-ignore
    left: 580,
    leftStockId: 'left',
  };
};

describe('the schedule of a kitchen', () => {
  const view = (thing: Recipe): KitchenPlanView => {
    const rows = [{ ...row, thing }];
    const portions = [planned(300), planned(200, '2026-12-02')];
    return { today: TODAY, planned: portions, dishes: plannedDishes(portions, rows, yields), boxes: [], rule: RULES } as unknown as KitchenPlanView; // prettier-ignore
  };
  test('cooks any amount up to what the pot holds, and a tray only as a whole', () => {
    const [loose] = scheduleProblem(view({ ...recipe, potHolds: 2400 })).dishes;
    expect(loose).toMatchObject({ unit: 1, most: 1752, need: [0, 0, 300, 200, 0, 0, 0, 0, 0, 0] });
    const [tray] = scheduleProblem(view({ ...recipe, onlyWhole: true, potHolds: 2400 })).dishes;
    expect(tray).toMatchObject({ unit: 876, most: 1752 });
    // A pot that is said to hold less than one tray bars no tray.
    const [small] = scheduleProblem(view({ ...recipe, onlyWhole: true, potHolds: 600 })).dishes;
    expect(small).toMatchObject({ unit: 876, most: 876 });
  });
});

describe('a batch that is put away', () => {
  test('becomes its filled boxes and its leftover, each with its day and its own doubt', () => {
    const batch = cooked();
    const result = batchOf(inputOf(batch));
    if (!result.ok) throw new Error(result.sentence);
    const rows = stockOfBatch('b1', batch, result.batch, '2026-11-28T18:10:00.000Z');
    expect(rows.map((r) => [r.content.kind, r.content.grams, r.content.place, r.content.useBy])).toEqual([
      ['box', 146, 'fridge', '2026-12-02T17:42:00.000Z'],
      ['box', 146, 'freezer', '2027-02-26T18:10:00.000Z'],
      ['left', 580, 'fridge', '2026-12-02T17:42:00.000Z'],
    ]);
    expect(rows[0]?.content.food).toMatchObject({
      id: 'batch-b1',
      state: 'cooked',
      source: 'own batch, yield 0.730',
    });
    expect(rows[0]?.content.food.per100g.PROCNT).toBeCloseTo(32.88, 2);
    expect(rows[0]?.content.food.doubt).toBeGreaterThan(0.09);
  });
  test('takes its raw foods out of packs, the first to expire first, and no more than there is', () => {
    const pack = (id: string, left: number, useBy: string | null): InStock =>
      ({ id, athleteId: 'me', kind: 'raw', name: 'Turkey breast', food: turkey, grams: left, left, planned: 0, place: 'fridge', since: '2026-11-28T08:00:00.000Z', cookedAt: null, labelUntil: useBy, useBy, holds: [], version: 1, deleted: false }) as unknown as InStock; // prettier-ignore
    const stock = [
      pack('late', 900, '2026-12-20T00:00:00.000Z'),
      pack('soon', 500, '2026-11-30T00:00:00.000Z'),
      { ...pack('other', 500, null), food: { ...turkey, id: 'beef' } },
    ];
    expect(
      takenFromPacks(cooked(), stock, '2026-11-28T18:00:00.000Z').map((t) => [t.item.id, t.grams]),
    ).toEqual([
      ['soon', 500],
      ['late', 700],
    ]);
  });
  test('a timer that ran over says by how much, and one that ended says nothing', () => {
    const step = { id: 's', text: 'Bake', minutes: 10, celsius: null, startedAt: '2026-11-28T17:00:00.000Z', endedAt: null, didCelsius: null }; // prettier-ignore
    expect(leftOf(step, Date.parse('2026-11-28T17:12:00.000Z'))).toBe(-120_000);
    expect(leftOf({ ...step, endedAt: '2026-11-28T17:10:00.000Z' }, 0)).toBeNull();
    expect(leftOf({ ...step, startedAt: null }, 0)).toBeNull();
  });
});

describe('dishes that are planned', () => {
  test('a recipe is planned cooked, by the yield of its own batches', () => {
    expect(dishOf(row, yields)).toMatchObject({
      id: 'recipe-r1',
      cooked: expect.closeTo(876, 6),
      keepsDays: 3,
    });
    expect(plannedFood(row, yields)?.per100g.PROCNT).toBeCloseTo(32.88, 2);
    expect(dishOf({ ...row, thing: { ...recipe, lines: [...recipe.lines, { id: 'm', food: { ...turkey, name: 'Rice, white' }, grams: 100, piece: null }] } }, []).keepsDays).toBe(1); // prettier-ignore
  });
  test('a food that is planned cooked and bought raw is a dish of its own; what lies in a box is none', () => {
    const used = {
      factor: 0.73,
      method: 'baked',
      from: 'raw' as const,
      source: 'own',
      seen: 1,
      fatDrained: 0,
    };
    const own = { ...turkey, id: 'own', state: 'cooked' as const, yield: used };
    const dishes = plannedDishes(
      [planned(150), { ...planned(146), food: own }, planned(146, '2026-12-02', { stockId: 'b' })],
      [row],
      yields,
    );
    expect(dishes.map((d) => [d.id, Math.round(d.cooked)])).toEqual([
      ['recipe-r1', 876],
      ['own', 73],
    ]);
  });
  test('is bought raw, less what boxes of it hold already', () => {
    const dishes = plannedDishes([planned(438)], [row], yields);
    const wanted = wantedOf([planned(438), planned(438)], dishes, new Map([['recipe-r1', 438]]));
    expect(wanted.map((w) => Math.round(w.grams))).toEqual([0, 600]);
  });
  test('is cooked into a box for each portion that it is for', () => {
    const [dish] = plannedDishes([planned(146)], [row], yields);
    if (!dish) throw new Error('There is a dish.');
    const batch = batchOfDish(
      dish,
      292,
      [planned(146), planned(146, '2026-12-02'), planned(146, '2026-12-20')],
      TODAY,
    );
    expect(batch.boxes.map((b) => b.wish)).toEqual([
      { kind: 'grams', grams: 146 },
      { kind: 'grams', grams: 146 },
    ]);
    expect(batch.parts[0]?.planned).toBe(400);
  });
});

test('something is counted on for a day only when it lasts to its evening', () => {
  expect(lastDayOf(null, TODAY)).toBe(60);
  expect(lastDayOf(new Date('2026-12-02T21:00:00').toISOString(), TODAY)).toBe(3);
  expect(lastDayOf(new Date('2026-12-02T17:42:00').toISOString(), TODAY)).toBe(2);
});

test('the order of one’s own shop comes first, and no group is lost', () => {
  const order = shopOrder(['fish', 'dairy']);
  expect(order.slice(0, 2)).toEqual(['fish', 'dairy']);
  expect(new Set(order).size).toBe(order.length);
});
