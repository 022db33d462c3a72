import { PortionGrams, type Units } from '@maul/contract';
import { toGrams } from '@maul/core';

/**
 * Reads a typed amount into grams: "150", "150,5 g", "4 oz". A number without a unit is in the athlete's own. Nothing typed is no
 * amount; what cannot be is said in a sentence.
 */
export const readGrams = (
  text: string,
  unit: Units['food'] = 'g',
): { grams: number | null; fault?: string } => {
  const found = /^([+-]?\d*[.,]?\d+)\s*(g|oz)?$/i.exec(text.trim());
  if (text.trim() === '') return { grams: null };
  if (!found)
    return {
      grams: null,
      fault: `“${text.trim()}” is not a number of ${unit === 'g' ? 'grams' : 'ounces'}.`,
    };
  const given = (found[2]?.toLowerCase() ?? unit) as Units['food'];
  const grams = toGrams(Number(found[1]?.replace(',', '.')), given);
  const read = PortionGrams.safeParse(given === 'g' ? grams : Math.round(grams * 100) / 100);
  return read.success
    ? { grams: read.data }
    : { grams: null, fault: read.error.issues[0]?.message ?? 'Check the weight.' };
};
