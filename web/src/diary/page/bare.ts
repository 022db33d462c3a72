import type { PortionFood } from '@maul/contract/foods';
import { BARE_ID, rangeSpread, type QuickBare, type QuickMark } from '@maul/core/diary';
import { type CarbBasis } from '@maul/core/nutrition';
import type { NewPortion } from '../../data/edit.ts';

export type BareFigures = Partial<Record<'ENERC' | 'PROCNT' | 'CARB' | 'FAT' | 'FIBTG', number>>;

/** The portion of a bare food that stands for all of it, grams. */
export const BARE_GRAMS = 100;

/** Something that holds only what was typed of it: energy, macros, or nothing in numbers. */
export const bareFood = (name: string, figures: BareFigures, carbBasis: CarbBasis): PortionFood => {
  const { CARB, ...rest } = figures;
  const per100g: Record<string, number> = { ...rest };
  if (CARB !== undefined) per100g[carbBasis === 'total' ? 'CHOCDF' : 'CHOAVLDF'] = CARB;
  return { id: BARE_ID, name, state: 'as sold', source: 'Typed as energy or macros', per100g };
};

/** A bare entry of the quick line as a portion. Its range, if it has one, is that of its widest figure. */
export const barePortion = (entry: QuickBare, carbBasis: CarbBasis, whenUnmarked: QuickMark): NewPortion => {
  const figures: BareFigures = {};
  let [low, high] = [1, 1];
  for (const [key, ends] of Object.entries(entry.figures)) {
    const middle = (ends.low + ends.high) / 2;
    figures[key as keyof BareFigures] = middle;
    if (middle > 0) [low, high] = [Math.min(low, ends.low / middle), Math.max(high, ends.high / middle)];
  }
  const mark = entry.mark ?? whenUnmarked;
  const planned = mark === 'plan';
  const ranged = high > low;
  return {
    food: bareFood(entry.label === '' ? 'Something eaten' : entry.label, figures, carbBasis),
    plannedGrams: planned ? BARE_GRAMS : null,
    grams: planned ? null : BARE_GRAMS,
    method: planned ? null : mark === 'out' ? 'out' : mark === 'true' ? 'label' : 'eye',
    spread: planned || !ranged ? null : rangeSpread(low, high),
    guess: ranged ? { low: low * BARE_GRAMS, high: high * BARE_GRAMS } : null,
    reason: entry.reason,
  };
};
