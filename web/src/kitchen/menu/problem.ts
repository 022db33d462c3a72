import type { DayDocument, StandingRow } from '@maul/contract/diary';
import type { PortionFood } from '@maul/contract/foods';
import type { InStock } from '@maul/contract/kitchen';
import { isBare } from '@maul/core/diary';
import { notToleratedAs } from '@maul/core/foods';
import type { MenuDish, MenuProblem, MenuWindow } from '@maul/core/kitchen';
import { amountsOf, type CarbBasis, perGrams } from '@maul/core/nutrition';
import { addDays, daysBetween, minutesIntoDay, weekday, type IsoDate } from '@maul/core/units';
import { carbBasisOf, targetsOf } from '../../data/day.ts';
import { boxFood } from '../words.ts';
import { dishOf, lastDayOf, plannedFood } from '../dishes.ts';
import { recipeServing } from '../recipes/useServing.ts';
import type { KitchenPlanView } from '../usePlan.ts';

export const MENU_DAYS = 7;
const KEYS = ['ENERC', 'PROCNT', 'CARB', 'FAT'] as const;
/** A serving may be so much smaller or larger than the recipe’s own. common practice, no source. */
const SERVING = { least: 0.5, most: 1.75 } as const;
const STEP = 5;
/** Meals of a day on which nothing is planned yet and no other day says when one eats. */
const TIMES = ['08:00', '12:30', '16:30', '20:00'];

/** Two meals stand at least so far apart, minutes. common practice, no source. */
const APART = 75;

/** Where a choice of a menu goes, and as what. */
export interface MenuSlot {
  id: string;
  date: IsoDate;
  time: string;
  mealId: string | null;
  number: number;
}

/** What a dish becomes when it is poured into a day: so many grams of it as foods. */
type Pour = (grams: number) => { food: PortionFood; grams: number }[];

export interface MenuView {
  problem: MenuProblem;
  slots: MenuSlot[];
  dates: IsoDate[];
  pour: ReadonlyMap<string, Pour>;
  /** Dishes that are left out, with the reason. */
  refused: { name: string; why: string }[];
}

const perGramOf = (per100g: PortionFood['per100g'], basis: CarbBasis) =>
  amountsOf(perGrams(per100g, 1), basis);

/** Why somebody must not or does not eat something; null where nothing is known against it. */
const refusal = (day: DayDocument, names: readonly string[], allergens: readonly string[]): string | null => {
  const { profile } = day.athlete;
  const held = allergens.find((a) => profile.allergens.some((mine) => mine === a));
  if (held !== undefined) return `holds ${held}`;
  const name = names.flatMap((n) => notToleratedAs(n, profile.notTolerated) ?? [])[0];
  return name === undefined ? null : `${name} is not tolerated`;
};

const boxDish = (item: InStock, free: number, today: IsoDate, first: IsoDate, basis: CarbBasis): MenuDish => {
  const grams = Math.floor(free * 10) / 10;
  return {
    id: `stock ${item.id}`,
    name: `${item.name}, box`,
    perGram: perGramOf(item.food.per100g, basis),
    min: grams,
    max: grams,
    step: grams,
    stock: {
      grams,
      until: (item.place === 'freezer' ? 60 : lastDayOf(item.useBy, today)) - daysBetween(today, first),
    },
  };
};

/** A week of one’s own days as a menu takes them: what is planned already stays and counts. */
export const menuView = (
  view: KitchenPlanView,
  days: readonly DayDocument[],
  saved: readonly StandingRow[],
): MenuView => {
  const [firstDay] = days;
  if (!firstDay) throw new RangeError('A menu is made for at least one day.');
  const basis = carbBasisOf(firstDay);
  const first = firstDay.date;
  const pour = new Map<string, Pour>();
  const dishes: MenuDish[] = [];
  const refused: MenuView['refused'] = [];
  const offer = (dish: MenuDish, names: readonly string[], allergens: readonly string[], how: Pour): void => {
    const why = refusal(firstDay, names, allergens);
    if (why !== null) return void refused.push({ name: dish.name, why });
    dishes.push(dish);
    pour.set(dish.id, how);
  };
  for (const row of view.recipes) {
    const food = plannedFood(row, view.yields);
    const serving = recipeServing(row.thing, row.id, view.yields, basis);
    if (!food || !serving) continue;
    const dish = dishOf(row, view.yields);
    offer(
      {
        id: dish.id,
        name: dish.name,
        perGram: perGramOf(food.per100g, basis),
        min: Math.max(STEP, Math.round((serving.grams * SERVING.least) / STEP) * STEP),
        max: Math.max(STEP, Math.round((serving.grams * SERVING.most) / STEP) * STEP),
        step: STEP,
        keepsDays: dish.keepsDays,
        ...(row.thing.meals.length > 0 ? { meals: row.thing.meals } : {}),
      },
      [row.thing.name, ...row.thing.lines.map((l) => l.food.name)],
      food.allergens ?? [],
      (grams) => [{ food, grams }],
    );
  }
  for (const { item, free } of view.boxes) {
    if (free < 1 || item.athleteId !== view.person.id) continue;
    const dish = boxDish(item, free, view.today, first, basis);
    if ((dish.stock?.until ?? -1) < 0) continue;
    offer(dish, [item.name, ...item.holds], item.food.allergens ?? [], (grams) => [
      { food: boxFood(item), grams },
    ]);
  }
  for (const { id, thing } of saved) {
    if (thing.kind !== 'meal') continue;
    const total = thing.slots.reduce((sum, s) => sum + s.grams, 0);
    const each = thing.slots.map((s) => amountsOf(perGrams(s.food.per100g, s.grams / total), basis));
    const sum = (key: (typeof KEYS)[number]): number | undefined =>
      each.some((a) => a[key] === undefined) ? undefined : each.reduce((all, a) => all + (a[key] ?? 0), 0);
    offer(
      {
        id: `meal ${id}`,
        name: thing.name,
        perGram: Object.fromEntries(KEYS.flatMap((k) => (sum(k) === undefined ? [] : [[k, sum(k)]]))),
        min: Math.max(STEP, Math.round((total * SERVING.least) / STEP) * STEP),
        max: Math.max(STEP, Math.round((total * SERVING.most) / STEP) * STEP),
        step: STEP,
      },
      thing.slots.map((s) => s.food.name),
      thing.slots.flatMap((s) => s.food.allergens ?? []),
      (grams) => thing.slots.map((s) => ({ food: s.food, grams: (s.grams * grams) / total })),
    );
  }
  const usual =
    days
      .find((d) => d.meals.length > 2)
      ?.meals.map((m) => m.time)
      .sort() ?? TIMES;
  const slots: MenuSlot[] = [];
  const windows: MenuWindow[] = [];
  days.forEach((day, at) => {
    const meals = [...day.meals].sort((a, b) => minutesIntoDay(a.time) - minutesIntoDay(b.time));
    // A day with fewer meals than usual has room at the usual hours that nothing stands near to.
    const near = (time: string): boolean =>
      meals.some((m) => Math.abs(minutesIntoDay(m.time) - minutesIntoDay(time)) < APART);
    const free = usual.filter((time) => !near(time)).slice(0, Math.max(0, usual.length - meals.length));
    const there: { time: string; mealId: string | null }[] = [
      ...meals.map((m) => ({ time: m.time, mealId: m.id })),
      ...free.map((time) => ({ time, mealId: null })),
    ].sort((a, b) => minutesIntoDay(a.time) - minutesIntoDay(b.time));
    there.forEach(({ time, mealId }, i) => {
      const full = mealId !== null && day.portions.some((p) => p.mealId === mealId);
      if (!full) slots.push({ id: `${day.date} ${i}`, date: day.date, time, mealId, number: i + 1 });
    });
    const targets = targetsOf(day);
    if (!targets) return;
    for (const key of KEYS) {
      const window = targets.windows[key];
      if (!window) continue;
      const already = day.portions
        .filter((p) => !isBare(p.food) || p.food.per100g.ENERC !== undefined)
        .reduce(
          (sum, p) =>
            sum + (amountsOf(perGrams(p.food.per100g, p.grams ?? p.plannedGrams ?? 0), basis)[key] ?? 0),
          0,
        );
      windows.push({ day: at, key, low: window.low, high: window.high, already });
    }
  });
  const evenings = Array.from({ length: MENU_DAYS }, (_, i) => i - 1).filter((i) => {
    const date = addDays(first, i);
    return (view.rule.evenings[weekday(date) - 1] ?? 0) > 0 && !view.rule.notOn.includes(date);
  });
  return {
    problem: {
      days: days.length,
      meals: slots.map((s) => ({ id: s.id, day: daysBetween(first, s.date), number: s.number })),
      dishes,
      windows,
      evenings,
      most: view.rule.most,
    },
    slots,
    dates: days.map((d) => d.date),
    pour,
    refused,
  };
};
