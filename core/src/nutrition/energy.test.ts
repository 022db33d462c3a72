import { describe, expect, test } from '@jest/globals';
import type { NutrientVector } from './vector.ts';
import { atwaterEnergy, energyBy, energyOf, euEnergy, euKilojoules } from './energy.ts';

// A worked day, common practice, no source: five meals on total carbohydrate, energies 4/4/9 and exact.
const MEALS = [
  { FAT: 13, PROCNT: 39, CHOCDF: 30, FIBTG: 6, kcal: 393 },
  { FAT: 4, PROCNT: 56, CHOCDF: 58, FIBTG: 2, kcal: 492 },
  { FAT: 2, PROCNT: 50, CHOCDF: 4, FIBTG: 0, kcal: 234 },
  { FAT: 27, PROCNT: 29, CHOCDF: 18, FIBTG: 4, kcal: 431 },
  { FAT: 4, PROCNT: 56, CHOCDF: 58, FIBTG: 2, kcal: 492 },
];
const total = (by: (vector: NutrientVector) => number | undefined, rows: NutrientVector[] = MEALS) =>
  rows.reduce((sum, row) => sum + (by(row) ?? NaN), 0);

describe('the worked day', () => {
  test.each(MEALS.map((m, i) => [i + 1, m] as const))('meal %d by general Atwater', (_n, meal) => {
    expect(atwaterEnergy(meal)).toBe(meal.kcal);
  });
  test('the day under every rule', () => {
    expect(total(atwaterEnergy)).toBe(2042);
    expect(total((v) => energyBy(v, 'us-plain'))).toBe(2042);
    expect(total((v) => energyBy(v, 'us-fibre-2'))).toBe(2014);
    expect(total((v) => energyBy(v, 'us-less-fibre'))).toBe(1986);
    expect(total(euKilojoules)).toBe(8490);
  });
  test('had the carbs been available ones, EU factors give 2,070', () => {
    const available = MEALS.map(({ CHOCDF, ...meal }) => ({ ...meal, CHOAVLDF: CHOCDF }));
    expect(total(euEnergy, available)).toBe(2070);
  });
});

// A day with much fibre, common practice, no source.
test('much fibre: 4/4/9 gives 2,320, fibre at 2 gives 2,224', () => {
  const day = { PROCNT: 172, CHOCDF: 237, FIBTG: 48, FAT: 76 };
  expect(atwaterEnergy(day)).toBe(2320);
  expect(energyBy(day, 'us-fibre-2')).toBe(2224);
});

describe('factors one by one', () => {
  const zero = { PROCNT: 0, FAT: 0, CHOAVLDF: 0, FIBTG: 0 };
  // Regulation (EU) 1169/2011 Annex XIV, both columns.
  test.each([
    [{ ...zero, PROCNT: 1 }, 4, 17],
    [{ ...zero, FAT: 1 }, 9, 37],
    [{ ...zero, CHOAVLDF: 1 }, 4, 17],
    [{ ...zero, FIBTG: 1 }, 2, 8],
    [{ ...zero, CHOAVLDF: 1, POLYL: 1 }, 2.4, 10],
    [{ ...zero, ALC: 1 }, 7, 29],
  ])('%j is %d kcal and %d kJ', (vector, kcal, kj) => {
    expect(euEnergy(vector)).toBeCloseTo(kcal, 9);
    expect(euKilojoules(vector)).toBeCloseTo(kj, 9);
  });
  // Merrill & Watt, USDA Handbook 74 (1973): alcohol 7 (general factor).
  test('general Atwater counts alcohol', () => {
    expect(atwaterEnergy({ PROCNT: 0, FAT: 0, CHOCDF: 0, ALC: 10 })).toBe(70);
  });
});

// Regulation (EU) 1169/2011 Annex XIV by hand; figures of the foods from memory.
describe('energy that no source states, where fibre is not stated either', () => {
  test.each([
    ['wine: 4 x 0.1 + 4 x 2.6 + 7 x 10.6', { PROCNT: 0.1, FAT: 0, CHOAVLDF: 2.6, ALC: 10.6 }, 85],
    ['a spirit: 7 x 31.6', { PROCNT: 0, FAT: 0, CHOAVLDF: 0, ALC: 31.6 }, 221.2],
    ['gum: 4 x 2 + 2.4 x 60', { PROCNT: 0, FAT: 0, CHOAVLDF: 62, POLYL: 60 }, 152],
    ['erythritol', { PROCNT: 0, FAT: 0, CHOAVLDF: 100, POLYL: 100, ERYTHL: 100 }, 0],
    ['gum with the fibre inside the carbs', { PROCNT: 0, FAT: 0, CHOCDF: 62, POLYL: 60 }, 152],
    ['half erythritol, half xylitol', { PROCNT: 0, FAT: 0, CHOAVLDF: 100, POLYL: 100, ERYTHL: 50 }, 120],
  ])('%s', (_, vector, kcal) => expect(energyOf(vector)?.kcal).toBeCloseTo(kcal, 6));
});

describe('what is not known', () => {
  test('no energy is made up', () => {
    expect(energyOf({ PROCNT: 10 })).toBeUndefined();
    expect(energyOf({ PROCNT: 10, FAT: 2 })).toBeUndefined();
    expect(energyBy({ PROCNT: 1, FAT: 1, CHOCDF: 1 }, 'us-fibre-2')).toBeUndefined();
  });
  test('the stated energy wins, the computed one says so', () => {
    expect(energyOf({ ENERC: 100, PROCNT: 10, FAT: 0, CHOCDF: 0 })).toEqual({ kcal: 100, from: 'stated' });
    expect(energyOf({ PROCNT: 10, FAT: 0, CHOCDF: 5 })).toEqual({ kcal: 60, from: 'computed' });
    expect(energyOf({ PROCNT: 10, FAT: 0, CHOAVLDF: 5, FIBTG: 4 })).toEqual({ kcal: 68, from: 'computed' });
    expect(energyOf({ PROCNT: 10, FAT: 0, CHOAVLDF: 5 })).toEqual({ kcal: 60, from: 'computed' });
  });
});
