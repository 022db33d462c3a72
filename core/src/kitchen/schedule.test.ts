import { beforeAll, describe, expect, test } from '@jest/globals';
import highsLoader from 'highs';
import { highsSolver, type LinearProgram, type Solved, type Solver } from '../diary/index.ts';
import { seededRandom } from '../random/index.ts';
import {
  schedule,
  scheduleWorth,
  shortSentences,
  type ScheduleDish,
  type ScheduleProblem,
  type ScheduleWorth,
} from './schedule.ts';

/** Every choice is tried for each: 200 on demand (MAUL_LAWS=full). */
const CASES = process.env.MAUL_LAWS === 'full' ? 200 : 50;

let solver: Solver;
beforeAll(async () => {
  solver = highsSolver(await highsLoader());
});

const dish = (id: string, need: number[], change: Partial<ScheduleDish> = {}): ScheduleDish => ({
  id, name: id, need, unit: 1, most: 3000, keepsDays: 4, freezes: false, minutes: 60, costPerGram: 0, ...change,
}); // prettier-ignore
const problem = (dishes: ScheduleDish[], change: Partial<ScheduleProblem> = {}): ScheduleProblem => ({
  days: dishes[0]?.need.length ?? 1,
  dishes,
  stock: [],
  evenings: (dishes[0]?.need ?? []).map(() => 120),
  sessionsPerWeek: 3,
  ...change,
});
const names = (d: number): string => `day ${d}`;

/** What a choice of units per dish and evening comes to when what expires first is eaten first. */
const worthOf = (p: ScheduleProblem, units: readonly number[][]): ScheduleWorth | undefined => {
  const days = new Set<number>();
  const minutes = p.evenings.map(() => 0);
  let [short, waste, cost] = [0, 0, 0];
  p.dishes.forEach((d, i) => {
    const lots = p.stock
      .filter((s) => s.dishId === d.id)
      .map((s) => ({ from: 0, until: s.until, grams: s.grams, counts: s.until < p.days - 1 }));
    (units[i] ?? []).forEach((n, day) => {
      if (n === 0) return;
      days.add(day);
      minutes[day] = (minutes[day] ?? 0) + d.minutes;
      cost += n * d.unit * d.costPerGram;
      lots.push({ from: day + 1, until: day + d.keepsDays, grams: n * d.unit, counts: true });
    });
    d.need.forEach((need, on) => {
      let open = need;
      for (const lot of lots.filter((l) => l.from <= on && l.until >= on).sort((a, b) => a.until - b.until)) {
        const take = Math.min(open, lot.grams);
        lot.grams -= take;
        open -= take;
      }
      short += open;
    });
    waste += lots.reduce((sum, l) => sum + (l.counts ? l.grams : 0), 0);
  });
  if (minutes.some((m, d) => m > (p.evenings[d] ?? 0)) || days.size > p.sessionsPerWeek) return undefined;
  return { short, sessions: days.size, waste, cost };
};
/** Every choice of units; the best by what is short, then sessions, waste and cost. */
const bruteForce = (p: ScheduleProblem): ScheduleWorth => {
  let best: ScheduleWorth | undefined;
  const slots = p.dishes.flatMap((_, i) => Array.from({ length: p.days - 1 }, (_, day) => ({ i, day })));
  const units = p.dishes.map(() => Array.from({ length: p.days - 1 }, () => 0));
  const keys = ['short', 'sessions', 'waste', 'cost'] as const;
  const better = (a: ScheduleWorth, b: ScheduleWorth): boolean => {
    for (const key of keys) if (Math.abs(a[key] - b[key]) > 1e-6) return a[key] < b[key];
    return false;
  };
  const walk = (at: number): void => {
    const slot = slots[at];
    if (!slot) {
      const found = worthOf(p, units);
      if (found && (!best || better(found, best))) best = found;
      return;
    }
    const d = p.dishes[slot.i];
    const row = units[slot.i];
    if (!d || !row) return;
    for (let n = 0; n <= Math.floor(d.most / d.unit); n += 1) {
      row[slot.day] = n;
      walk(at + 1);
    }
    row[slot.day] = 0;
  };
  walk(0);
  if (!best) throw new Error('no choice at all');
  return best;
};

describe('a cooking schedule', () => {
  test('cooks once, as late as may be, for four days that one pot covers', () => {
    const found = schedule(problem([dish('stew', [0, 0, 300, 300, 300, 0])]), solver);
    expect(found.sessions).toEqual([
      { day: 1, minutes: 60, dishes: [{ dishId: 'stew', grams: 900, waste: 0, eaten: [2, 3, 4].map((day) => ({ day, grams: 300, frozen: false })) }] },
    ]); // prettier-ignore
    expect(found.proven).toBe(true);
  });
  test('tells a plan that covers everything first, and then one with the fewest sessions', () => {
    const heard: number[] = [];
    const p = problem([dish('stew', [0, 200, 0, 200, 0, 200])]);
    const found = schedule(p, solver, 5, (first) => heard.push(first.short.length, first.sessions.length));
    expect(heard[0]).toBe(0);
    expect(heard[1]).toBeGreaterThanOrEqual(found.sessions.length);
  });
  test('never cooks so much that a box ends before it is planned: ten days take three sessions', () => {
    const found = schedule(problem([dish('stew', Array.from({ length: 10 }, (_, d) => (d === 0 ? 0 : 200)))]), solver); // prettier-ignore
    expect(found.sessions).toHaveLength(3);
    for (const { day, dishes } of found.sessions)
      for (const { eaten } of dishes) for (const e of eaten) expect(e.day - day).toBeLessThanOrEqual(4);
    expect(found.short).toEqual([]);
  });
  test('freezes what keeps no longer, and says what to thaw on the evening before', () => {
    const found = schedule(problem([dish('stew', [0, 300, 0, 0, 0, 0, 300, 0], { freezes: true })], { sessionsPerWeek: 1 }), solver); // prettier-ignore
    expect(found.sessions).toHaveLength(1);
    expect(found.thaw).toEqual([{ dishId: 'stew', on: 5, grams: 300 }]);
  });
  test('eats stock before it cooks, and says what ends before anybody eats it', () => {
    const found = schedule(
      problem([dish('stew', [150, 150, 0, 0])], {
        stock: [{ dishId: 'stew', grams: 400, until: 1, frozen: false }],
      }),
      solver,
    );
    expect(found.sessions).toEqual([]);
    expect(found.fromStock.map((f) => f.grams)).toEqual([150, 150]);
    expect(found.stockWaste).toEqual([{ dishId: 'stew', grams: 100, until: 1 }]);
  });
  test.each([
    ['what is eaten today must be there already', problem([dish('stew', [300, 0])])],
    ['no evening before it is free', problem([dish('stew', [0, 300, 0])], { evenings: [0, 0, 60] })],
    ['no evening before it has so many', problem([dish('stew', [0, 300, 0])], { evenings: [30, 0, 60] })],
    ['0 cooking sessions in seven days are not enough', problem([dish('stew', [0, 300, 0])], { sessionsPerWeek: 0 })],
    ['the pot holds 200 g at once', problem([dish('stew', [0, 300, 0], { most: 200 })])],
  ])('infeasible says why: %s', (words, p) => {
    expect(shortSentences(schedule(p, solver), p, names)[0]).toContain(words);
  }); // prettier-ignore
  describe('on a machine that is busy', () => {
    const p = problem([dish('stew', [0, 300, 300, 300])]);
    /** Like the solver, but what it finds at the first look covers nothing, or is nothing. */
    const slow = (early: Pick<Solved, 'status' | 'gap'>): Solver => {
      let looks = 0;
      return (program, seconds) => {
        looks += 1;
        return looks > 1 ? solver(program, seconds) : { ...early, objective: 900, values: nothing(program) };
      };
    };
    /** Everything short: the columns that a need leaves open, at their most. */
    const nothing = ({ columns }: LinearProgram) => columns.map(({ cost, high }) => (cost > 0 ? high : 0));
    test('covering is looked for once more, and told when it is found', () => {
      const told: number[] = [];
      const found = schedule(p, slow({ status: 'limit', gap: 1 }), 5, (first) =>
        told.push(first.short.length),
      );
      expect(told).toEqual([3]);
      expect(found).toMatchObject({ short: [], proven: true, leastShort: true });
      expect(found.sessions.map((s) => s.dishes.map((d) => d.grams))).toEqual([[900]]);
    });
    test('nothing found at first is no reason to say that it cannot be', () =>
      expect(schedule(p, slow({ status: 'infeasible', gap: Infinity })).short).toEqual([]));
    test('what stays open is not put down to the pot', () => {
      let asked = 0;
      const never: Solver = (program) => {
        asked += 1;
        // Both looks at what is short, and then nothing more.
        return {
          status: asked <= 2 ? 'limit' : 'infeasible',
          gap: 1,
          objective: 900,
          values: nothing(program),
        };
      };
      const found = schedule(p, never);
      expect(found).toMatchObject({ proven: false, leastShort: false });
      expect(shortSentences(found, p, names)).toEqual([
        '900 g stew from day 1 on are not covered by the best plan that was found in time.',
      ]);
    });
  });
  test('follows a session that was put on another evening, and refuses more than a week allows', () => {
    const p = problem([dish('stew', [0, 0, 300, 300, 0])], { cookOn: [0] });
    expect(schedule(p, solver).sessions.map((s) => s.day)).toEqual([0]);
    expect(() => schedule({ ...p, sessionsPerWeek: 0 }, solver)).toThrow('cannot all be kept');
    expect(() => schedule({ ...p, evenings: [1] }, solver)).toThrow(RangeError);
  });
  test('is the best there is on small problems, by trying every choice', () => {
    for (let seed = 1; seed <= CASES; seed += 1) {
      const random = seededRandom(seed);
      const days = 4;
      const some = (n: number): number => Math.floor(random() * n);
      const dishes = Array.from({ length: 1 + some(2) }, (_, i) =>
        dish(String(i), Array.from({ length: days }, () => 100 * some(3)), {
          unit: 200,
          most: 400,
          keepsDays: 1 + some(3),
          minutes: 40 + 20 * some(2),
          costPerGram: some(3) / 100,
        }),
      );
      const p = problem(dishes, {
        evenings: Array.from({ length: days }, () => 60 * some(3)),
        sessionsPerWeek: 1 + some(3),
        stock: random() < 0.5 ? [{ dishId: '0', grams: 100 * (1 + some(3)), until: some(days - 1), frozen: false }] : [],
      });
      const found = scheduleWorth(schedule(p, solver), p);
      const best = bruteForce(p);
      expect({ seed, ...round(found) }).toEqual({ seed, ...round(best) });
    }
  }); // prettier-ignore
});

const round = (w: ScheduleWorth) => ({
  short: Math.round(w.short),
  sessions: w.sessions,
  waste: Math.round(w.waste),
  cost: Math.round(w.cost * 100) / 100,
});
