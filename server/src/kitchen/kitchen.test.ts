import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import type { InStock, KitchenBook, KitchenPlan, StockList } from '@maul/contract/kitchen';
import { athleteDay } from '@maul/core/units';
import { v7 as uuidv7 } from 'uuid';
import {
  kitchenBody,
  mealBody,
  moveBody,
  openTestHouse,
  portionBody,
  stockBody,
  type Someone,
  type TestHouse,
} from '../testing/house.ts';

let house: TestHouse;
let athlete: Someone;
let mate: Someone;
let coach: Someone;
const today = athleteDay(new Date(), 'Europe/Vienna');
const at = (who: Someone): string => `/api/athletes/${who.id}`;

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Cook');
  mate = await house.athlete('Mate');
  coach = await house.signUp('coach', 'Coach');
  await house.share(athlete, coach);
});
afterAll(() => house.close());

const diner = (of: Someone, share = 1) =>
  kitchenBody({ kind: 'diner', name: 'Somebody', personId: of.id, share, windows: [], notEaten: [] });
const recipe = (servings = 4) => ({
  kind: 'recipe',
  name: 'Turkey stew',
  lines: [{ id: uuidv7(), food: portionBody(uuidv7()).food, grams: 600, piece: null }],
  water: 0,
  servings,
  method: 'stewed',
  steps: [],
  potId: null,
  potHolds: null,
  minutes: 45,
  meals: [],
  freezes: true,
  hot: false,
  notes: '',
});
const put = async (who: Someone = athlete, change: object = {}): Promise<string> => {
  const id = uuidv7();
  await who.put(`${at(who)}/stock/${id}`, stockBody(change)).expect(200);
  return id;
};
const one = async (id: string, who: Someone = athlete): Promise<InStock> =>
  (await who.get(`${at(who)}/stock/${id}`).expect(200)).body as InStock;
const list = async (who: Someone = athlete, query = ''): Promise<StockList> =>
  (await who.get(`${at(who)}/stock${query}`).expect(200)).body as StockList;
const portion = async (stockId: string, change: object = {}, who: Someone = athlete) => {
  const [mealId, id] = [uuidv7(), uuidv7()];
  await who.put(`${at(who)}/meals/${mealId}`, mealBody(today)).expect(200);
  const body = portionBody(mealId, change);
  const taken = { ...body, food: { ...body.food, stockId } };
  await who.put(`${at(who)}/portions/${id}`, taken).expect(200);
  return { mealId, id, body: taken };
};
const eaten = (grams: number) => ({ plannedGrams: null, grams, method: 'scale', division: 1 });

describe('what is left of a box', () => {
  let id: string;
  beforeEach(async () => {
    id = await put();
  });
  test('a planned portion reserves it and an eaten one takes it, and what is changed is counted anew', async () => {
    const { id: portionId, body } = await portion(id, { plannedGrams: 100 });
    expect(await one(id)).toMatchObject({ left: 146, planned: 100 });
    const url = `${at(athlete)}/portions/${portionId}`;
    await athlete.put(url, { ...body, base: 1, grams: 60, method: 'scale', division: 1 }).expect(200);
    expect(await one(id)).toMatchObject({ left: 86, planned: 0 });
    await athlete
      .put(url, { ...body, base: 2, grams: 60, method: 'scale', division: 1, deleted: true })
      .expect(200);
    expect(await one(id)).toMatchObject({ left: 146, planned: 0 });
  });
  test('the same portion sent twice takes once', async () => {
    const { id: portionId, body } = await portion(id, eaten(146));
    await athlete.put(`${at(athlete)}/portions/${portionId}`, body).expect(200);
    expect(await one(id)).toMatchObject({ left: 0 });
  });
  test('a meal that is taken away gives back what it took, and takes it when it comes back', async () => {
    const { mealId } = await portion(id, eaten(50));
    const gone = mealBody(today, { base: 1, deleted: true });
    await athlete.put(`${at(athlete)}/meals/${mealId}`, gone).expect(200);
    expect((await one(id)).left).toBe(146);
    await athlete.put(`${at(athlete)}/meals/${mealId}`, mealBody(today, { base: 2 })).expect(200);
    expect((await one(id)).left).toBe(96);
  });
  test('a weighing corrects it and throwing it away is counted as waste', async () => {
    const before = (await list()).waste;
    await athlete
      .put(`${at(athlete)}/stock-moves/${uuidv7()}`, moveBody(id, 6, { why: 'corrected' }))
      .expect(200);
    const waste = uuidv7();
    await athlete.put(`${at(athlete)}/stock-moves/${waste}`, moveBody(id, 140)).expect(200);
    expect((await one(id)).left).toBe(0);
    expect((await list()).waste - before).toBe(140);
    expect((await list()).stock.some((s) => s.id === id)).toBe(false);
    await athlete
      .put(`${at(athlete)}/stock-moves/${waste}`, moveBody(id, 140, { base: 1, deleted: true }))
      .expect(200);
    expect((await one(id)).left).toBe(140);
  });
  test('a box that two took is missing what was taken twice, and stays in the list until it is put right', async () => {
    await portion(id, eaten(146));
    await portion(id, eaten(146));
    expect((await list()).stock.find((s) => s.id === id)).toMatchObject({ left: -146 });
  });
  test('what is weighed anew when it is put away keeps what was taken', async () => {
    await portion(id, eaten(46));
    const row = await one(id);
    await athlete
      .put(`${at(athlete)}/stock/${id}`, stockBody({ base: 1, grams: 150, cookedAt: row.cookedAt, since: row.since, useBy: row.useBy }))
      .expect(200);
    expect((await one(id)).left).toBe(104);
  }); // prettier-ignore
  test('a date later than its rule is refused with the rule, an earlier one is kept', async () => {
    const later = new Date(Date.now() + 9 * 86_400_000).toISOString();
    const refused = await athlete.put(`${at(athlete)}/stock/${uuidv7()}`, stockBody({ useBy: later })).expect(422);
    expect((refused.body as { detail: string }).detail).toContain('4 days in the fridge from the end of cooking');
    await athlete.put(`${at(athlete)}/stock/${uuidv7()}`, stockBody({ useBy: null })).expect(422);
    await put(athlete, { useBy: new Date(Date.now() + 3_600_000).toISOString() });
  }); // prettier-ignore
  test('the list is first to expire first, in pages, and found by a part of a name', async () => {
    const soon = new Date(Date.now() + 60_000).toISOString();
    const first = await put(athlete, { useBy: soon, name: 'Odd 100%_box' });
    const found = await list();
    expect(found.stock[0]?.id).toBe(first);
    expect((await list(athlete, '?q=100%25_b')).stock.map((s) => s.id)).toEqual([first]);
    expect((await list(athlete, `?skip=${found.stock.length}`)).stock).toEqual([]);
  });
});

describe('the kitchen’s book', () => {
  test('keeps a recipe with its versions, and a thing stays what it is', async () => {
    const id = uuidv7();
    const url = `${at(athlete)}/kitchen-things/${id}`;
    await athlete.put(url, kitchenBody(recipe(4))).expect(200);
    await athlete.put(url, kitchenBody(recipe(6), { base: 1 })).expect(200);
    const { versions } = (await athlete.get(`${url}/versions`).expect(200)).body as {
      versions: { version: number; recipe: { servings: number } }[];
    };
    expect(versions.map((v) => [v.version, v.recipe.servings])).toEqual([
      [2, 6],
      [1, 4],
    ]);
    await athlete
      .put(url, kitchenBody({ kind: 'extra', text: 'Foil', bought: false }, { base: 2 }))
      .expect(422);
    await athlete.get(`${at(athlete)}/kitchen-things/${uuidv7()}/versions`).expect(404);
  });
  test('is read by the coach, who changes nothing in it', async () => {
    const book = (await coach.get(`${at(athlete)}/kitchen-book`).expect(200)).body as KitchenBook;
    expect(book.things.length).toBeGreaterThan(0);
    await coach
      .put(`${at(athlete)}/kitchen-things/${uuidv7()}`, kitchenBody({ kind: 'extra', text: 'x', bought: false }))
      .expect(403);
    await coach.put(`${at(athlete)}/stock/${uuidv7()}`, stockBody()).expect(403);
    await coach.get(`${at(athlete)}/kitchen-plan?from=${today}&to=${today}`).expect(403);
  }); // prettier-ignore
});

describe('two who share a kitchen', () => {
  test('do so only once both name each other, and no longer than that', async () => {
    const box = await put();
    await mate.get(`${at(mate)}/stock/${box}`).expect(404);
    await athlete.put(`${at(athlete)}/kitchen-things/${uuidv7()}`, diner(mate)).expect(200);
    await mate.get(`${at(mate)}/stock/${box}`).expect(404);
    const named = uuidv7();
    await mate.put(`${at(mate)}/kitchen-things/${named}`, diner(athlete)).expect(200);
    expect(await one(box, mate)).toMatchObject({ athleteId: athlete.id, left: 146 });
    const book = (await mate.get(`${at(mate)}/kitchen-book`).expect(200)).body as KitchenBook;
    expect(book.mates).toEqual([{ athleteId: athlete.id, name: 'Cook' }]);
    // The mate eats of it: it is off the stock of whose box it is.
    await portion(box, eaten(46), mate);
    expect((await one(box)).left).toBe(100);
    // And throws the rest away.
    await mate.put(`${at(athlete)}/stock-moves/${uuidv7()}`, moveBody(box, 100)).expect(200);
    expect((await one(box)).left).toBe(0);
    await mate
      .put(`${at(mate)}/kitchen-things/${named}`, { ...diner(athlete), base: 1, deleted: true })
      .expect(200);
    await mate.get(`${at(mate)}/stock/${box}`).expect(404);
    await mate.put(`${at(athlete)}/stock/${uuidv7()}`, stockBody()).expect(403);
  });
  test('plan together: each sees food, grams and day of what the other plans, and not what was eaten', async () => {
    const named = uuidv7();
    await mate.put(`${at(mate)}/kitchen-things/${named}`, diner(athlete)).expect(200);
    const box = await put(mate);
    await portion(box, { plannedGrams: 77 }, mate);
    await portion(box, eaten(12), mate);
    const url = `${at(athlete)}/kitchen-plan?from=${today}&to=${today}`;
    const { portions } = (await athlete.get(url).expect(200)).body as KitchenPlan;
    expect(portions.filter((p) => p.athleteId === mate.id)).toMatchObject([{ name: 'Mate', grams: 77, day: today }]);
    // Their log stays theirs.
    await athlete.get(`${at(mate)}/days/${today}`).expect(404);
    await athlete.get(`${at(athlete)}/kitchen-plan?from=${today}&to=2027-12-01`).expect(422);
    // Only who owns a kitchen says who eats along in it.
    await mate.put(`${at(athlete)}/kitchen-things/${uuidv7()}`, diner(coach)).expect(403);
  }); // prettier-ignore
});
