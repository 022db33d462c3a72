import { describe, expect, test } from '@jest/globals';
import {
  EQUATION_IDS,
  EQUATIONS,
  leanMass,
  preferredEquation,
  restingBy,
  restingExpenditure,
  restingSpread,
  sessionKcal,
  startExpenditure,
  type EquationBody,
} from './equations.ts';

const man: EquationBody = { sex: 'male', weightKg: 84.2, heightCm: 178, ageYears: 29, leanKg: 72.5 };
const woman: EquationBody = { sex: 'female', weightKg: 61.4, heightCm: 166, ageYears: 34, leanKg: null };
const rounded = (id: (typeof EQUATION_IDS)[number], body: EquationBody) =>
  Math.round(restingBy(id, body) ?? NaN);

// Worked values of the published forms: Mifflin 1990, Roza & Shizgal 1984, Cunningham 1980 and 1991, ten Haaf & Weijs 2014
// (from memory), Tinsley 2019 (from memory).
describe('each equation against its published form', () => {
  test.each([
    ['mifflin', 1816],
    ['harris-benedict', 1906],
    ['ten-haaf', 2036],
    ['cunningham-1980', 2095],
    ['cunningham-1991', 1936],
    ['ten-haaf-lean', 2135],
    ['tinsley-lean', 2162],
    ['tinsley', 2098],
  ] as const)('man, %s: %d kcal', (id, wanted) => expect(rounded(id, man)).toBe(wanted));
  test.each([
    ['mifflin', 1323],
    ['harris-benedict', 1382],
    ['ten-haaf', 1461],
  ] as const)('woman, %s: %d kcal', (id, wanted) => expect(rounded(id, woman)).toBe(wanted));
});

// Worked examples as textbooks print them, from memory.
describe('against other published worked examples', () => {
  test('Mifflin, rounded coefficients 10, 6.25, 5: man 70 kg, 175 cm, 30 y gives 1,649', () => {
    expect(
      rounded('mifflin', { ...man, weightKg: 70, heightCm: 175, ageYears: 30, leanKg: null }),
    ).toBeGreaterThan(1645);
    expect(
      rounded('mifflin', { ...man, weightKg: 70, heightCm: 175, ageYears: 30, leanKg: null }),
    ).toBeLessThan(1655);
  });
  test('Harris–Benedict revised: man 80 kg, 180 cm, 30 y gives 1,854', () =>
    expect(rounded('harris-benedict', { ...man, weightKg: 80, heightCm: 180, ageYears: 30 })).toBe(1854));
  test('Cunningham 1980: 60 kg of lean mass gives 1,820', () =>
    expect(rounded('cunningham-1980', { ...man, leanKg: 60 })).toBe(1820));
  test('Cunningham 1991: 65.3 kg of lean mass gives 1,780', () =>
    expect(rounded('cunningham-1991', { ...man, leanKg: 65.3 })).toBe(1780));
  test('ten Haaf by weight: woman 60 kg, 170 cm, 25 y gives 1,541', () =>
    expect(rounded('ten-haaf', { ...woman, weightKg: 60, heightCm: 170, ageYears: 25 })).toBe(1541));
  test('Tinsley by weight: 70 kg gives 1,746', () =>
    expect(rounded('tinsley', { ...man, weightKg: 70, leanKg: null })).toBe(1746));
});

describe('side by side', () => {
  test('all of them, their ends and their mean; they differ by about 10 %', () => {
    const { rows, low, high, mean } = restingSpread(man);
    expect(rows.map((r) => r.id)).toEqual([...EQUATION_IDS]);
    expect([Math.round(low), Math.round(high)]).toEqual([1816, 2162]);
    expect((high - low) / 2 / mean).toBeGreaterThan(0.05);
    expect((high - low) / 2 / mean).toBeLessThan(0.15);
  });
  test('without lean mass those that need it are unknown, not zero', () => {
    const { rows } = restingSpread(woman);
    expect(rows.filter((r) => r.kcal === undefined).map((r) => r.id)).toEqual(
      EQUATION_IDS.filter((id) => EQUATIONS[id].needsLean),
    );
    expect([preferredEquation(null), preferredEquation(60)]).toEqual(['mifflin', 'tinsley-lean']);
  });
});

describe('start values', () => {
  // FAO/WHO/UNU 2004: activity levels 1.40-2.40.
  test('total expenditure, and figures that cannot be', () => {
    expect(startExpenditure(restingExpenditure('male', 84.2, 178, 29), 1.7)).toBeCloseTo(3087.1, 0);
    expect(() => restingExpenditure('male', 8, 178, 29)).toThrow(
      'Body mass in kg must lie between 25 and 350, not 8.',
    );
    expect(() => restingBy('tinsley-lean', { ...man, leanKg: 90 })).toThrow(
      'Lean mass in kg must lie between 15',
    );
    expect(() => startExpenditure(restingExpenditure('male', 80, 178, 29), 4)).toThrow(RangeError);
  });
  test('lean mass from body fat', () => {
    expect(leanMass(84.2, 13.9)).toBeCloseTo(72.5, 1);
    expect(() => leanMass(80, 90)).toThrow('Body fat in per cent must lie between 2 and 70, not 90.');
  });
  // Ainsworth 2011, from memory: (MET - 1) x 1.05 x W x hours.
  test('an hour of resistance training at 80 kg is 336 kcal net', () =>
    expect(sessionKcal(5, 80, 60)).toBeCloseTo(336, 6));
});
