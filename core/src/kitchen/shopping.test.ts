import { describe, expect, test } from '@jest/globals';
import { boughtGrams, costOf, proteinCost, shoppingList, shoppingText } from './shopping.ts';
import { packingList, packTrip, type PackedThing, type Trip } from './trip.ts';

const food = (id: string, change: object = {}) => ({
  id,
  name: id,
  state: 'raw',
  per100g: { PROCNT: 20 },
  ...change,
});
const banana = food('banana', { edible: { part: 0.64, refuse: 'peel' } });

describe('a shopping list', () => {
  // common practice, no source: 120 g planned edible banana with 36 % peel is 188 g bought (120 / 0.64 = 187.5).
  test('goes back to the whole food: 120 g banana are 188 g with its peel', () => {
    expect(boughtGrams(banana, 120).grams).toBeCloseTo(187.5, 6);
  });
  test('goes back to raw by the yield of a cooked portion', () => {
    const cooked = food('turkey', { state: 'cooked', yield: { factor: 0.73, from: 'raw' } });
    expect(boughtGrams(cooked, 146).grams).toBeCloseTo(200, 6);
  });
  // By hand: 3 x 400 g = 1,200 g less 150 g is 1,050 g: 3 packs of 400 g at 2.50 are 7.50.
  test('adds up by food, takes the store off and rounds up to whole packs', () => {
    const turkey = food('turkey', { packGrams: 400 });
    const [line, other] = shoppingList(
      [
        { food: turkey, grams: 400, why: 'Mon meal 3' },
        { food: banana, grams: 120, why: 'Mon meal 1' },
        { food: turkey, grams: 800, why: 'Stew' },
      ],
      [{ foodId: 'turkey', grams: 150 }],
      [{ foodId: 'turkey', grams: 400, minor: 250 }],
    );
    expect(line).toMatchObject({ need: 1200, have: 150, missing: 1050, buy: 1200, packs: { count: 3, grams: 400 }, cost: 750, why: ['Mon meal 3', 'Stew'] }); // prettier-ignore
    expect(other).toMatchObject({ buy: 188, packs: null, cost: null });
  });
  test('buys nothing of what the store covers, and no pack more for a rounding', () => {
    const turkey = food('turkey', { packGrams: 400 });
    expect(shoppingList([{ food: turkey, grams: 300, why: 'a' }], [{ foodId: 'turkey', grams: 300 }], [])[0]).toMatchObject({ missing: 0, buy: 0 }); // prettier-ignore
    expect(shoppingList([{ food: turkey, grams: 0.1 + 0.2 + 399.7, why: 'a' }], [], [])[0]?.packs?.count).toBe(1); // prettier-ignore
  });
  test('costs a day by what is eaten of the packs, and names what has no price', () => {
    const wanted = [
      { food: food('turkey'), grams: 200, why: '' },
      { food: banana, grams: 64, why: '' },
      { food: food('salt'), grams: 3, why: '' },
    ];
    const prices = [
      { foodId: 'turkey', grams: 400, minor: 500 },
      { foodId: 'banana', grams: 1000, minor: 200 },
    ];
    expect(costOf(wanted, prices)).toEqual({ minor: 270, unknown: ['salt'] });
  });
  test('tells what 100 g of protein cost, and nothing where it is not stated', () => {
    expect(proteinCost(food('turkey'), { foodId: 'turkey', grams: 400, minor: 500 })).toBe(625);
    expect(proteinCost(food('x', { per100g: {} }), { foodId: 'x', grams: 400, minor: 500 })).toBeNull();
  });
  test('is a text, group by group', () => {
    expect(
      shoppingText([
        { name: 'Meat', lines: [{ name: 'Turkey', amount: '3 packs', ticked: true }] },
        { name: 'Empty', lines: [] },
      ]),
    ).toBe('Meat\n[x] Turkey, 3 packs');
  });
});

describe('boxes for a trip', () => {
  const trip: Trip = {
    leaves: '2026-11-29T06:00:00.000Z',
    back: '2026-11-29T20:00:00.000Z',
    coolHours: 6,
    fridgeAt: null,
    reheats: false,
  };
  const box = (change: Partial<PackedThing> = {}): PackedThing => ({
    id: 'b', kind: 'box', name: 'Stew', place: 'fridge', since: '2026-11-28T18:00:00.000Z', cookedAt: '2026-11-28T17:00:00.000Z', grams: 300, eatAt: '2026-11-29T13:00:00.000Z', ...change,
  }); // prettier-ignore
  const [goes] = [
    (change: Partial<PackedThing> = {}, on: Partial<Trip> = {}) =>
      packTrip({ ...trip, ...on }, [box(change)])[0],
  ];
  // Source: USDA FSIS, the 2-hour rule.
  test('go as long as the bag is cold and two hours more', () => {
    expect(goes()).toMatchObject({ goes: true, until: '2026-11-29T14:00:00.000Z' });
    expect(goes({ eatAt: '2026-11-29T15:00:00.000Z' })).toMatchObject({ goes: false, sentence: 'The bag stays cold 6 h, and 2 hours more are the most.' }); // prettier-ignore
    expect(goes({}, { coolHours: 0 })).toMatchObject({ goes: false, sentence: 'It is not cooled, and 2 hours more are the most.' }); // prettier-ignore
  });
  test('keep by their own rule where a fridge waits', () => {
    expect(goes({ eatAt: '2026-12-01T13:00:00.000Z' }, { fridgeAt: '2026-11-29T12:00:00.000Z' })?.goes).toBe(
      true,
    );
    expect(goes({ eatAt: '2026-12-03T13:00:00.000Z' }, { fridgeAt: '2026-11-29T12:00:00.000Z' })).toMatchObject({ goes: false, sentence: expect.stringContaining('past its day') }); // prettier-ignore
  });
  test('stay at home when they are eaten hot and nothing heats, and dry food always goes', () => {
    expect(goes({ hot: true })?.goes).toBe(false);
    expect(goes({ hot: true }, { reheats: true })?.goes).toBe(true);
    expect(goes({ kind: 'raw', name: 'Rice cakes', place: 'cupboard', cookedAt: null, eatAt: '2026-11-29T19:00:00.000Z' })?.goes).toBe(true); // prettier-ignore
  });
  test('come with water, ice and a thermometer on the list', () => {
    expect(packingList({ ...trip, reheats: true }, [{ name: 'Stew', grams: 300 }], 3200).map((l) => l.what)).toEqual(['Stew', 'Water', 'Cool bag with frozen packs', 'Cutlery', 'Thermometer, to reheat to 74 °C', 'Scale']); // prettier-ignore
  });
});
