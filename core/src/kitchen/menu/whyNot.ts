import { TARGET_WORDS, type TargetKey } from '../../nutrition/index.ts';
import { type Solver } from '../../diary/index.ts';
import { amountsFor, judgeMenu } from './judge.ts';
import { eveningsFor, needsCooking, type Menu, type MenuProblem } from './problem.ts';

const figure = (key: TargetKey, by: number): string =>
  `${TARGET_WORDS[key]} ${Math.round(Math.abs(by))} ${key === 'ENERC' ? 'kcal' : 'g'} ${by < 0 ? 'short' : 'over'}`;

/** Why a dish does not stand at a meal: what forbids it, or what the day would come to with it. */
export const whyNot = (
  problem: MenuProblem,
  menu: Menu,
  mealId: string,
  dishId: string,
  solver: Solver,
): string => {
  const meal = problem.meals.find((m) => m.id === mealId);
  const dish = problem.dishes.find((d) => d.id === dishId);
  if (!meal || !dish) throw new RangeError('This meal or this dish is not part of the menu.');
  if (dish.meals !== undefined && !dish.meals.includes(meal.number))
    return `${dish.name} is for meal ${dish.meals.join(', ')}.`;
  if (dish.stock && dish.stock.until < meal.day) return `${dish.name} is past its day by then.`;
  if (needsCooking(dish) && eveningsFor(problem, dish, meal.day).length === 0)
    return `${dish.name} would have to be cooked on an evening that is not free.`;
  const dishes = new Map(
    menu.choices.flatMap((c) => {
      const known = problem.dishes.find((d) => d.id === c.dishId);
      return known ? [[c.mealId, known] as const] : [];
    }),
  );
  dishes.set(mealId, dish);
  const other = judgeMenu(problem, amountsFor(problem, dishes, solver), solver);
  const mine = other.misses.filter((m) => m.day === meal.day);
  if (mine.length > 0)
    return `With ${dish.name} the day lands ${mine.map((m) => figure(m.key, m.by)).join(', ')}.`;
  const more = other.sessions.length - menu.sessions.length;
  if (more > 0)
    return `With ${dish.name} it takes ${more} more cooking ${more === 1 ? 'session' : 'sessions'}.`;
  if (other.repeats > menu.repeats)
    return `${dish.name} would stand at this meal more than ${problem.most} times.`;
  const batches = (m: Menu): number => m.sessions.reduce((n, s) => n + s.dishes.length, 0);
  if (batches(other) > batches(menu)) return `With ${dish.name} one more dish is cooked.`;
  return `${dish.name} would do as well: choose it if you like.`;
};
