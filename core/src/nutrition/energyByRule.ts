import { sumNutrients, type NutrientVector } from './vector.ts';
import { energyBy, energyOf, euEnergy, euKilojoules } from './energy.ts';

/** Energy of the same food under one rule. */
export interface EnergyByRule {
  rule: 'stated' | 'plain' | 'fibre at 2' | 'less fibre' | 'eu' | 'eu kJ';
  value: number;
  unit: 'kcal' | 'kJ';
}

const KEYS = ['PROCNT', 'FAT', 'CHOCDF', 'CHOAVLDF', 'FIBTG', 'POLYL', 'ALC'] as const;

/** The sums of several vectors, of each nutrient that all of them state; polyols and alcohol not stated count as none. */
const summed = (vectors: readonly NutrientVector[]): NutrientVector => {
  const sums = sumNutrients(vectors);
  const out: Partial<Record<(typeof KEYS)[number], number>> = {};
  for (const key of KEYS)
    if (sums[key].unknown === 0 || key === 'POLYL' || key === 'ALC') out[key] = sums[key].value;
  return out;
};

/**
 * The energy that several portions hold together, as their sources state it and under each rule that all of them allow; a rule that needs
 * what some portion does not state is left out. Sources: Merrill & Watt 1973; 21 CFR 101.9(c)(1)(i); Regulation (EU) 1169/2011 Annex XIV.
 */
export const energyByRules = (vectors: readonly NutrientVector[]): EnergyByRule[] => {
  const sum = summed(vectors);
  const stated = vectors.map((v) => energyOf(v)?.kcal);
  const rows: { rule: EnergyByRule['rule']; value: number | undefined; unit: EnergyByRule['unit'] }[] = [
    {
      rule: 'stated',
      value: stated.some((k) => k === undefined)
        ? undefined
        : stated.reduce<number>((s, k) => s + (k ?? 0), 0),
      unit: 'kcal',
    },
    { rule: 'plain', value: energyBy(sum, 'us-plain'), unit: 'kcal' },
    { rule: 'fibre at 2', value: energyBy(sum, 'us-fibre-2'), unit: 'kcal' },
    { rule: 'less fibre', value: energyBy(sum, 'us-less-fibre'), unit: 'kcal' },
    { rule: 'eu', value: euEnergy(sum), unit: 'kcal' },
    { rule: 'eu kJ', value: euKilojoules(sum), unit: 'kJ' },
  ];
  return rows.flatMap((r) => (r.value === undefined ? [] : [{ ...r, value: r.value }]));
};
