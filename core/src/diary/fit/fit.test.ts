import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import highsLoader from 'highs';
import { seededRandom } from '../../random/index.ts';
import type { TargetKey } from '../../nutrition/index.ts';
import { deviation, violation, type FitFood, type FitProblem } from './model.ts';
import { fitSentences, volumeSentence } from './explain.ts';
import { highsSolver } from './highs.ts';
import { portionsToFit } from './fit.ts';
import { type Solver } from './program.ts';
import { sampleFit } from './samples.ts';

let solver: Solver;
beforeAll(async () => {
  solver = highsSolver(await highsLoader());
});

const per = (ENERC: number, PROCNT: number, CARB: number, FAT: number): FitFood['perGram'] => ({
  ENERC: ENERC / 100,
  PROCNT: PROCNT / 100,
  CARB: CARB / 100,
  FAT: FAT / 100,
  FIBTG: 0,
});
const free = (grams: number) => ({ min: 0, max: Math.max(3 * grams, 300), step: 5, whole: false });
const rice: FitFood = {
  id: 'rice',
  name: 'Rice',
  mealId: 'a',
  grams: 180,
  perGram: per(128, 2.6, 28, 0.3),
  moves: free(180),
};
const quark: FitFood = {
  id: 'quark',
  name: 'Quark',
  mealId: 'a',
  grams: 250,
  perGram: per(68, 12, 4, 0.3),
  moves: free(250),
};
const egg: FitFood = {
  id: 'egg',
  name: 'Egg',
  mealId: 'b',
  grams: 120,
  perGram: per(143, 12.6, 0.7, 9.9),
  moves: { min: 0, max: 360, step: 60, whole: true },
};
const window = (key: TargetKey, low: number, high: number, mealId?: string) => ({
  key,
  low,
  high,
  mealId,
  already: 0,
});

describe('portions to fit', () => {
  test('a day that lands already stays as it is', () => {
    const problem: FitProblem = {
      foods: [rice, quark],
      windows: [window('CARB', 55, 65), window('PROCNT', 30, 40)],
    };
    const { answers } = portionsToFit(problem, solver);
    expect(answers[0]).toMatchObject({ grams: [180, 250], violation: 0, deviation: 0 });
  });
  test('the lever gives way, in steps of 5 g, and nothing else moves', () => {
    const problem: FitProblem = {
      foods: [rice, quark],
      windows: [window('CARB', 40, 44), window('PROCNT', 30, 40)],
    };
    const first = portionsToFit(problem, solver).answers[0];
    // 44 g of carbs less 10 g from the quark leave 121 g of rice at most: the next whole step is 120 g.
    expect(first?.grams).toEqual([120, 250]);
    expect(first?.deviation).toBe(12 + 3);
  });
  test('eggs stay whole', () => {
    const problem: FitProblem = {
      foods: [egg, quark],
      windows: [window('PROCNT', 58, 62), window('FAT', 15, 24)],
    };
    const first = portionsToFit(problem, solver).answers[0];
    expect((first?.grams[0] ?? 1) % 60).toBe(0);
    expect(first?.violation).toBeCloseTo(0, 6);
  });
  test('protein that these cannot reach is said, with the food that would', () => {
    const still: FitFood = { ...quark, moves: { min: 250, max: 300, step: 5, whole: false } };
    const whey: FitFood = {
      ...quark,
      id: 'whey',
      name: 'whey',
      grams: 0,
      perGram: per(380, 78, 8, 5),
      moves: { min: 0, max: 90, step: 30, whole: true },
    };
    const problem: FitProblem = {
      foods: [{ ...rice, moves: { min: 100, max: 200, step: 5, whole: false } }, still],
      windows: [window('PROCNT', 60, 70)],
    };
    const fit = portionsToFit(problem, solver, { stock: [rice, whey] });
    expect(fit.answers[0]?.landings[0]).toMatchObject({ side: 'short' });
    expect(fitSentences(fit, problem, () => undefined)[0]).toBe(
      'Protein cannot reach 60 with these: 18.8 g short; 30 g whey would close it.',
    );
  });
  test('a food that closes it only when others move is said with those moves', () => {
    // Beans bring the fibre and carbs with them: the rice must give way.
    const beans: FitFood = {
      ...quark,
      id: 'beans',
      name: 'Beans',
      grams: 0,
      perGram: { ENERC: 1.14, PROCNT: 0.08, CARB: 0.14, FAT: 0.005, FIBTG: 0.08 },
      moves: { min: 0, max: 300, step: 5, whole: false },
    };
    const problem: FitProblem = {
      foods: [rice],
      windows: [window('FIBTG', 16, 18), window('CARB', 48, 52)],
    };
    const fit = portionsToFit(problem, solver, { stock: [beans] });
    expect(fit.help).toMatchObject({ closes: true, moves: [{ name: 'Rice', from: 180 }] });
    expect(fitSentences(fit, problem, () => undefined)[0]).toMatch(
      /^Fibre cannot reach 16 with these: 16 g short; \d+ g Beans, with Rice 180 → \d+ g, would close it\.$/,
    );
  });
  test('a window that gives way to another is not called unreachable', () => {
    const problem: FitProblem = {
      foods: [{ ...quark, moves: { min: 0, max: 600, step: 5, whole: false } }],
      windows: [window('PROCNT', 60, 62), window('CARB', 0, 10)],
    };
    const said = fitSentences(portionsToFit(problem, solver), problem, () => undefined).join(' ');
    expect(said).toContain('not every window can be met with these');
    expect(said).not.toContain('cannot reach');
  });
  test('more of one food than anybody eats is said, and two foods are preferred', () => {
    const limited = { ...quark, usual: 250, largest: 500 };
    const alone: FitProblem = { foods: [{ ...limited, moves: { min: 0, max: 900, step: 5, whole: false } }], windows: [window('PROCNT', 100, 104)] };
    expect(fitSentences(portionsToFit(alone, solver), alone, () => undefined)[0]).toMatch(
      /^8\d\d g Quark is more than a usual portion \(about 500 g at most\)/,
    );
    const skyr: FitFood = { ...limited, id: 'skyr', name: 'Skyr', perGram: per(63, 11, 4, 0.2) };
    const both: FitProblem = {
      foods: [limited, skyr].map((f) => ({ ...f, moves: { min: 0, max: 900, step: 5, whole: false } })),
      windows: [window('PROCNT', 100, 104)],
    };
    const [first] = portionsToFit(both, solver).answers;
    expect(first?.grams.every((g) => g <= 500)).toBe(true);
    expect(volumeSentence(3400)).toContain('3.4 kg of food');
    expect(volumeSentence(2900)).toBeUndefined();
  }); // prettier-ignore
  test('a macro that a food does not state is named', () => {
    const bare: FitFood = { ...rice, name: 'Fen soup', perGram: { ENERC: 0.5 } };
    const problem: FitProblem = {
      foods: [bare, quark],
      windows: [window('PROCNT', 20, 40), window('FAT', 0, 20)],
    };
    expect(fitSentences(portionsToFit(problem, solver), problem, () => undefined)).toEqual([
      'Protein is not promised: Fen soup does not state it, so it is at least this much.',
      'Fat is not promised: Fen soup does not state it, so it is at least this much.',
    ]);
  });
  test('windows that contradict each other are said, and the nearest is found all the same', () => {
    const problem: FitProblem = {
      foods: [rice, quark, egg],
      windows: [
        window('ENERC', 1000, 1050),
        window('PROCNT', 180, 200),
        window('CARB', 200, 210),
        window('FAT', 60, 70),
      ],
    };
    const fit = portionsToFit(problem, solver);
    expect(fitSentences(fit, problem, () => undefined)[0]).toContain(
      'hold 2060 kcal already, energy allows 1050',
    );
    expect(fit.answers).not.toHaveLength(0);
  });
  test('a window of its own for a meal is honoured', () => {
    const later: FitFood = { ...rice, id: 'late', mealId: 'b' };
    const problem: FitProblem = {
      foods: [rice, later],
      windows: [window('CARB', 98, 102), window('CARB', 18, 22, 'a')],
    };
    const first = portionsToFit(problem, solver).answers[0];
    expect(first?.landings.map((l) => l.side)).toEqual(['inside', 'inside']);
    expect((first?.grams[0] ?? 0) * 0.28).toBeLessThan(22.01);
  });
  test('answers differ in at least two foods, by a fifth or a step', () => {
    const problem: FitProblem = {
      foods: [rice, quark, egg],
      windows: [window('PROCNT', 55, 75), window('CARB', 40, 70)],
    };
    const { answers } = portionsToFit(problem, solver);
    expect(answers.length).toBeGreaterThan(1);
    answers.slice(1).forEach((answer) => {
      const moved = answer.grams.filter((g, i) => Math.abs(g - (answers[0]?.grams[i] ?? 0)) > 1);
      expect(moved.length).toBeGreaterThanOrEqual(2);
    });
  });
  test.each([
    [
      { ...rice, moves: { min: 300, max: 100, step: 5, whole: false } },
      'at least 300 g and at most 100 g cannot both be',
    ],
    [
      { ...egg, moves: { min: 61, max: 119, step: 60, whole: true } },
      'no whole piece of 60 g lies between 61 g and 119 g',
    ],
    [{ ...egg, moves: undefined }, 'Nothing may move'],
  ] as const)('bounds that cannot be: %#', (food, sentence) => {
    expect(() => portionsToFit({ foods: [food], windows: [] }, solver)).toThrow(sentence);
  });
  test('never leaves its bounds or its steps, and is never worse than the plan', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100_000 }), fc.boolean(), (seed, tight) => {
        const problem = sampleFit(seededRandom(seed), { foods: 6, pieces: 2, meals: 2, tight });
        const { answers } = portionsToFit(problem, solver, { answers: 1 });
        const grams = answers[0]?.grams ?? [];
        problem.foods.forEach((food, i) => {
          const { min, max, step } = food.moves ?? { min: 0, max: 0, step: 1 };
          const g = grams[i] ?? NaN;
          expect(g).toBeGreaterThanOrEqual(min - 1e-6);
          expect(g).toBeLessThanOrEqual(max + 1e-6);
          if (Math.abs(g - food.grams) > 1e-6)
            expect(Math.abs(g / step - Math.round(g / step))).toBeLessThan(1e-6);
        });
        const plan = problem.foods.map((f) => f.grams);
        // Grams are put on their steps at the end: half a step of each may be lost there.
        expect(violation(problem, grams)).toBeLessThanOrEqual(violation(problem, plan) + 1e-6);
        expect(deviation(problem, plan)).toBe(0);
      }),
      { numRuns: 25, seed: 5 },
    );
  });
  // Against brute force over every combination of whole steps: what is called impossible is.
  test('law: what can land on whole steps does, and what is called proven misses least', () => {
    const cases = process.env.MAUL_LAWS === 'full' ? 300 : 40;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), fc.integer({ min: 0, max: 2 }), (seed, pieces) => {
        const random = seededRandom(seed);
        const sample = sampleFit(random, { foods: 3, pieces, meals: 1 });
        const foods = sample.foods.map((f) => {
          const step = f.moves?.step ?? 5;
          return { ...f, moves: { min: Math.max(0, f.grams - 6 * step), max: f.grams + 6 * step, step, whole: f.moves?.whole ?? false } };
        });
        // Windows as narrow as in a peak week, round a point that some steps reach.
        const aim = foods.map((f) => f.moves.min + f.moves.step * Math.floor(random() * ((f.moves.max - f.moves.min) / f.moves.step)));
        const windows = (['PROCNT', 'CARB', 'FAT'] as const).map((key) => {
          const at = foods.reduce((sum, f, i) => sum + (aim[i] ?? 0) * (f.perGram[key] ?? 0), 0);
          const half = key === 'FAT' ? 1 : 2;
          return window(key, at - half * random() * 2, at + half * random());
        });
        const problem: FitProblem = { foods, windows };
        const fit = portionsToFit(problem, solver, { answers: 1 });
        const counts = (f: (typeof foods)[number]) => {
          const steps = new Set([f.grams]);
          for (let g = Math.ceil(f.moves.min / f.moves.step) * f.moves.step; g <= f.moves.max + 1e-9; g += f.moves.step) steps.add(g);
          return [...steps];
        };
        const [a, b, c] = foods.map(counts) as [number[], number[], number[]];
        let least = Infinity;
        for (const x of a) for (const y of b) for (const z of c) least = Math.min(least, violation(problem, [x, y, z]));
        expect(least).toBeLessThan(1e-9);
        expect(fit.proven).toBe(true);
        expect(fit.answers[0]?.violation).toBeLessThan(1e-6);
      }),
      { numRuns: cases, seed: 11 },
    );
  }); // prettier-ignore
  test('a plan beside its steps may stay as it is', () => {
    const problem: FitProblem = {
      foods: [
        { ...rice, grams: 183 },
        { ...quark, grams: 251 },
      ],
      windows: [window('CARB', 183 * 0.28 + 251 * 0.04 - 0.05, 183 * 0.28 + 251 * 0.04 + 0.05)],
    };
    expect(portionsToFit(problem, solver).answers[0]?.grams).toEqual([183, 251]);
  });
  test('twenty foods over four meals: a first answer is told before the others are looked for', () => {
    const problem = sampleFit(seededRandom(9), { foods: 20, pieces: 4, meals: 4 });
    let early = 0;
    const fit = portionsToFit(problem, solver, {
      clock: () => performance.now(),
      onFirst: (f) => (early = f.answers.length),
    });
    expect(early).toBe(1);
    expect(fit.gap).toBeGreaterThanOrEqual(0);
  });
});
