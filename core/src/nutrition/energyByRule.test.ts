import { expect, test } from '@jest/globals';
import type { NutrientVector } from './vector.ts';
import { energyByRules } from './energyByRule.ts';

// common practice, no source: a worked day of five meals; fat, protein, total carbs, fibre, stated kcal.
const DAY = [
  [13, 39, 30, 6, 393],
  [4, 56, 58, 2, 492],
  [2, 50, 4, 0, 234],
  [27, 29, 18, 4, 431],
  [4, 56, 58, 2, 492],
].map(([FAT, PROCNT, CHOCDF, FIBTG, ENERC]) => ({ FAT, PROCNT, CHOCDF, FIBTG, ENERC }));
const valueOf = (vectors: readonly NutrientVector[], rule: string) =>
  energyByRules(vectors).find((r) => r.rule === rule)?.value;

test('one day under every rule: stated and plain 2,042, fibre at 2 2,014, less fibre 1,986, 8,490 kJ', () => {
  expect(energyByRules(DAY).map(({ rule, value }) => [rule, value])).toEqual([
    ['stated', 2042],
    ['plain', 2042],
    ['fibre at 2', 2014],
    ['less fibre', 1986],
    ['eu', 2014],
    ['eu kJ', 8490],
  ]);
});
test('had the carbs been available ones, EU factors give 2,070 kcal', () => {
  const available = DAY.map(({ CHOCDF, ...rest }) => ({ ...rest, CHOAVLDF: CHOCDF }));
  expect(valueOf(available, 'eu')).toBe(2070);
});
test('a rule that needs what some portion does not state is left out', () => {
  const rules = energyByRules([...DAY, { ENERC: 100 }]).map((r) => r.rule);
  expect(rules).toEqual(['stated']);
});
