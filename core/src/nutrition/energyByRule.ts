import { type NutrientVector } from './vector.ts';
import { energyBy, energyOf, euEnergy, euKilojoules } from './energy.ts';

/** Energy of the same food under one rule. */
export interface EnergyByRule {
  rule: 'stated' | 'plain' | 'fibre at 2' | 'less fibre' | 'eu' | 'eu kJ';
  value: number;
  unit: 'kcal' | 'kJ';
}

/** The sum of what a rule gives for each portion; undefined where it needs what some portion does not state. */
const total = (values: readonly (number | undefined)[]): number | undefined =>
  values.reduce<number | undefined>(
    (sum, value) => (sum === undefined || value === undefined ? undefined : sum + value),
    0,
  );

/**
 * The energy that several portions hold together, as their sources state it and under each rule that all of them allow; a rule that needs
 * what some portion does not state is left out. Each food is brought to the carbohydrate of the rule by its fibre, so that foods of
 * different labels stand side by side. Sources: Merrill & Watt 1973; 21 CFR 101.9(c)(1)(i); Regulation (EU) 1169/2011 Annex XIV.
 *
 * @example
 * const us = { PROCNT: 10, FAT: 0, CHOCDF: 20, FIBTG: 5 };
 * const eu = { PROCNT: 10, FAT: 0, CHOAVLDF: 15, FIBTG: 5 };
 * energyByRules([us, eu]).find((r) => r.rule === 'less fibre')?.value; // => 200
 */
export const energyByRules = (vectors: readonly NutrientVector[]): EnergyByRule[] => {
  const by = (
    rule: EnergyByRule['rule'],
    unit: EnergyByRule['unit'],
    energy: (vector: NutrientVector) => number | undefined,
  ): EnergyByRule[] => {
    const value = total(vectors.map(energy));
    return value === undefined ? [] : [{ rule, value, unit }];
  };
  return [
    ...by('stated', 'kcal', (v) => energyOf(v)?.kcal),
    ...by('plain', 'kcal', (v) => energyBy(v, 'us-plain')),
    ...by('fibre at 2', 'kcal', (v) => energyBy(v, 'us-fibre-2')),
    ...by('less fibre', 'kcal', (v) => energyBy(v, 'us-less-fibre')),
    ...by('eu', 'kcal', euEnergy),
    ...by('eu kJ', 'kJ', euKilojoules),
  ];
};
