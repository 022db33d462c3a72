import { beforeAll, describe, expect, test } from '@jest/globals';
import highsLoader from 'highs';
import { highsSolver, type Solver } from '../../diary/index.ts';
import { seededRandom } from '../../random/index.ts';
import { menuWeek } from './menu.ts';
import type { MenuChoice, MenuDish, MenuProblem } from './problem.ts';
import { whyNot } from './whyNot.ts';

/** Every choice is tried for each: 200 on demand (MAUL_LAWS=full). */
const CASES = process.env.MAUL_LAWS === 'full' ? 200 : 50;

let solver: Solver;
beforeAll(async () => {
  solver = highsSolver(await highsLoader());
});

const dish = (id: string, protein: number, carbs: number, change: Partial<MenuDish> = {}): MenuDish => ({
  id, name: id, perGram: { PROCNT: protein, CARB: carbs }, min: 100, max: 400, step: 5, keepsDays: 4, ...change,
}); // prettier-ignore
const week = (days: number, meals: number) =>
  Array.from({ length: days * meals }, (_, i) => ({ id: `${i}`, day: Math.floor(i / meals), number: 1 + (i % meals) })); // prettier-ignore
const windows = (days: number, protein: number, carbs: number) =>
  Array.from({ length: days }, (_, day) => [
    { day, key: 'PROCNT' as const, low: protein - 5, high: protein + 5, already: 0 },
    { day, key: 'CARB' as const, low: carbs - 8, high: carbs + 8, already: 0 },
  ]).flat();
const problem = (change: Partial<MenuProblem> = {}): MenuProblem => ({
  days: 3,
  meals: week(3, 2),
  dishes: [dish('stew', 0.15, 0.1), dish('rice pot', 0.05, 0.25), dish('quark', 0.12, 0.04, { keepsDays: undefined })],
  windows: windows(3, 60, 60),
  evenings: [-1, 0, 1],
  most: 3,
  ...change,
}); // prettier-ignore

describe('a menu for the week', () => {
  test('lands every day in its windows with one session where one is enough', () => {
    const menu = menuWeek(problem(), solver);
    expect(menu.misses).toEqual([]);
    expect(menu.sessions.length).toBeLessThanOrEqual(1);
    expect(menu.choices).toHaveLength(6);
  });
  test('needs no session where what is there lands every day, though cooked dishes would too', () => {
    const there = ['skyr', 'oats', 'eggs', 'bread'].map((id, i) =>
      dish(id, [0.2, 0.05, 0.12, 0.1][i] as number, [0.04, 0.3, 0.02, 0.25][i] as number, {
        keepsDays: undefined,
      }),
    );
    const cooked = Array.from({ length: 8 }, (_, i) => dish(`pot ${i}`, 0.1 + i / 100, 0.12));
    const menu = menuWeek(problem({ dishes: [...cooked, ...there] }), solver);
    expect(menu).toMatchObject({ misses: [], sessions: [], repeats: 0, proven: true, gap: 0 });
  });
  test('leaves locked meals as they are', () => {
    const meals = week(3, 2).map((m, i) => (i === 2 ? { ...m, locked: { dishId: 'stew', grams: 370 } } : m));
    const menu = menuWeek(problem({ meals }), solver);
    expect(menu.choices.find((c) => c.mealId === '2')).toEqual({ mealId: '2', dishId: 'stew', grams: 370 });
    expect(menu.misses).toEqual([]);
  });
  test('takes no more of a box than there is, and none past its day', () => {
    const box = dish('box', 0.2, 0.2, { keepsDays: undefined, stock: { grams: 350, until: 1 } });
    const p = problem();
    const menu = menuWeek({ ...p, dishes: [...p.dishes, box] }, solver);
    const taken = menu.choices.filter((c) => c.dishId === 'box');
    expect(taken.reduce((sum, c) => sum + c.grams, 0)).toBeLessThanOrEqual(350.01);
    expect(taken.every((c) => Number(c.mealId) < 4)).toBe(true);
  });
  test('says what each day misses when nothing lands', () => {
    const menu = menuWeek(problem({ windows: windows(3, 200, 20) }), solver);
    expect(menu.misses.length).toBeGreaterThan(0);
    expect(menu.misses[0]).toMatchObject({ key: 'PROCNT' });
    expect(menu.misses[0]?.by).toBeLessThan(0);
  });
  test('has a second answer that differs in a quarter of its meals', () => {
    const first = menuWeek(problem(), solver);
    const second = menuWeek(problem(), solver, { not: first.choices });
    const before = new Map(first.choices.map((c) => [c.mealId, c.dishId]));
    expect(second.choices.filter((c) => before.get(c.mealId) !== c.dishId).length).toBeGreaterThanOrEqual(2);
  });
  test('refuses a meal at which nothing can stand', () => {
    const p = problem({ dishes: [dish('stew', 0.1, 0.1, { meals: [1] })] });
    expect(() => menuWeek(p, solver)).toThrow('Nothing can stand at meal 2 of day 1');
    expect(() => menuWeek(problem({ dishes: [] }), solver)).toThrow(RangeError);
  });
  test('says why a dish does not stand at a meal', () => {
    const oats = dish('oats', 0.01, 0.6, { meals: [1], keepsDays: undefined });
    const late = dish('late', 0.1, 0.1, { keepsDays: undefined, stock: { grams: 400, until: 0 } });
    const p = problem({ dishes: [...problem().dishes, oats, late] });
    const menu = menuWeek(p, solver);
    expect(whyNot(p, menu, '1', 'oats', solver)).toBe('oats is for meal 1.');
    expect(whyNot(p, menu, '4', 'late', solver)).toBe('late is past its day by then.');
    expect(whyNot(p, menu, '0', 'oats', solver)).toMatch(/^With oats the day lands/);
    expect(() => whyNot(p, menu, '9', 'oats', solver)).toThrow(RangeError);
  });
  test('is the best there is on small problems of whole boxes, by trying every choice', () => {
    for (let seed = 1; seed <= CASES; seed += 1) {
      const random = seededRandom(seed);
      const some = (n: number): number => Math.floor(random() * n);
      const dishes = Array.from({ length: 3 }, (_, i) => {
        const grams = 100 + 50 * some(4);
        const kind = some(3);
        return dish(`d${i}`, (5 + some(20)) / 100, (2 + some(25)) / 100, {
          min: grams,
          max: grams,
          step: grams,
          keepsDays: kind === 0 ? undefined : 1 + some(2),
        });
      });
      const p: MenuProblem = {
        days: 2,
        meals: week(2, 2),
        dishes: [...dishes, dish('plain', 0.1, 0.1, { keepsDays: undefined, min: 150, max: 150, step: 150 })],
        windows: windows(2, 30 + some(20), 30 + some(20)),
        evenings: [-1, 0],
        most: 1 + some(2),
      };
      const worth = (choices: MenuChoice[]): [number, number] => [quick(p, choices), rest(p, choices)];
      const found = worth(menuWeek(p, solver).choices);
      let least: [number, number] = [Infinity, Infinity];
      const n = p.dishes.length;
      for (let code = 0; code < n ** 4; code += 1) {
        const choices = p.meals.flatMap((m, i) => {
          const d = p.dishes[Math.floor(code / n ** i) % n];
          return d ? [{ mealId: m.id, dishId: d.id, grams: d.min }] : [];
        });
        const now = worth(choices);
        if (now[0] < least[0] - 1e-6 || (now[0] < least[0] + 1e-6 && now[1] < least[1])) least = now;
      }
      expect({ seed, violation: Math.round(found[0] * 1000) / 1000, rest: found[1] }).toEqual({
        seed,
        violation: Math.round(least[0] * 1000) / 1000,
        rest: least[1],
      });
    }
  }); // prettier-ignore
});

/** The sum of misses of fixed choices, by hand. */
const quick = (p: MenuProblem, choices: MenuChoice[]): number =>
  p.windows.reduce((sum, w) => {
    const value = choices.reduce((all, c) => {
      const meal = p.meals.find((m) => m.id === c.mealId);
      const found = p.dishes.find((d) => d.id === c.dishId);
      return meal?.day === w.day ? all + (found?.perGram[w.key] ?? 0) * c.grams : all;
    }, w.already);
    const miss = Math.max(0, w.low - value, value - w.high);
    return sum + (miss > 1e-4 ? (miss * (w.key === 'PROCNT' ? 2 : 1)) / Math.max(2, w.high - w.low) : 0);
  }, 0);

/** What sessions, repeats and cooked dishes of fixed choices weigh together, over every set of evenings for every dish. */
const rest = (p: MenuProblem, choices: MenuChoice[]): number => {
  const of = (id: string) =>
    choices.filter((c) => c.dishId === id).map((c) => p.meals.find((m) => m.id === c.mealId));
  const repeats = p.dishes.reduce((sum, d) => {
    const numbers = of(d.id).map((m) => m?.number);
    return (
      sum + [1, 2].reduce((all, n) => all + Math.max(0, numbers.filter((x) => x === n).length - p.most), 0)
    );
  }, 0);
  const cooked = p.dishes.filter((d) => d.keepsDays !== undefined && of(d.id).length > 0);
  const sets = [[], [-1], [0], [-1, 0]];
  const able = cooked.map((d) =>
    sets.filter((set) =>
      of(d.id).every((m) => set.some((e) => e < (m?.day ?? 0) && (m?.day ?? 0) <= e + (d.keepsDays ?? 0))),
    ),
  );
  let least = Infinity;
  const walk = (i: number, evenings: Set<number>, batches: number): void => {
    if (i === cooked.length) least = Math.min(least, 100 * evenings.size + batches);
    else for (const set of able[i] ?? []) walk(i + 1, new Set([...evenings, ...set]), batches + set.length);
  };
  walk(0, new Set(), 0);
  return least + 10 * repeats;
};
