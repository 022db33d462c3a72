import { missCost, ProgramBuilder } from '../../diary/index.ts';
import {
  eveningsFor,
  fits,
  needsCooking,
  WEIGH,
  type MenuDish,
  type MenuMeal,
  type MenuProblem,
  type MenuWindow,
} from './problem.ts';

export interface Slot {
  meal: MenuMeal;
  dish: MenuDish;
  chosen: number;
  grams: number;
}
export interface Model {
  builder: ProgramBuilder;
  slots: Slot[];
  misses: Map<number, number>;
  sessions: Map<number, number>;
  repeats: Map<number, number>;
  batches: Map<number, number>;
}

/** Rows that measure how far each window is missed. */
export const missRows = (
  builder: ProgramBuilder,
  windows: readonly MenuWindow[],
  slots: readonly Slot[],
  fixed: (w: MenuWindow) => number,
): Map<number, number> => {
  const misses = new Map<number, number>();
  for (const window of windows) {
    const terms = slots
      .filter((s) => s.meal.day === window.day)
      .map((s) => [s.grams, s.dish.perGram[window.key] ?? 0] as const)
      .filter(([, per]) => per !== 0);
    const already = window.already + fixed(window);
    const cost = missCost(window);
    if (window.low > 0) {
      const short = builder.column(0, Infinity);
      misses.set(short, cost);
      builder.row(window.low - already, Infinity, [short, 1], ...terms);
    }
    if (Number.isFinite(window.high)) {
      const over = builder.column(0, Infinity);
      misses.set(over, cost);
      builder.row(-Infinity, window.high - already, [over, -1], ...terms);
    }
  }
  return misses;
};

export const modelOf = (problem: MenuProblem, only?: (meal: MenuMeal, dish: MenuDish) => boolean): Model => {
  const builder = new ProgramBuilder();
  const open = problem.meals.filter((m) => !m.locked);
  const byId = new Map(problem.dishes.map((d) => [d.id, d]));
  const slots: Slot[] = [];
  for (const meal of open) {
    const mine = problem.dishes
      .filter((dish) => fits(dish, meal) && (only?.(meal, dish) ?? true))
      .filter((dish) => !needsCooking(dish) || eveningsFor(problem, dish, meal.day).length > 0)
      .map((dish): Slot => {
        const chosen = builder.column(0, 1, 0, true);
        const grams = builder.column(0, dish.max);
        builder.row(-Infinity, 0, [grams, 1], [chosen, -dish.max]);
        builder.row(0, Infinity, [grams, 1], [chosen, -dish.min]);
        return { meal, dish, chosen, grams };
      });
    if (mine.length === 0)
      throw new RangeError(
        `Nothing can stand at meal ${meal.number} of day ${meal.day + 1}: no dish is for it, keeps so long, or has an evening before it.`,
      );
    builder.row(1, 1, ...mine.map((s) => [s.chosen, 1] as const));
    slots.push(...mine);
  }
  const locked = problem.meals.flatMap((meal) => {
    const dish = meal.locked && byId.get(meal.locked.dishId);
    return meal.locked && dish ? [{ meal, dish, grams: meal.locked.grams }] : [];
  });
  const misses = missRows(builder, problem.windows, slots, (w) =>
    locked
      .filter((l) => l.meal.day === w.day)
      .reduce((sum, l) => sum + (l.dish.perGram[w.key] ?? 0) * l.grams, 0),
  );
  for (const dish of problem.dishes)
    if (dish.stock) {
      const taken = locked.filter((l) => l.dish.id === dish.id).reduce((sum, l) => sum + l.grams, 0);
      const of = slots.filter((s) => s.dish.id === dish.id);
      if (of.length > 0)
        builder.row(
          -Infinity,
          Math.max(0, dish.stock.grams - taken),
          ...of.map((s) => [s.grams, 1] as const),
        );
    }
  const model: Model = {
    builder,
    slots,
    misses,
    sessions: new Map(),
    repeats: new Map(),
    batches: new Map(),
  };
  cookingRows(problem, model, locked);
  repeatRows(problem, model, locked);
  return model;
};

interface Locked {
  meal: MenuMeal;
  dish: MenuDish;
  grams: number;
}

const cookingRows = (problem: MenuProblem, model: Model, locked: readonly Locked[]): void => {
  const { builder, slots } = model;
  const session = new Map<number, number>();
  for (const evening of problem.evenings) {
    const column = builder.column(0, 1, 0, true);
    session.set(evening, column);
    model.sessions.set(column, evening);
  }
  for (const dish of problem.dishes.filter(needsCooking)) {
    const cooked = new Map<number, number>();
    for (const evening of problem.evenings) {
      const column = builder.column(0, 1, 0, true);
      cooked.set(evening, column);
      model.batches.set(column, 1);
      builder.row(-Infinity, 0, [column, 1], [session.get(evening) ?? 0, -1]);
    }
    const from = (day: number) =>
      eveningsFor(problem, dish, day).map((e) => [cooked.get(e) ?? 0, -1] as const);
    for (const slot of slots.filter((s) => s.dish.id === dish.id))
      builder.row(-Infinity, 0, [slot.chosen, 1], ...from(slot.meal.day));
    // What is locked is cooked too, where an evening before it is free.
    for (const one of locked.filter((l) => l.dish.id === dish.id)) {
      const able = from(one.meal.day).map(([column]) => [column, 1] as const);
      if (able.length > 0) builder.row(1, Infinity, ...able);
    }
  }
};

const repeatRows = (problem: MenuProblem, model: Model, locked: readonly Locked[]): void => {
  const { builder, slots } = model;
  const numbers = [...new Set(problem.meals.map((m) => m.number))];
  for (const dish of problem.dishes)
    for (const number of numbers) {
      const here = slots.filter((s) => s.dish.id === dish.id && s.meal.number === number);
      const fixed = locked.filter((l) => l.dish.id === dish.id && l.meal.number === number).length;
      if (here.length + fixed <= problem.most || here.length === 0) continue;
      const excess = builder.column(0, Infinity);
      model.repeats.set(excess, 1);
      builder.row(-Infinity, problem.most - fixed, [excess, -1], ...here.map((s) => [s.chosen, 1] as const));
    }
};

export const secondCosts = (model: Model): Map<number, number> =>
  new Map([
    ...[...model.sessions.keys()].map((column) => [column, WEIGH.session] as const),
    ...[...model.repeats.keys()].map((column) => [column, WEIGH.repeat] as const),
    ...[...model.batches.keys()].map((column) => [column, WEIGH.batch] as const),
  ]);
