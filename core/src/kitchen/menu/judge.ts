import { missCost, ProgramBuilder, type Solver } from '../../diary/index.ts';
import { missRows, type Model, type Slot } from './model.ts';
import {
  eveningsFor,
  needsCooking,
  SMALL,
  WEIGH,
  type Menu,
  type MenuChoice,
  type MenuDish,
  type MenuMiss,
  type MenuProblem,
} from './problem.ts';

/** The dish of each open meal, as the solver chose. */
export const chosen = (model: Model, values: readonly number[]): Map<string, MenuDish> =>
  new Map(model.slots.filter((s) => (values[s.chosen] ?? 0) > 0.5).map((s) => [s.meal.id, s.dish]));

/**
 * Grams on whole steps for dishes that are chosen, day by day: the least misses. Boxes in stock are shared out in the order of the days.
 */
export const amountsFor = (
  problem: MenuProblem,
  dishes: ReadonlyMap<string, MenuDish>,
  solver: Solver,
): MenuChoice[] => {
  const choices: MenuChoice[] = [];
  const left = new Map(problem.dishes.flatMap((d) => (d.stock ? [[d.id, d.stock.grams] as const] : [])));
  const take = (id: string, grams: number): void => {
    if (left.has(id)) left.set(id, (left.get(id) ?? 0) - grams);
  };
  for (const meal of problem.meals) if (meal.locked) take(meal.locked.dishId, meal.locked.grams);
  for (let day = 0; day < problem.days; day += 1) {
    const meals = problem.meals.filter((m) => m.day === day);
    const builder = new ProgramBuilder();
    const slots: Slot[] = [];
    for (const meal of meals) {
      const dish = dishes.get(meal.id);
      if (!dish || meal.locked) continue;
      const low = Math.ceil(dish.min / dish.step - 1e-9);
      const high = Math.max(low, Math.floor(dish.max / dish.step + 1e-9));
      const whole = builder.column(low, high, 0, true);
      const grams = builder.column(0, Infinity);
      builder.row(0, 0, [grams, 1], [whole, -dish.step]);
      slots.push({ meal, dish, chosen: whole, grams });
    }
    // Later days must still be able to have their least.
    for (const dish of new Set(slots.map((s) => s.dish)))
      if (dish.stock) {
        const later = problem.meals
          .filter((m) => m.day > day && !m.locked && dishes.get(m.id) === dish)
          .reduce((sum) => sum + dish.min, 0);
        builder.row(
          -Infinity,
          (left.get(dish.id) ?? 0) - later + SMALL,
          ...slots.filter((s) => s.dish === dish).map((s) => [s.grams, 1] as const),
        );
      }
    const fixed = meals.flatMap((m) => {
      const dish = m.locked && problem.dishes.find((d) => d.id === m.locked?.dishId);
      return m.locked && dish ? [{ dish, grams: m.locked.grams }] : [];
    });
    const misses = missRows(
      builder,
      problem.windows.filter((w) => w.day === day),
      slots,
      (w) => fixed.reduce((sum, f) => sum + (f.dish.perGram[w.key] ?? 0) * f.grams, 0),
    );
    const solved = slots.length === 0 ? undefined : solver(builder.minimising(misses), 1);
    for (const meal of meals) {
      if (meal.locked) choices.push({ mealId: meal.id, ...meal.locked });
      const slot = slots.find((s) => s.meal === meal);
      if (!slot) continue;
      const count =
        solved && solved.status !== 'infeasible'
          ? Math.round(solved.values[slot.chosen] ?? 0)
          : Math.ceil(slot.dish.min / slot.dish.step);
      const grams = Math.round(count * slot.dish.step * 100) / 100;
      take(slot.dish.id, grams);
      choices.push({ mealId: meal.id, dishId: slot.dish.id, grams });
    }
  }
  return choices;
};

/** The fewest evenings, and of those the latest, on which everything chosen can be cooked within the days it keeps. */
const sessionsFor = (
  problem: MenuProblem,
  choices: readonly MenuChoice[],
  solver: Solver,
): Menu['sessions'] => {
  const meals = new Map(problem.meals.map((m) => [m.id, m]));
  const wanted = choices.flatMap((c) => {
    const meal = meals.get(c.mealId);
    const dish = problem.dishes.find((d) => d.id === c.dishId);
    if (!meal || !dish || !needsCooking(dish)) return [];
    return [{ dish, day: meal.day, grams: c.grams, evenings: eveningsFor(problem, dish, meal.day) }];
  });
  if (wanted.length === 0) return [];
  const builder = new ProgramBuilder();
  const costs = new Map<number, number>();
  const session = new Map(
    problem.evenings.map((e) => {
      const column = builder.column(0, 1, 0, true);
      costs.set(column, WEIGH.session + (problem.days - e) * 0.01);
      return [e, column] as const;
    }),
  );
  const cooked = new Map<string, number>();
  const cook = (dish: MenuDish, evening: number): number => {
    const key = `${dish.id} ${evening}`;
    const known = cooked.get(key);
    if (known !== undefined) return known;
    const column = builder.column(0, 1, 0, true);
    cooked.set(key, column);
    costs.set(column, WEIGH.batch);
    builder.row(-Infinity, 0, [column, 1], [session.get(evening) ?? 0, -1]);
    return column;
  };
  for (const w of wanted)
    if (w.evenings.length > 0)
      builder.row(1, Infinity, ...w.evenings.map((e) => [cook(w.dish, e), 1] as const));
  const solved = solver(builder.minimising(costs), 1);
  const on = new Map<number, Map<string, number>>();
  for (const w of wanted) {
    const evening = [...w.evenings].reverse().find((e) => (solved.values[cook(w.dish, e)] ?? 0) > 0.5);
    if (evening === undefined) continue;
    const dishes = on.get(evening) ?? new Map<string, number>();
    dishes.set(w.dish.id, (dishes.get(w.dish.id) ?? 0) + w.grams);
    on.set(evening, dishes);
  }
  return [...on]
    .sort(([a], [b]) => a - b)
    .map(([evening, dishes]) => ({
      evening,
      dishes: [...dishes].map(([dishId, grams]) => ({ dishId, grams })),
    }));
};

const missesOf = (problem: MenuProblem, choices: readonly MenuChoice[]): MenuMiss[] => {
  const dishes = new Map(problem.dishes.map((d) => [d.id, d]));
  const meals = new Map(problem.meals.map((m) => [m.id, m]));
  return problem.windows.flatMap((w) => {
    const value = choices.reduce((sum, c) => {
      if (meals.get(c.mealId)?.day !== w.day) return sum;
      return sum + (dishes.get(c.dishId)?.perGram[w.key] ?? 0) * c.grams;
    }, w.already);
    const by = value < w.low - SMALL ? value - w.low : value > w.high + SMALL ? value - w.high : 0;
    return by === 0 ? [] : [{ day: w.day, key: w.key, by }];
  });
};

/** What a menu comes to, whoever made it: its misses, sessions and repeats. */
export const judgeMenu = (problem: MenuProblem, choices: readonly MenuChoice[], solver: Solver): Menu => {
  const misses = missesOf(problem, choices);
  const meals = new Map(problem.meals.map((m) => [m.id, m]));
  const counts = new Map<string, number>();
  for (const c of choices) {
    const key = `${c.dishId} ${meals.get(c.mealId)?.number ?? 0}`;
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  const widths = (m: MenuMiss): number => {
    const window = problem.windows.find((w) => w.day === m.day && w.key === m.key);
    return window ? missCost(window) * Math.abs(m.by) : 0;
  };
  return {
    choices: [...choices],
    misses,
    sessions: sessionsFor(problem, choices, solver),
    repeats: [...counts.values()].reduce((sum, n) => sum + Math.max(0, n - problem.most), 0),
    violation: misses.reduce((sum, m) => sum + widths(m), 0),
    proven: false,
    gap: 1,
  };
};
