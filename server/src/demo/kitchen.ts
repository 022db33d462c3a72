import type { PortionFood } from '@maul/contract/foods';
import type { Batch, KitchenBody, Recipe, StockContent } from '@maul/contract/kitchen';
import { batchFood, batchOf, keepsUntil, recipeCooked, recipeFood, recipeFoodId } from '@maul/core/kitchen';
import type { Random } from '@maul/core/random';
import { seededRandom } from '@maul/core/random';
import { sql } from 'kysely';
import { addDays, athleteDay, type IsoDate, weekday } from '@maul/core/units';
import type { ReferenceFood } from '../foods/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { insertRows } from './coach.ts';
import type { ScenarioAthlete } from './scenario.ts';
import { DEMO_ZONE, seededUuid, type DemoAthlete } from './simulate.ts';

/** A dish of the scenario: raw grams by food, water, the yield that it comes to on average, and what one writes on it. */
interface Dish {
  name: string;
  method: string;
  parts: readonly (readonly [food: string, grams: number])[];
  water: number;
  yield: number;
  servings: number;
  core: number | null;
  steps: readonly (readonly [text: string, minutes: number, celsius: number | null])[];
  /** Day of the week on which it is cooked, 1 Monday. */
  on: number;
}

// Invented, with yields of the usual size. common practice, no source.
const TURKEY: Dish = {
  name: 'Baked turkey breast',
  method: 'baked',
  parts: [['turkey-breast', 1200]],
  water: 0,
  yield: 0.728,
  servings: 6,
  core: 75,
  steps: [['Bake, thickest part in the middle', 28, 180]],
  on: 7,
};
const BEEF: Dish = {
  name: 'Beef and tomato pot',
  method: 'stewed',
  parts: [
    ['beef-mince-5', 1000],
    ['tomato-canned', 800],
    ['onion', 200],
  ],
  water: 200,
  yield: 0.92,
  servings: 6,
  core: 82,
  steps: [
    ['Brown the mince', 10, null],
    ['Let it stew', 35, null],
  ],
  on: 3,
};
const LENTILS: Dish = {
  name: 'Lentil and potato pot',
  method: 'stewed',
  parts: [
    ['lentils-red', 500],
    ['potato', 1200],
    ['tomato-canned', 800],
    ['onion', 200],
  ],
  water: 1500,
  yield: 1.38,
  servings: 8,
  core: null,
  steps: [['Let it stew', 30, null]],
  on: 7,
};
const TOFU: Dish = {
  name: 'Baked tofu',
  method: 'baked',
  parts: [['tofu-firm', 800]],
  water: 0,
  yield: 0.81,
  servings: 5,
  core: null,
  steps: [['Bake, turned once', 25, 200]],
  on: 3,
};

const WEEKS = 12;
/** Cooking ends in the evening, UTC. */
const COOKED_AT = '16:42:00Z';
const AWAY_AT = '17:20:00Z';

const portionFood = (food: ReferenceFood): PortionFood => ({
  id: food.id,
  name: food.name,
  state: food.state,
  source: food.source,
  per100g: food.per100g,
  allergens: food.details.allergens,
  group: food.details.group,
  packGrams: food.details.packGrams,
});

interface Made {
  things: { id: string; thing: KitchenBody }[];
  stock: { id: string; content: StockContent }[];
  yields: {
    id: string;
    food_id: string;
    food_name: string;
    method: string;
    raw_grams: number;
    cooked_grams: number;
    day: IsoDate;
  }[];
  moves: { id: string; stock_id: string; grams: number; at: string }[];
}

/** Twelve weeks of one kitchen: recipes, batches with their boxes and yields, and what is there today. */
class Kitchen {
  readonly made: Made = { things: [], stock: [], yields: [], moves: [] };
  private readonly random: Random;
  private readonly foods: ReadonlyMap<string, ReferenceFood>;
  private readonly today: IsoDate;
  private readonly now: Date;
  constructor(random: Random, foods: ReadonlyMap<string, ReferenceFood>, now: Date) {
    this.random = random;
    this.foods = foods;
    this.now = now;
    this.today = athleteDay(now, DEMO_ZONE);
  }
  private id(at: string): string {
    return seededUuid(Date.parse(at), this.random);
  }
  private foodOf(key: string): PortionFood {
    const food = this.foods.get(`maul-${key}`);
    if (!food) throw new Error(`The demo names a food that is not there: ${key}`);
    return portionFood(food);
  }

  recipe(dish: Dish): string {
    const at = `${addDays(this.today, -7 * WEEKS)}T10:00:00Z`;
    const id = this.id(at);
    const thing: Recipe = {
      kind: 'recipe',
      name: dish.name,
      lines: dish.parts.map(([key, grams]) => ({
        id: this.id(at),
        food: this.foodOf(key),
        grams,
        piece: null,
      })),
      water: dish.water,
      servings: dish.servings,
      method: dish.method,
      steps: dish.steps.map(([text, minutes, celsius]) => ({ id: this.id(at), text, minutes, celsius })),
      potId: null,
      potHolds: 6000,
      minutes: 15 + dish.steps.reduce((sum, [, minutes]) => sum + minutes, 0),
      meals: [],
      freezes: true,
      hot: false,
      notes: '',
    };
    this.made.things.push({ id, thing });
    return id;
  }

  /** Batches of a dish on its day of the week; the boxes of the last one are still there, some of them frozen. */
  batches(dish: Dish, recipeId: string): void {
    const days = Array.from({ length: 7 * WEEKS }, (_, i) => addDays(this.today, i - 7 * WEEKS)).filter(
      (day) => weekday(day) === dish.on && day < addDays(this.today, -2),
    );
    for (const day of days) this.batch(dish, recipeId, day, false);
    // What is there today was cooked yesterday or the day before, whatever days these are.
    this.batch(dish, recipeId, addDays(this.today, dish.on === 7 ? -1 : -2), true);
  }

  private batch(dish: Dish, recipeId: string, day: IsoDate, last: boolean): void {
    const [cookedAt, coldAt] = [`${day}T${COOKED_AT}`, `${day}T${AWAY_AT}`];
    if (Date.parse(coldAt) > this.now.getTime()) return;
    const id = this.id(`${day}T15:30:00Z`);
    const about = (value: number, spread: number): number =>
      Math.round(value * (1 + spread * (this.random() * 2 - 1)));
    const parts = dish.parts.map(([key, grams]) => ({
      id: this.id(cookedAt),
      food: this.foodOf(key),
      planned: grams,
      grams: about(grams, 0.012),
      division: 1,
      stockId: null,
    }));
    const raw = parts.reduce((sum, p) => sum + p.grams, 0);
    const cooked = about(raw * dish.yield, 0.018);
    const each = Math.floor((cooked - 4) / dish.servings);
    const boxes: Batch['boxes'] = Array.from({ length: dish.servings }, (_, i) => ({
      id: this.id(cookedAt),
      label: `Box ${i + 1}`,
      wish: { kind: 'equal' as const },
      place: i >= dish.servings - 2 ? ('freezer' as const) : ('fridge' as const),
      dinerId: null,
      grams: each,
      division: 1,
    }));
    const thing: Batch = {
      kind: 'batch', name: dish.name, recipeId, recipeVersion: 1, startedAt: `${day}T15:30:00Z`, method: dish.method, parts, water: dish.water,
      steps: dish.steps.map(([text, minutes, celsius]) => ({
        id: this.id(cookedAt), text, minutes, celsius, startedAt: `${day}T16:00:00Z`,
        endedAt: new Date(Date.parse(`${day}T16:00:00Z`) + about(minutes, 0.1) * 60_000).toISOString(), didCelsius: celsius,
      })),
      coreCelsius: dish.core, cookedAt, coldAt, pots: [{ id: this.id(cookedAt), name: 'Stockpot', gross: cooked + 1184, tare: 1184, division: 1 }],
      poured: [], boxes, left: 0, leftStockId: null, waste: 0, loss: cooked - each * dish.servings, done: true,
    }; // prettier-ignore
    this.made.things.push({ id, thing });
    const seen = { method: dish.method, raw_grams: raw, cooked_grams: cooked, day };
    this.made.yields.push({ ...seen, id, food_id: recipeFoodId(recipeId), food_name: dish.name });
    const [first] = parts;
    if (parts.length === 1 && first)
      this.made.yields.push({ ...seen, id: first.id, food_id: first.food.id, food_name: first.food.name });
    if (last) this.boxesOf(id, thing);
  }

  private boxesOf(id: string, batch: Batch): void {
    const result = batchOf({
      parts: batch.parts.flatMap((p) =>
        p.grams === null ? [] : [{ food: p.food, grams: p.grams, division: p.division }],
      ),
      water: batch.water,
      pots: batch.pots,
      poured: batch.poured,
    });
    if (!result.ok || batch.cookedAt === null || batch.coldAt === null) return;
    const food = batchFood(id, batch.name, result.batch) as PortionFood;
    for (const box of batch.boxes.slice(1)) {
      if (box.grams === null) continue;
      this.put(box.id, {
        kind: 'box', batchId: id, name: batch.name, food, grams: box.grams, division: 1, place: box.place, since: batch.coldAt,
        thawed: false, cookedAt: batch.cookedAt, openedAt: null, labelUntil: null, holds: batch.parts.map((p) => p.food.name), dinerId: null,
      }); // prettier-ignore
    }
  }

  private put(id: string, content: Omit<StockContent, 'useBy'>): void {
    this.made.stock.push({ id, content: { ...content, useBy: keepsUntil(content).until } });
  }

  /** Packs in the cupboard and the fridge, and one leftover that nobody ate in time. */
  packs(
    keys: readonly (readonly [key: string, grams: number, place: StockContent['place'], taken: number])[],
  ): void {
    const since = `${addDays(this.today, -1)}T11:00:00Z`;
    for (const [key, grams, place, taken] of keys) {
      const food = this.foodOf(key);
      const id = this.id(since);
      this.put(id, {
        kind: taken > 0 ? 'opened' : 'raw', batchId: null, name: food.name, food, grams, division: null, place, since, thawed: false,
        cookedAt: null, openedAt: taken > 0 ? since : null, labelUntil: null, holds: [food.name], dinerId: null,
      }); // prettier-ignore
      if (taken > 0) this.made.moves.push({ id: this.id(since), stock_id: id, grams: taken, at: since });
    }
    const cookedAt = `${addDays(this.today, -6)}T${COOKED_AT}`;
    const rice = this.foodOf('rice-white-cooked');
    this.put(this.id(cookedAt), {
      kind: 'left', batchId: null, name: 'Rice, left over', food: rice, grams: 180, division: 1, place: 'fridge', since: cookedAt,
      thawed: false, cookedAt, openedAt: null, labelUntil: null, holds: ['Rice'], dinerId: null,
    }); // prettier-ignore
  }
}

/** The kitchen of a demo athlete: their own batches, boxes and yields of twelve weeks. */
export const writeKitchenWork = async (
  trx: AppTransaction,
  athlete: ScenarioAthlete,
  made: DemoAthlete,
  foods: ReadonlyMap<string, ReferenceFood>,
  now: Date,
): Promise<void> => {
  const kitchen = new Kitchen(seededRandom(Number.parseInt(made.athleteId.slice(-6), 16)), foods, now);
  const plants = athlete.diet === 'plants';
  for (const dish of plants ? [LENTILS, TOFU] : [TURKEY, BEEF]) kitchen.batches(dish, kitchen.recipe(dish));
  kitchen.packs(
    plants
      ? [['tofu-firm', 400, 'fridge', 0], ['lentils-red', 500, 'cupboard', 120], ['rice-white', 1000, 'cupboard', 360]]
      : [['turkey-breast', 500, 'fridge', 0], ['rice-white', 1000, 'cupboard', 360], ['oats-rolled', 500, 'cupboard', 80]],
  ); // prettier-ignore
  const { things, stock, yields, moves } = kitchen.made;
  const athlete_id = made.athleteId;
  await insertRows(
    trx,
    'kitchen_thing',
    { athlete_id: 'uuid', id: 'uuid', thing: 'jsonb' },
    things.map((t) => ({ athlete_id, ...t })),
  );
  await insertRows(trx, 'stock', {
    athlete_id: 'uuid', id: 'uuid', kind: 'text', batch_id: 'uuid', name: 'text', food: 'jsonb', grams: 'float8', division: 'float8', place: 'text',
    since: 'timestamptz', thawed: 'boolean', cooked_at: 'timestamptz', opened_at: 'timestamptz', label_until: 'timestamptz', use_by: 'timestamptz',
    holds: 'jsonb', diner_id: 'uuid',
  }, stock.map(({ id, content: c }) => ({
    athlete_id, id, kind: c.kind, batch_id: c.batchId, name: c.name, food: c.food, grams: c.grams, division: c.division, place: c.place,
    since: c.since, thawed: c.thawed, cooked_at: c.cookedAt, opened_at: c.openedAt, label_until: c.labelUntil, use_by: c.useBy, holds: c.holds,
    diner_id: c.dinerId,
  }))); // prettier-ignore
  await insertRows(trx, 'stock_move', {
    athlete_id: 'uuid', id: 'uuid', stock_id: 'uuid', grams: 'float8', why: 'text', at: 'timestamptz',
  }, moves.map((m) => ({ athlete_id, why: 'corrected', ...m }))); // prettier-ignore
  await insertRows(trx, 'yield_seen', {
    athlete_id: 'uuid', id: 'uuid', food_id: 'text', food_name: 'text', method: 'text', raw_grams: 'float8', cooked_grams: 'float8', day: 'date',
  }, yields.map((y) => ({ athlete_id, ...y }))); // prettier-ignore
};

/** Grams of the pot that each of a couple plans for an evening. */
const SERVING = 420;

/** The couple’s pot as it is planned before it is cooked. */
const plannedFood = (recipeId: string, lines: Recipe['lines']): PortionFood | undefined => {
  const cooked = recipeCooked(
    { lines, water: LENTILS.water, servings: LENTILS.servings },
    { factor: LENTILS.yield, spread: 0.02 },
  );
  const expected = { factor: LENTILS.yield, source: 'the demo’s own' };
  return cooked && (recipeFood(recipeId, LENTILS.name, cooked, expected) as PortionFood);
};

/** Days ahead that a couple plans to eat from their pot. */
const AHEAD = [2, 3, 4, 5, 6];

/** One of a couple says that the other eats along, and plans dinners from their pot for the coming days. */
export const writeCouple = async (
  trx: AppTransaction,
  athleteId: string,
  mate: { id: string; name: string; plants: boolean },
  pot: { id: string; lines: Recipe['lines'] },
  now: Date,
): Promise<void> => {
  const random = seededRandom(Number.parseInt(athleteId.slice(-6), 16) + 1);
  const today = athleteDay(now, DEMO_ZONE);
  const id = (): string => seededUuid(now.getTime(), random);
  await insertRows(trx, 'kitchen_thing', { athlete_id: 'uuid', id: 'uuid', thing: 'jsonb' }, [
    {
      athlete_id: athleteId,
      id: id(),
      thing: {
        kind: 'diner',
        name: mate.name,
        personId: mate.id,
        share: 1,
        windows: [],
        notEaten: mate.plants ? ['beef', 'turkey', 'chicken', 'fish', 'egg'] : [],
      },
    },
  ]);
  const food = plannedFood(pot.id, pot.lines);
  if (!food) return;
  const meals = AHEAD.map((days) => ({
    athlete_id: athleteId,
    id: id(),
    day: addDays(today, days),
    time: '19:30',
    zone: DEMO_ZONE,
    eaten: false,
  }));
  await insertRows(
    trx,
    'meal',
    { athlete_id: 'uuid', id: 'uuid', day: 'date', time: 'text', zone: 'text', eaten: 'boolean' },
    meals,
  );
  await insertRows(trx, 'portion', {
    athlete_id: 'uuid', id: 'uuid', meal_id: 'uuid', position: 'int', food: 'jsonb', planned_grams: 'float8',
  }, meals.map((m) => ({ athlete_id: athleteId, id: id(), meal_id: m.id, position: 0, food, planned_grams: SERVING }))); // prettier-ignore
};

/** The pot that a couple plans, of whichever of the two cooks it. */
export const potOf = (
  trx: AppTransaction,
  athleteId: string,
): Promise<{ id: string; lines: Recipe['lines'] } | undefined> =>
  sql<{ id: string; lines: Recipe['lines'] }>`
    select id, thing -> 'lines' as lines from kitchen_thing
    where athlete_id = ${athleteId} and thing ->> 'kind' = 'recipe' and thing ->> 'name' = ${LENTILS.name}`
    .execute(trx)
    .then((r) => r.rows[0]);
