import type { HouseholdMeasure } from '@maul/core/foods';
import { gramsText } from '../../ui/formats/show.ts';

/**
 * What lies on the pan in servings or scoops of the food, and how far it is from a whole number of them: "2 scoops of 30 g and 4 g more".
 * Null where the food has no such measure or less than half of one lies there.
 */
export const servingText = (measures: readonly HouseholdMeasure[], net: number): string | null => {
  const serving = measures.find((m) => /^(scoop|serving)/i.test(m.name));
  if (!serving || net < serving.grams / 2) return null;
  const count = Math.round(net / serving.grams);
  const off = Math.round((net - count * serving.grams) * 10) / 10;
  const name = serving.name.split(',')[0] ?? serving.name;
  const whole = `${count} ${name}${count === 1 ? '' : 's'} of ${gramsText(serving.grams)} g`;
  if (off === 0) return `${whole}, to the gram`;
  return off > 0 ? `${whole} and ${gramsText(off)} g more` : `${whole} less ${gramsText(-off)} g`;
};
