import type { ScheduleProblem } from '@maul/core/kitchen';
import { addDays, datesFrom, daysBetween, weekday } from '@maul/core/units';
import { lastDayOf } from '../dishes.ts';
import type { KitchenPlanView } from '../usePlan.ts';

export const HORIZON = 10;
/** What a pot holds that says nothing of its size, grams cooked; and the minutes of a dish without a recipe. common practice, no source. */
const POT = 4000;
const MINUTES = 40;

/** The coming ten days of a kitchen, as a schedule takes them. */
export const scheduleProblem = (view: KitchenPlanView): ScheduleProblem => {
  const { today, planned, dishes, boxes, rule } = view;
  const dates = datesFrom(today, HORIZON);
  const dayOf = (date: (typeof dates)[number]): number => daysBetween(today, date);
  const within = (date: (typeof dates)[number]): boolean => date >= today && date < addDays(today, HORIZON);
  return {
    days: HORIZON,
    dishes: dishes.map((dish) => {
      const into = dish.amounts.lines.reduce((sum, l) => sum + l.grams, 0) + dish.amounts.water;
      const holds = dish.recipe?.thing.potHolds ?? null;
      const most = holds === null ? POT : Math.max(1, Math.floor((holds / into) * dish.cooked));
      const unit = dish.recipe?.thing.onlyWhole ? dish.cooked : 1;
      return {
        id: dish.id,
        name: dish.name,
        need: dates.map((date) =>
          planned
            .filter((p) => p.day === date && p.food.id === dish.id && p.food.stockId === undefined)
            .reduce((sum, p) => sum + p.grams, 0),
        ),
        unit,
        // A tray is cooked in what it is a tray of, whatever a pot of the kitchen holds.
        most: Math.max(unit, most),
        keepsDays: dish.keepsDays,
        freezes: dish.recipe?.thing.freezes ?? true,
        minutes: dish.recipe?.thing.minutes ?? MINUTES,
        costPerGram: 0,
      };
    }),
    stock: boxes.flatMap(({ item, dishId, free }) =>
      dishId === null || free < 1
        ? []
        : [
            {
              dishId,
              grams: free,
              until: item.place === 'freezer' ? HORIZON : lastDayOf(item.useBy, today),
              frozen: item.place === 'freezer',
            },
          ],
    ),
    evenings: dates.map((date) => rule.evenings[weekday(date) - 1] ?? 0),
    sessionsPerWeek: rule.sessionsPerWeek,
    cookOn: rule.cookOn.filter(within).map(dayOf),
    notOn: rule.notOn.filter(within).map(dayOf),
  };
};
