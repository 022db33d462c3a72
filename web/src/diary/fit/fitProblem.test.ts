import { perGramOf, pieceOf, swapFoodOf } from '../../foods/index.ts';
import { describe, expect, test } from '@jest/globals';
import { NO_DETAILS, type Food } from '@maul/contract/foods';
import { type DayDocument, type PortionRow } from '@maul/contract/diary';
import { daySheet } from '@maul/core/diary';
import { isoDate } from '@maul/core/units';
import { phaseTemplate, dayTargets } from '@maul/core/plan';
import { type BodyBasis } from '@maul/core/body';
import { testFood, testPortion } from '../../testing/samples.ts';
import { comingPortions, fitProblemOf, startChoices, stepChoices, stockOf } from './fitProblem.ts';

const portion = (id: string, change: Partial<PortionRow> = {}) => testPortion(id, 'm1', change);
const withFood = (
  id: string,
  food: Partial<PortionRow['food']>,
  change: Partial<PortionRow> = {},
): PortionRow => {
  const plain = portion(id, change);
  return { ...plain, food: { ...plain.food, ...food } };
};
const EGG = { measures: [{ name: 'medium', grams: 60, spread: null }] };
const food = (name: string, change: Partial<Food> = {}): Food =>
  testFood(name, {
    id: `maul-${name}`,
    state: 'as sold',
    per100g: { PROCNT: 80, FAT: 5, CHOAVLDF: 8, FIBTG: 0 },
    inStock: true,
    ...change,
  });

describe('what may move, and how far', () => {
  test('levers move first; without one, whatever is planned and no garnish', () => {
    const rice = withFood('rice', { lever: true });
    const oil = portion('oil', { plannedGrams: 6 });
    const fish = portion('fish');
    const moves = (portions: PortionRow[]) =>
      [...startChoices(portions)].flatMap(([id, c]) => (c.moves ? [id] : []));
    expect(moves([rice, oil, fish])).toEqual(['rice']);
    expect(moves([oil, fish])).toEqual(['fish']);
  });
  test('one lever food of a peak week moves alone; where none of it is planned, it is as on other days', () => {
    const rice = withFood('rice', { lever: true });
    const fish = portion('fish');
    const moves = (only: string, portions: PortionRow[]) =>
      [...startChoices(portions, {}, only)].flatMap(([id, c]) => (c.moves ? [id] : []));
    expect(moves(fish.food.name, [{ ...rice, food: { ...rice.food, name: 'Rice' } }, fish])).toEqual([
      'fish',
    ]);
    expect(moves('Rice cakes', [rice, fish])).toEqual(['rice']);
  });
  test('counted foods move in whole pieces, when they were planned so', () => {
    const two = withFood('egg', EGG, { plannedGrams: 120 });
    const odd = withFood('odd', EGG, { plannedGrams: 86 });
    const choices = startChoices([two, odd]);
    expect(choices.get('egg')).toMatchObject({ step: 60, whole: true, min: 0, max: 240 });
    expect(choices.get('odd')).toMatchObject({ step: 5, whole: false });
  });
  test('a portion grows to two and a half times, at least by 100 g, never past what anybody eats of it', () => {
    const food = { ...portion('p').food, group: 'root' as const };
    const max = (plannedGrams: number, seen?: object) =>
      startChoices([portion('p', { plannedGrams, food })], seen && { [food.id]: seen as never }).get('p')
        ?.max;
    expect([max(20), max(200), max(400), max(900)]).toEqual([120, 500, 600, 900]);
    expect(max(400, { times: 4, usual: 400, largest: 750, hours: [12] })).toBe(750);
  });
  test('steps: grams, pieces of it, packs of it', () => {
    const packed = withFood('packed', {
      measures: [
        { name: 'slice', grams: 40, spread: null },
        { name: 'pack', grams: 400, spread: null },
      ],
    });
    expect(stepChoices(packed).map((s) => s.label)).toEqual([
      '5 g',
      '1 g',
      'whole pieces (40 g)',
      'whole packs (400 g)',
    ]);
    expect(stepChoices(portion('plain'))).toHaveLength(2);
  });
});

const date = isoDate('2026-11-25');
const basis: BodyBasis = {
  id: 'b',
  from: isoDate('2026-11-01'),
  weightKg: 80,
  leanKg: 68,
  expenditure: 2600,
  expenditureSd: 100,
  carbBasis: 'available',
  expenditureFrom: 'balance',
};
const season = {
  events: [],
  phases: [phaseTemplate('cut', isoDate('2026-11-01'), isoDate('2026-12-20'), 'phase')],
};
const targets = dayTargets(season, [basis], [], date);
const meals = [
  { id: 'm1', time: '08:00', eaten: false },
  { id: 'm2', time: '19:00', eaten: false },
];
const dayOf = (portions: PortionRow[]) =>
  ({
    athlete: { dayTurnsAt: 240, profile: { routine: { waking: '06:30', sessions: [] }, allergens: [] } },
    date,
    meals,
    portions,
  }) as unknown as DayDocument;
const sheetOf = (portions: PortionRow[]) =>
  daySheet({
    meals: meals.map((m) => ({ ...m, portions: portions.filter((p) => p.mealId === m.id) })),
    windows: targets?.windows ?? null,
    carbBasis: 'available',
  });

describe('the problem that is solved', () => {
  const eaten = portion('eaten', { grams: 200, method: 'scale', division: 1 });
  const lever = withFood('lever', { lever: true });
  const evening = portion('evening', { mealId: 'm2' });
  const all = [eaten, lever, evening];
  test('only what is planned may move; of one meal or of the whole day', () => {
    expect(comingPortions(dayOf(all), undefined).map((p) => p.id)).toEqual(['lever', 'evening']);
    expect(comingPortions(dayOf(all), 'm2').map((p) => p.id)).toEqual(['evening']);
  });
  test('what is eaten, and what is not asked for, is in the windows already', () => {
    if (!targets) throw new Error('the cut has no targets');
    const portions = comingPortions(dayOf(all), 'm1');
    const problem = fitProblemOf(dayOf(all), sheetOf(all), targets, portions, startChoices(portions), false);
    const protein = problem.windows.find((w) => w.key === 'PROCNT');
    // 200 g eaten and 150 g in the evening hold 35 g; the lever’s own 15 g may move.
    expect(protein?.already).toBeCloseTo(35, 6);
    expect(problem.foods.map((f) => [f.id, f.moves?.step])).toEqual([['lever', 5]]);
  });
  test('a macro that a food does not state is not made up', () => {
    expect(perGramOf({ per100g: { ENERC: 100 } }, 'total')).toMatchObject({ ENERC: 1, PROCNT: undefined });
  });
  test('stock that may help: never what holds an allergen or is not tolerated, scoops whole', () => {
    const whey = food('whey', { measures: [{ name: 'scoop', grams: 30, spread: null }] });
    const milk = food('milk powder', { details: { ...NO_DETAILS, allergens: ['milk'] } });
    const away = food('away', { inStock: false });
    const bread = food('bread');
    const wishes = { allergens: ['milk' as const], notTolerated: ['bread'] };
    const stock = stockOf([whey, milk, away, bread], 'available', wishes, 'm2');
    expect(stock.map((f) => [f.name, f.moves?.step, f.moves?.whole, f.grams])).toEqual([
      ['whey', 30, true, 0],
    ]);
  });
});

const ALL = { notTolerated: [] };

describe('foods to hand', () => {
  test('only own and Maul’s own foods say what they hold of allergens', () => {
    const known = (origin: Food['origin']) => swapFoodOf(food('x', { origin }), ALL).allergensKnown;
    expect([known('everyday'), known('package'), known('table'), known('imported'), known('own')]).toEqual([
      true,
      true,
      false,
      false,
      true,
    ]);
  });
  test('what is eaten whole', () => {
    expect(pieceOf({ measures: [{ name: 'cup', grams: 90, spread: null }] })).toBeNull();
    expect(pieceOf({ measures: [{ name: 'slice', grams: 40, spread: null }] })).toBe(40);
    expect(pieceOf({})).toBeNull();
  });
  test('keeps on the road by its tag', () => {
    const nuts = food('nuts', { details: { ...NO_DETAILS, tags: ['keeps'] } });
    expect([swapFoodOf(nuts, ALL).keeps, swapFoodOf(food('fish'), ALL).keeps]).toEqual([true, false]);
  });
});
