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
test('US and EU foods side by side are brought to the carbohydrate of each rule', () => {
  // By hand: 10 P, 15 net carbs and 5 fibre each, the one stated with the fibre inside, the other outside.
  const foods = [
    { PROCNT: 10, FAT: 0, CHOCDF: 20, FIBTG: 5 },
    { PROCNT: 10, FAT: 0, CHOAVLDF: 15, FIBTG: 5 },
  ];
  expect(energyByRules(foods).map(({ rule, value }) => [rule, value])).toEqual([
    ['stated', 230],
    ['plain', 240],
    ['fibre at 2', 220],
    ['less fibre', 200],
    ['eu', 220],
    ['eu kJ', 930],
  ]);
});
test('a rule that needs what some portion does not state is left out', () => {
  const rules = energyByRules([...DAY, { ENERC: 100 }]).map((r) => r.rule);
  expect(rules).toEqual(['stated']);
});
