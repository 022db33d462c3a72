import type { LinearProgram, Solved, Solver } from '../../diary/index.ts';
import { amountsFor, chosen, judgeMenu } from './judge.ts';
import { type Model, modelOf, secondCosts } from './model.ts';
import {
  eveningsFor,
  fits,
  needsCooking,
  WEIGH,
  type Menu,
  type MenuChoice,
  type MenuDish,
  type MenuProblem,
} from './problem.ts';

const check = (problem: MenuProblem): void => {
  if (problem.meals.length === 0) throw new RangeError('A menu has at least one meal.');
  if (problem.dishes.length === 0)
    throw new RangeError('There is nothing to choose from: add a recipe or boxes.');
  for (const d of problem.dishes)
    if (!(d.min > 0 && d.min <= d.max && d.step > 0))
      throw new RangeError(`${d.name}: a serving is between ${d.min} g and ${d.max} g, which cannot be.`);
};

/** Day by day, each preferring what is cooked already: a first answer in a moment. `avoid` names choices that should not come again. */
const dayByDay = (problem: MenuProblem, solver: Solver, avoid: ReadonlyMap<string, string>): Menu => {
  const dishes = new Map<string, MenuDish>();
  const used = new Map<string, number>();
  const left = new Map(problem.dishes.flatMap((d) => (d.stock ? [[d.id, d.stock.grams] as const] : [])));
  for (const m of problem.meals)
    if (m.locked && left.has(m.locked.dishId))
      left.set(m.locked.dishId, (left.get(m.locked.dishId) ?? 0) - m.locked.grams);
  for (let day = 0; day < problem.days; day += 1) {
    const meals = problem.meals.filter((m) => m.day === day);
    if (meals.every((m) => m.locked)) continue;
    const part: MenuProblem = {
      ...problem,
      meals,
      windows: problem.windows.filter((w) => w.day === day),
      dishes: problem.dishes
        .map((d) => (d.stock ? { ...d, stock: { ...d.stock, grams: Math.max(0, left.get(d.id) ?? 0) } } : d))
        .filter((d) => !d.stock || d.stock.grams >= d.min || meals.some((m) => m.locked?.dishId === d.id)),
    };
    const model = modelOf(part);
    const costs = new Map(model.misses);
    // Small beside any miss that matters: what is cooked already, what is there, what was not here yesterday.
    for (const s of model.slots) {
      const cooked = eveningsFor(problem, s.dish, day).some((e) => used.get(`${s.dish.id}`) === e);
      const often = [...dishes].filter(
        ([id, d]) => d.id === s.dish.id && problem.meals.find((m) => m.id === id)?.number === s.meal.number,
      ).length;
      const cost =
        (needsCooking(s.dish) && !cooked ? 0.02 : 0) +
        (often >= problem.most ? 0.05 : 0) +
        (avoid.get(s.meal.id) === s.dish.id ? 0.2 : 0);
      if (cost > 0) costs.set(s.chosen, cost);
    }
    const solved = solver(model.builder.minimising(costs), 0.25);
    const found = solved.status === 'infeasible' ? new Map<string, MenuDish>() : chosen(model, solved.values);
    for (const s of model.slots) {
      if (found.get(s.meal.id)?.id !== s.dish.id) continue;
      const dish = problem.dishes.find((d) => d.id === s.dish.id);
      if (!dish) continue;
      dishes.set(s.meal.id, dish);
      if (dish.stock)
        left.set(dish.id, (left.get(dish.id) ?? 0) - Math.max(dish.min, solved.values[s.grams] ?? 0));
      else if (!eveningsFor(problem, dish, day).some((e) => used.get(dish.id) === e)) {
        const evening = eveningsFor(problem, dish, day).at(-1);
        if (evening !== undefined) used.set(dish.id, evening);
      }
    }
  }
  return judgeMenu(problem, amountsFor(problem, dishes, solver), solver);
};

/** The model with at least a quarter of its meals other than before. */
const modelWithout = (
  problem: MenuProblem,
  before: ReadonlyMap<string, string>,
  only?: (dish: MenuDish) => boolean,
): Model => {
  const model = modelOf(problem, only && ((_, dish) => only(dish)));
  const same = model.slots.filter((s) => before.get(s.meal.id) === s.dish.id);
  const open = problem.meals.filter((m) => !m.locked).length;
  if (same.length > 0)
    model.builder.row(-Infinity, open - Math.ceil(open / 4), ...same.map((s) => [s.chosen, 1] as const));
  return model;
};

/** What a menu with a session weighs at least. */
const ONE_SESSION = WEIGH.session + WEIGH.batch;

/** Of the menus that miss no more than `reached`, one with the fewest sessions, repeats and dishes cooked. */
const fewest = (model: Model, reached: number): LinearProgram => {
  model.builder.row(
    -Infinity,
    reached + 1e-4,
    ...[...model.misses].map(([column, cost]) => [column, cost] as const),
  );
  return model.builder.minimising(secondCosts(model));
};

/**
 * A menu without a session, from what needs no cooking alone: a small model that answers soon. Where it misses no more and repeats little, no
 * session can do better.
 */
const withoutCooking = (
  problem: MenuProblem,
  before: ReadonlyMap<string, string>,
  reached: number,
  solver: Solver,
  seconds: number,
): { model: Model; solved: Solved; best: boolean } | undefined => {
  const dishes = problem.dishes.filter((d) => !needsCooking(d));
  const locked = problem.meals.some((m) => m.locked && !dishes.some((d) => d.id === m.locked?.dishId));
  if (locked || problem.meals.some((m) => !m.locked && !dishes.some((d) => fits(d, m)))) return undefined;
  const model = modelWithout(problem, before, (dish) => !needsCooking(dish));
  const costs = fewest(model, reached);
  let solved = solver(costs, seconds * 0.15);
  if (solved.status === 'infeasible') return undefined;
  // Without a session it is the least already: the rest of the time is for repeats.
  if (solved.status === 'limit' && solved.objective < ONE_SESSION) {
    const longer = solver(costs, seconds * 0.35);
    if (longer.status !== 'infeasible' && longer.objective <= solved.objective) solved = longer;
  }
  return { model, solved, best: solved.objective < ONE_SESSION };
};

const worth = (menu: Menu): number =>
  WEIGH.session * menu.sessions.length +
  WEIGH.repeat * menu.repeats +
  WEIGH.batch * menu.sessions.reduce((n, s) => n + s.dishes.length, 0);
const better = (a: Menu, b: Menu): boolean =>
  a.violation < b.violation - 1e-3 || (a.violation <= b.violation + 1e-3 && worth(a) < worth(b) - 1e-6);

export interface MenuOptions {
  seconds?: number;
  onFirst?: (menu: Menu) => void;
  /** Another answer than this one: at least a quarter of its meals differ. */
  not?: readonly MenuChoice[];
}

/**
 * A week of meals from recipes and stock: each day lands in its windows with the fewest cooking sessions, boxes are eaten before they end, the same
 * dish not more often than wished, what is locked stays. First the least misses, then sessions, repeats beyond the wish and dishes cooked.
 * `onFirst` hears an answer found day by day. `proven` and `gap` say how far from the best it may be. Grams as eaten, on each dish's steps.
 * Throws RangeError when a meal has nothing that could stand there.
 */
export const menuWeek = (problem: MenuProblem, solver: Solver, options: MenuOptions = {}): Menu => {
  check(problem);
  const { seconds = 10, onFirst, not } = options;
  const before = new Map((not ?? []).map((c) => [c.mealId, c.dishId]));
  const first = dayByDay(problem, solver, before);
  if (not === undefined || differsFrom(first, not)) onFirst?.(first);
  const model = modelWithout(problem, before);
  const least = solver(model.builder.minimising(model.misses), seconds * 0.4);
  if (least.status === 'infeasible') return first;
  const reached = Math.max(least.objective, 0);
  const raw = withoutCooking(problem, before, reached, solver, seconds);
  const few = raw?.best ? raw.solved : solver(fewest(model, reached), seconds * 0.45);
  const values = few.status === 'infeasible' ? least.values : few.values;
  const menu = judgeMenu(
    problem,
    amountsFor(problem, chosen(raw?.best ? raw.model : model, values), solver),
    solver,
  );
  // Grams are put on their steps at the end: what that costs is not proven to be the least.
  const solved = (least.status === 'optimal' || reached < 1e-6) && few.status === 'optimal';
  const proven = solved && menu.violation <= reached + 1e-3;
  const gap = solved
    ? 0
    : few.status === 'infeasible'
      ? 1
      : Math.max(few.gap, reached < 1e-6 ? 0 : least.gap);
  const take = not !== undefined && !differsFrom(first, not) ? menu : better(first, menu) ? first : menu;
  return { ...take, proven: proven && take === menu, gap: take === menu ? gap : Math.max(gap, few.gap) };
};

const differsFrom = (menu: Menu, not: readonly MenuChoice[]): boolean => {
  const before = new Map(not.map((c) => [c.mealId, c.dishId]));
  const other = menu.choices.filter((c) => before.get(c.mealId) !== c.dishId).length;
  return other >= Math.ceil(menu.choices.length / 4);
};
