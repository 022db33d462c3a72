import { ProgramBuilder, type Solved, type Solver } from '../diary/index.ts';

/** What is eaten of one dish, day by day, grams cooked; day 0 is today. */
export interface ScheduleDish {
  id: string;
  name: string;
  /** Grams cooked that are planned on each day of the horizon. */
  need: readonly number[];
  /** Grams that are cooked at once or in whole trays; 1 where any amount goes. */
  unit: number;
  /** The most of it that one session holds, grams: the pot, the tray, the oven. */
  most: number;
  /** Days in the fridge after the day it was cooked on. */
  keepsDays: number;
  /** True when it may be frozen and thawed for the day it is eaten on. */
  freezes: boolean;
  /** Minutes of hands and stove that it takes. */
  minutes: number;
  /** What a gram costs, in any currency; 0 where prices are not known. */
  costPerGram: number;
}

/** Something of a dish that is there already. `until` is the last day of the horizon on which it may be eaten. */
export interface ScheduleStock {
  dishId: string;
  grams: number;
  until: number;
  frozen: boolean;
}

export interface ScheduleProblem {
  days: number;
  dishes: readonly ScheduleDish[];
  stock: readonly ScheduleStock[];
  /** Minutes that each evening has; 0 where it is not free. */
  evenings: readonly number[];
  /** Cooking sessions in any seven days. */
  sessionsPerWeek: number;
  /** Days on which a session was put by hand, and on which none may be. */
  cookOn?: readonly number[];
  notOn?: readonly number[];
}

export interface ScheduledDish {
  dishId: string;
  grams: number;
  /** What of it is eaten on which day, grams; `frozen` where it keeps no longer in the fridge. */
  eaten: { day: number; grams: number; frozen: boolean }[];
  /** Cooked and eaten by nobody within its days, grams. */
  waste: number;
}

export interface Schedule {
  sessions: { day: number; dishes: ScheduledDish[]; minutes: number }[];
  /** What comes out of stock, day by day, grams. */
  fromStock: { dishId: string; day: number; grams: number; frozen: boolean }[];
  /** To be moved from the freezer to the fridge on the evening before. */
  thaw: { dishId: string; on: number; grams: number }[];
  /** Needs that nothing covers, grams. */
  short: { dishId: string; day: number; grams: number }[];
  /** Stock that ends before anybody eats it, grams. */
  stockWaste: { dishId: string; grams: number; until: number }[];
  proven: boolean;
  /** True when no plan leaves less uncovered. */
  leastShort: boolean;
  /** How far from the best it may still lie, relative; 0 when proven. */
  gap: number;
}

/** What the solves minimise, one after the other, each holding those before. */
export interface ScheduleWorth {
  short: number;
  sessions: number;
  waste: number;
  cost: number;
}

const HOLD = 1e-6;
/** Something is shown after so long, seconds. */
const FIRST_SECONDS = 0.7;
/** Of all the time, what is spent once more on covering where the first look settled nothing. */
const SECOND_LOOK = 0.4;

const SMALL = 0.05;

const check = (problem: ScheduleProblem): void => {
  const { days, dishes, evenings, sessionsPerWeek } = problem;
  if (!(Number.isInteger(days) && days >= 1 && days <= 21))
    throw new RangeError('A schedule is made for 1 to 21 days.');
  if (evenings.length !== days) throw new RangeError('Each day says how many minutes its evening has.');
  if (!(sessionsPerWeek >= 0)) throw new RangeError('Sessions in a week are 0 or more.');
  for (const dish of dishes) {
    if (dish.need.length !== days) throw new RangeError(`${dish.name}: each day says what is eaten of it.`);
    if (!(dish.unit > 0) || !(dish.most > 0))
      throw new RangeError(`${dish.name}: a unit and a pot hold more than 0 g.`);
  }
};

/** True when what is cooked in the evening of `day` may be eaten on `on`, and whether frozen until then. */
const carries = (dish: ScheduleDish, day: number, on: number): 'fridge' | 'frozen' | null => {
  if (on <= day) return null;
  if (on <= day + dish.keepsDays) return 'fridge';
  return dish.freezes ? 'frozen' : null;
};

interface Model {
  builder: ProgramBuilder;
  session: number[];
  cooked: {
    dish: ScheduleDish;
    day: number;
    units: number;
    waste: number;
    eaten: { on: number; column: number; frozen: boolean }[];
  }[];
  fromStock: { stock: ScheduleStock; on: number; column: number }[];
  stockWaste: { stock: ScheduleStock; column: number }[];
  short: { dish: ScheduleDish; on: number; column: number }[];
}

const modelOf = (problem: ScheduleProblem): Model => {
  const { days, dishes, stock, evenings, sessionsPerWeek } = problem;
  const builder = new ProgramBuilder();
  const must = new Set(problem.cookOn ?? []);
  const never = new Set(problem.notOn ?? []);
  const session = evenings.map((minutes, d) =>
    builder.column(must.has(d) ? 1 : 0, never.has(d) || (minutes <= 0 && !must.has(d)) ? 0 : 1, 0, true),
  );
  const model: Model = { builder, session, cooked: [], fromStock: [], stockWaste: [], short: [] };
  // Sessions in any seven days.
  for (let d = 0; d < days; d += 1) {
    const window = session.slice(d, d + 7);
    if (d === 0 || window.length === 7)
      builder.row(-Infinity, sessionsPerWeek, ...window.map((column) => [column, 1] as const));
  }
  const minutes: [number, number][][] = evenings.map(() => []);
  const covers = new Map<string, [number, number][]>();
  const cover = (dishId: string, on: number, column: number): void => {
    const key = `${dishId} ${on}`;
    covers.set(key, [...(covers.get(key) ?? []), [column, 1]]);
  };
  for (const dish of dishes) {
    for (let day = 0; day < days - 1; day += 1) {
      const later = dish.need.slice(day + 1).some((n) => n > 0);
      if (!later) continue;
      const most = Math.floor(dish.most / dish.unit + 1e-9);
      const whole = dish.unit > 1;
      const units = builder.column(0, most, 0, whole);
      const does = builder.column(0, 1, 0, true);
      builder.row(-Infinity, 0, [units, 1], [does, -most]);
      builder.row(-Infinity, 0, [does, 1], [session[day] ?? 0, -1]);
      minutes[day]?.push([does, dish.minutes]);
      const waste = builder.column(0, Infinity);
      const eaten = dish.need.flatMap((need, on) => {
        const how = need > 0 ? carries(dish, day, on) : null;
        if (how === null) return [];
        const column = builder.column(0, need);
        cover(dish.id, on, column);
        return [{ on, column, frozen: how === 'frozen' }];
      });
      builder.row(0, 0, [units, dish.unit], [waste, -1], ...eaten.map((e) => [e.column, -1] as const));
      model.cooked.push({ dish, day, units, waste, eaten });
    }
  }
  for (const item of stock) {
    const dish = dishes.find((d) => d.id === item.dishId);
    if (!dish) continue;
    const parts = dish.need.flatMap((need, on) => {
      if (need <= 0 || on > item.until) return [];
      const column = builder.column(0, Math.min(need, item.grams));
      cover(dish.id, on, column);
      model.fromStock.push({ stock: item, on, column });
      return [[column, 1] as const];
    });
    // Frozen stock that is not eaten now is no waste: it keeps.
    const rest = builder.column(0, item.grams);
    builder.row(item.grams, item.grams, [rest, 1], ...parts);
    if (!item.frozen && item.until < days - 1) model.stockWaste.push({ stock: item, column: rest });
  }
  for (const dish of dishes)
    dish.need.forEach((need, on) => {
      if (need <= 0) return;
      const column = builder.column(0, need);
      model.short.push({ dish, on, column });
      builder.row(need, need, [column, 1], ...(covers.get(`${dish.id} ${on}`) ?? []));
    });
  evenings.forEach((has, d) => {
    const terms = minutes[d] ?? [];
    if (terms.length > 0) builder.row(-Infinity, has, ...terms);
  });
  return model;
};

const totals = (model: Model, problem: ScheduleProblem): Map<number, number>[] => {
  const short = new Map(model.short.map(({ column }) => [column, 1]));
  const sessions = new Map(model.session.map((column) => [column, 1]));
  const waste = new Map([
    ...model.cooked.map(({ waste: column }) => [column, 1] as const),
    ...model.stockWaste.map(({ column }) => [column, 1] as const),
  ]);
  const cost = new Map(model.cooked.map(({ units, dish }) => [units, dish.unit * dish.costPerGram] as const));
  // Last: as late as may be, and what keeps in the fridge rather than what is frozen.
  const late = new Map<number, number>();
  model.session.forEach((column, d) => late.set(column, (problem.days - d) / problem.days));
  for (const { eaten } of model.cooked) for (const e of eaten) if (e.frozen) late.set(e.column, 1e-4);
  return [short, sessions, waste, cost, late];
};

/** The better of two looks at one programme. */
const better = (first: Solved, again: Solved): Solved =>
  again.status !== 'infeasible' && (first.status === 'infeasible' || again.objective <= first.objective)
    ? again
    : first;

/**
 * When to cook what: needs are met from stock and from sessions in the evening (eaten from the next day on), never so much that it ends before it
 * is planned. Minimises, one after the other, what is short, the number of sessions, waste and cost, and cooks as late as may be. Grams cooked,
 * days counted from today. Exact when `proven`; when the time is up, the best that was found with its gap. Throws RangeError for a problem that
 * is none. `seconds` for all of it; `onFirst` hears a plan before its sessions are the fewest. Where a busy machine did not settle in the first of
 * them what can be covered, that is looked for once more, and the rest has less.
 */
export const schedule = (
  problem: ScheduleProblem,
  solver: Solver,
  seconds = 5,
  onFirst?: (first: Schedule) => void,
): Schedule => {
  check(problem);
  const model = modelOf(problem);
  let values: number[] = [];
  let gap = 0;
  let least = false;
  const aims = totals(model, problem);
  let slice = seconds / aims.length;
  const soon = Math.min(FIRST_SECONDS, slice);
  aims.forEach((costs, i) => {
    if (costs.size === 0 || [...costs.values()].every((c) => c === 0)) return;
    const program = model.builder.minimising(costs);
    let solved = solver(program, i === 0 ? soon : slice);
    if (i === 0) {
      if (solved.status !== 'infeasible')
        onFirst?.(read(model, solved.values, 1, solved.status === 'optimal'));
      // Whether a need is covered goes before everything that follows.
      if (solved.status !== 'optimal') {
        solved = better(solved, solver(program, SECOND_LOOK * seconds));
        slice = ((1 - SECOND_LOOK) * seconds - soon) / (aims.length - 1);
      }
    }
    if (solved.status === 'infeasible') {
      // The first asks nothing that cannot be; a later one that found nothing in its time leaves what was found before.
      if (i === 0)
        throw new RangeError('The evenings set by hand cannot all be kept with so few sessions in a week.');
      gap = Math.max(gap, 1);
      return;
    }
    values = solved.values;
    gap = Math.max(gap, solved.gap);
    if (i === 0) least = solved.status === 'optimal';
    model.builder.row(
      -Infinity,
      solved.objective + HOLD * Math.max(1, Math.abs(solved.objective)),
      ...[...costs].filter(([, c]) => c !== 0).map(([column, c]) => [column, c] as const),
    );
  });
  return read(model, values, gap, least);
};

const read = (model: Model, values: readonly number[], gap: number, leastShort: boolean): Schedule => {
  const of = (column: number): number => {
    const value = values[column] ?? 0;
    return value < SMALL ? 0 : Math.round(value * 100) / 100;
  };
  const days = new Map<number, ScheduledDish[]>();
  for (const { dish, day, units, waste, eaten } of model.cooked) {
    const grams = of(units) * dish.unit;
    if (grams < SMALL) continue;
    days.set(day, [
      ...(days.get(day) ?? []),
      {
        dishId: dish.id,
        grams,
        waste: of(waste),
        eaten: eaten.flatMap((e) =>
          of(e.column) > 0 ? [{ day: e.on, grams: of(e.column), frozen: e.frozen }] : [],
        ),
      },
    ]);
  }
  const minutesOf = (id: string): number => model.cooked.find((c) => c.dish.id === id)?.dish.minutes ?? 0;
  const fromStock = model.fromStock.flatMap(({ stock, on, column }) =>
    of(column) > 0 ? [{ dishId: stock.dishId, day: on, grams: of(column), frozen: stock.frozen }] : [],
  );
  const sessions = [...days]
    .sort(([a], [b]) => a - b)
    .map(([day, dishes]) => ({
      day,
      dishes,
      minutes: dishes.reduce((sum, d) => sum + minutesOf(d.dishId), 0),
    }));
  const thawed = [
    ...fromStock
      .filter((f) => f.frozen)
      .map((f) => ({ dishId: f.dishId, on: Math.max(0, f.day - 1), grams: f.grams })),
    ...sessions.flatMap((s) =>
      s.dishes.flatMap((d) =>
        d.eaten.filter((e) => e.frozen).map((e) => ({ dishId: d.dishId, on: e.day - 1, grams: e.grams })),
      ),
    ),
  ];
  return {
    sessions,
    fromStock,
    thaw: thawed.sort((a, b) => a.on - b.on),
    short: model.short.flatMap(({ dish, on, column }) =>
      of(column) > 0 ? [{ dishId: dish.id, day: on, grams: of(column) }] : [],
    ),
    stockWaste: model.stockWaste.flatMap(({ stock, column }) =>
      of(column) > 0 ? [{ dishId: stock.dishId, grams: of(column), until: stock.until }] : [],
    ),
    proven: gap < 1e-6,
    leastShort,
    gap,
  };
};

/** What a schedule costs in the order in which it is judged; for checks against other ways of finding one. */
export const scheduleWorth = (found: Schedule, problem: ScheduleProblem): ScheduleWorth => {
  const must = new Set(problem.cookOn ?? []);
  const days = new Set([...found.sessions.map((s) => s.day), ...must]);
  return {
    short: found.short.reduce((sum, s) => sum + s.grams, 0),
    sessions: days.size,
    waste:
      found.sessions.reduce((sum, s) => sum + s.dishes.reduce((all, d) => all + d.waste, 0), 0) +
      found.stockWaste.reduce((sum, s) => sum + s.grams, 0),
    cost: found.sessions.reduce(
      (sum, s) =>
        sum +
        s.dishes.reduce(
          (all, d) => all + d.grams * (problem.dishes.find((one) => one.id === d.dishId)?.costPerGram ?? 0),
          0,
        ),
      0,
    ),
  };
};

/** Why needs are not met, in sentences: no evening before them, too few sessions, too small a pot, too little time; or that it is not known. */
export const shortSentences = (
  found: Schedule,
  problem: ScheduleProblem,
  dayName: (day: number) => string,
): string[] => {
  const byDish = new Map<string, { grams: number; first: number }>();
  for (const s of found.short) {
    const known = byDish.get(s.dishId);
    byDish.set(s.dishId, {
      grams: (known?.grams ?? 0) + s.grams,
      first: Math.min(known?.first ?? s.day, s.day),
    });
  }
  const never = new Set(problem.notOn ?? []);
  return [...byDish].map(([dishId, { grams, first }]) => {
    const dish = problem.dishes.find((d) => d.id === dishId);
    const free = problem.evenings
      .map((minutes, d) => ({ minutes, d }))
      .filter(({ d, minutes }) => d < first && minutes > 0 && !never.has(d));
    const what = `${Math.round(grams)} g ${dish?.name ?? ''} from ${dayName(first)} on are not covered`;
    const able = free.filter(({ d }) => dish && carries(dish, d, first) !== null);
    if (first === 0) return `${what}: what is eaten today must be there already.`;
    if (able.length === 0) return `${what}: no evening before it is free, within the days it keeps.`;
    if (dish && able.every(({ minutes }) => minutes < dish.minutes))
      return `${what}: it takes ${dish.minutes} minutes, and no evening before it has so many.`;
    // Without a proof it is not known that no other plan covers them.
    if (!found.leastShort) return `${what} by the best plan that was found in time.`;
    if (found.sessions.length >= problem.sessionsPerWeek)
      return `${what}: ${problem.sessionsPerWeek} cooking sessions in seven days are not enough.`;
    return `${what}: the pot holds ${Math.round(dish?.most ?? 0)} g at once.`;
  });
};
