import { beforeAll, describe, expect, test } from '@jest/globals';
import highsLoader from 'highs';
import { highsSolver, type Solver } from '../diary/index.ts';
import {
  expectedYield,
  recipeCooked,
  recipeForTarget,
  scaleRecipe,
  servingOf,
  timesForPot,
  type RecipeAmounts,
} from './recipe.ts';

let solver: Solver;
beforeAll(async () => {
  solver = highsSolver(await highsLoader());
});

const food = (id: string, per: readonly number[], allergens: string[] = []) => ({
  id,
  name: id,
  state: 'raw',
  per100g: { ENERC: per[0] ?? 0, PROCNT: per[1] ?? 0, CHOCDF: per[2] ?? 0, FAT: per[3] ?? 0, FIBTG: per[4] ?? 0 },
  allergens,
}); // prettier-ignore
const turkey = food('Turkey', [104, 24, 0, 0.7, 0]);
const rice = food('Rice', [350, 7, 78, 0.6, 1]);
const egg = food('Egg', [143, 12.6, 0.7, 9.9, 0], ['egg']);
const salt = food('Salt', [0, 0, 0, 0, 0]);
const recipe: RecipeAmounts = {
  lines: [
    { food: turkey, grams: 600, piece: null },
    { food: rice, grams: 300, piece: null },
    { food: egg, grams: 120, piece: 60 },
    { food: salt, grams: 6, piece: null },
  ],
  water: 500,
  servings: 4,
};

describe('a recipe', () => {
  test('made 1.6 times over keeps its eggs whole and says what that changed', () => {
    const { recipe: made, rounded } = scaleRecipe(recipe, 1.6);
    expect(made.lines.map((l) => l.grams)).toEqual([960, 480, 180, 9.6]);
    expect(rounded).toEqual([{ name: 'Egg', wanted: 192, grams: 180 }]);
    expect(made.servings).toBe(6.4);
    expect(made.water).toBe(800);
  });
  test('fills a pot by its weight with the water', () => {
    expect(timesForPot(recipe, 3052)).toBeCloseTo(2, 6);
    expect(() => timesForPot(recipe, 0)).toThrow(RangeError);
    expect(() => scaleRecipe(recipe, 0)).toThrow(RangeError);
  });
  test('tells a serving’s energy, macros and allergens', () => {
    const { amounts, atLeast, allergens } = servingOf(recipe, 'total');
    expect(amounts.PROCNT).toBeCloseTo((144 + 21 + 15.12) / 4, 6);
    expect(atLeast).toEqual([]);
    expect(allergens).toEqual(['egg']);
  });
  test('says "at least" where a food does not state a figure', () => {
    const broth = { id: 'broth', name: 'Broth', state: 'as sold', per100g: { ENERC: 4 } };
    const one = servingOf({ ...recipe, lines: [...recipe.lines, { food: broth, grams: 100, piece: null }] }, 'total'); // prettier-ignore
    expect(one.atLeast).toContain('PROCNT');
    expect(one.amounts.PROCNT).toBeCloseTo(45.03, 2);
  });
  test('is solved for six boxes of 45 g protein and 60 g carbs, eggs whole and salt as it was', () => {
    const windows = [
      { key: 'PROCNT', low: 44, high: 46 },
      { key: 'CARB', low: 58, high: 62 },
    ] as const;
    const { fit, recipe: made } = recipeForTarget(recipe, 6, windows, 'total', solver);
    expect(fit.answers[0]?.violation).toBeLessThan(1e-6);
    const serving = servingOf(made, 'total');
    expect(serving.amounts.PROCNT).toBeGreaterThanOrEqual(44 - 1e-6);
    expect(serving.amounts.PROCNT).toBeLessThanOrEqual(46 + 1e-6);
    expect(serving.amounts.CARB).toBeGreaterThanOrEqual(58 - 1e-6);
    expect((made.lines[2]?.grams ?? 1) % 60).toBe(0);
    expect(made.lines[3]?.grams).toBe(9);
  });
  test('weighs what its own batches weighed, and else what its foods do', () => {
    expect(expectedYield(recipe, [{ rawGrams: 1000, cookedGrams: 1400 }])).toMatchObject({
      factor: 1.4,
      seen: 1,
    });
    const bird = food('Turkey breast', [104, 24, 0, 0.7, 0]);
    const guess = expectedYield(
      { lines: [{ food: bird, grams: 600, piece: null }], water: 0, servings: 2 },
      [],
    );
    expect(guess.factor).toBeCloseTo(0.725, 6);
    expect(guess.seen).toBe(0);
    // Nothing weighs more than what goes in: rice alone would take up more water than there is.
    expect(expectedYield({ lines: [{ food: { ...rice, state: 'dry' }, grams: 100, piece: null }], water: 50, servings: 1 }, []).factor).toBe(1.5); // prettier-ignore
  });
  test('holds its raw nutrients in its cooked weight, with the doubt of the yield', () => {
    const cooked = recipeCooked(recipe, { factor: 1.4, spread: 0.1 });
    expect(((cooked?.per100g.PROCNT ?? 0) * 1026 * 1.4) / 100).toBeCloseTo(144 + 21 + 15.12, 6);
    expect(cooked?.doubt).toBeGreaterThan(0.1);
    expect(recipeCooked({ lines: [], water: 0, servings: 1 }, { factor: 1, spread: 0 })).toBeUndefined();
  });
});
