import type { Random } from '../../random/index.ts';
import { TARGET_KEYS, type TargetKey } from '../../nutrition/index.ts';
import type { FitFood, FitProblem, FitWindow } from './model.ts';

/** Synthetic foods and windows for tests and the bench: seeded, invented, of the shape that a day has. */

/** Per 100 g: energy, protein, carbs, fat, fibre. Rounded values from memory, for shape alone. */
const KINDS: readonly (readonly [string, number, number, number, number, number, number | null])[] = [
  ['Oats', 372, 13, 60, 7, 10, null],
  ['Rice, cooked', 128, 2.6, 28, 0.3, 0.4, null],
  ['Potato', 77, 1.8, 17, 0.1, 1.6, null],
  ['Chicken, cooked', 151, 31, 0, 3, 0, null],
  ['Salmon', 208, 20, 0, 14, 0, null],
  ['Egg', 143, 12.6, 0.7, 9.9, 0, 60],
  ['Rice cake', 385, 8, 82, 2.8, 4, 9],
  ['Quark', 68, 12, 4, 0.3, 0, null],
  ['Olive oil', 884, 0, 0, 100, 0, null],
  ['Beans', 114, 8, 14, 0.5, 8, null],
  ['Bread slice', 250, 9, 45, 3, 6, 40],
  ['Whey', 380, 78, 8, 5, 0, null],
  ['Banana', 89, 1.1, 20, 0.3, 2.6, 118],
  ['Broccoli', 34, 2.8, 4, 0.4, 3, null],
];

export interface SampleShape {
  foods: number;
  pieces: number;
  meals: number;
  /** True: amounts may hardly move, so that windows are often missed. */
  tight?: boolean;
}

const sampleFood = (random: Random, i: number, shape: SampleShape): FitFood => {
  const whole = i < shape.pieces;
  const of = KINDS.filter((k) => (k[6] !== null) === whole);
  const kind = of[Math.floor(random() * of.length)] ?? of[0];
  if (!kind) throw new RangeError('There is no such food.');
  const [name, energy, protein, carbs, fat, fibre, piece] = kind;
  const vary = (value: number): number => (value / 100) * (0.9 + 0.2 * random());
  const step = whole ? (piece ?? 50) : 5;
  const grams = step * Math.ceil(random() * (whole ? 4 : 40));
  const room = shape.tight ? 2 * step : 200;
  return {
    id: `f${i}`,
    name,
    mealId: `m${i % shape.meals}`,
    grams,
    perGram: {
      ENERC: vary(energy),
      PROCNT: vary(protein),
      CARB: vary(carbs),
      FAT: vary(fat),
      FIBTG: vary(fibre),
    },
    moves: { min: Math.max(0, grams - room), max: grams + room, step, whole },
  };
};

/** A day to be fitted; the same for the same seed. Windows lie round a total near the plan, now and then where none can be reached. */
export const sampleFit = (random: Random, shape: SampleShape): FitProblem => {
  const foods = Array.from({ length: shape.foods }, (_, i) => sampleFood(random, i, shape));
  const WIDTH: Record<TargetKey, number> = { ENERC: 100, PROCNT: 10, CARB: 10, FAT: 6, FIBTG: 10 };
  const windowsOf = (mealId: string | undefined): FitWindow[] =>
    TARGET_KEYS.flatMap((key) => {
      if (mealId !== undefined && (key === 'ENERC' || key === 'FIBTG')) return [];
      const held = foods
        .filter((f) => mealId === undefined || f.mealId === mealId)
        .reduce((sum, f) => sum + f.grams * (f.perGram[key] ?? 0), 0);
      const low = Math.round(held * (0.8 + 0.5 * random()));
      const high = key === 'FIBTG' ? Infinity : low + WIDTH[key] * (mealId === undefined ? 1 : 0.6);
      return [{ key, mealId, low, high, already: 0 }];
    });
  const meals = shape.meals > 1 ? Array.from({ length: shape.meals }, (_, i) => `m${i}`) : [];
  return { foods, windows: [...windowsOf(undefined), ...meals.flatMap(windowsOf)] };
};
