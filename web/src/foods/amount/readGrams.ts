import { PortionGrams } from '@maul/contract/common';
import { type Units } from '@maul/contract/people';
import { readAmount, type AmountFood, type Method } from '@maul/core/foods';

export interface ReadGrams {
  grams: number | null;
  fault?: string;
  /** How such an amount is known; null or undefined for a plain weight. */
  method?: Method | null;
  spread?: number | null;
  /** What was taken for granted, in a sentence. */
  assumed?: string | null;
}

/**
 * Reads a typed amount into grams: "150", "150,5 g", "4 oz", "250 mL", "2 slices". A number without a unit is in the athlete's own. Nothing
 * typed is no amount; what cannot be is said in a sentence.
 */
export const readGrams = (text: string, unit: Units['food'] = 'g', food: AmountFood = {}): ReadGrams => {
  if (text.trim() === '') return { grams: null };
  const read = readAmount(text, food, unit === 'oz');
  if ('fault' in read) return { grams: null, fault: read.fault };
  const plain = /^[\d.,]+\s*(g)?$/i.test(text.trim()) && unit === 'g';
  const checked = PortionGrams.safeParse(plain ? read.grams : Math.round(read.grams * 100) / 100);
  return checked.success
    ? { grams: checked.data, method: read.method, spread: read.spread, assumed: read.assumed }
    : { grams: null, fault: checked.error.issues[0]?.message ?? 'Check the weight.' };
};
