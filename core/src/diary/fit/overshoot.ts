import { missCost, outside, type FitWindow, type FitFood } from './model.ts';

export interface SmallestChange {
  food: FitFood;
  from: number;
  to: number;
  /** True when the day lands with it. */
  lands: boolean;
}

/**
 * The smallest change of one portion still to come that brings a day back towards its windows after more was eaten than planned: of all
 * steps of all portions that may move, the least miss, then the fewest grams. It never takes protein or fat under their low ends, nor
 * further under them than they are. Undefined when nothing is over, or nothing would help. `windows` carry what the day lands on now in
 * `already`, the portions at their planned grams included.
 */
export const smallestChange = (
  coming: readonly FitFood[],
  windows: readonly FitWindow[],
): SmallestChange | undefined => {
  const over = windows.filter((w) => w.already > w.high + 1e-9);
  if (over.length === 0) return undefined;
  const missNow = windows.reduce((sum, w) => sum + missCost(w) * outside(w, w.already), 0);
  let best: (SmallestChange & { miss: number; grams: number }) | undefined;
  for (const food of coming) {
    if (!food.moves) continue;
    const { min, max, step } = food.moves;
    for (let grams = food.grams - step; grams >= Math.min(min, max) - 1e-9; grams -= step) {
      const to = Math.max(0, Math.round(grams * 100) / 100);
      const by = to - food.grams;
      let miss = 0;
      let underFloor = false;
      for (const window of windows) {
        const value = window.already + by * (food.perGram[window.key] ?? 0);
        miss += missCost(window) * outside(window, value);
        const floor = window.key === 'PROCNT' || window.key === 'FAT';
        if (floor && value < window.low - 1e-9 && value < window.already - 1e-9) underFloor = true;
      }
      if (underFloor) break;
      const moved = -by;
      const better =
        !best || miss < best.miss - 1e-3 || (miss < best.miss + 1e-3 && moved < best.grams - 1e-9);
      if (miss < missNow - 1e-2 && better)
        best = { food, from: food.grams, to, lands: miss < 1e-6, miss, grams: moved };
    }
  }
  return best && { food: best.food, from: best.from, to: best.to, lands: best.lands };
};
