import {
  type Column,
  GLYCOGEN_PER_KG,
  LEAST_PROTEIN_PER_KG,
  LEAST_WATER,
  leastWater,
  mostWater,
  SODIUM_LIMIT,
  WATER_LIMIT,
} from '@maul/core/peak';
import { whole } from '@maul/core/units';

const PER_KG: Readonly<Partial<Record<Column, string>>> = {
  carbs: `muscle holds about ${GLYCOGEN_PER_KG} g per kg in all`,
  protein: `at least ${LEAST_PROTEIN_PER_KG} g per kg`,
  fat: '14-day mean at least 0.5 g per kg',
  water: `in any 24 h ${LEAST_WATER.perKg} mL per kg, at least ${LEAST_WATER.day / 1000} L, to ${WATER_LIMIT.perKg} mL per kg, at most ${WATER_LIMIT.day / 1000} L`,
};

/** What bounds a row, in words. */
export const limitOf = (column: Column, weightKg: number, hidden: boolean): string => {
  // In grams it would tell the weight.
  if (hidden && column in PER_KG) return PER_KG[column] ?? '';
  switch (column) {
    case 'carbs':
      return `muscle holds about ${whole(GLYCOGEN_PER_KG * weightKg)} g in all`;
    case 'protein':
      return `at least ${Math.round(LEAST_PROTEIN_PER_KG * weightKg)} g`;
    case 'fat':
      return `14-day mean at least ${Math.round(0.5 * weightKg)} g`;
    case 'sodium':
      return `at least ${SODIUM_LIMIT.low} mg, at most ${SODIUM_LIMIT.swing} × the day before`;
    case 'water':
      return `in any 24 h ${(leastWater(weightKg) / 1000).toFixed(2)} to ${(mostWater(weightKg) / 1000).toFixed(1)} L`;
    default:
      return 'the protocol’s own';
  }
};
