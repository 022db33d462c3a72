import { describe, expect, test } from '@jest/globals';
import { referenceIntake, type IntakePerson } from './intakes.ts';
import { nutrientPanel } from './panel.ts';
import type { Tagname } from './tagnames.ts';

const man: IntakePerson = { sex: 'male', age: 29 };
const woman: IntakePerson = { sex: 'female', age: 34 };

// IOM / NASEM Dietary Reference Intakes for adults, values from memory: men, women.
describe('reference intakes', () => {
  test.each([
    ['K', 3400, 2600],
    ['NA', 1500, 1500],
    ['FE', 8, 18],
    ['ZN', 11, 8],
    ['MG', 400, 320],
    ['VITA_RAE', 900, 700],
    ['VITC', 90, 75],
    ['F18D3N3', 1.6, 1.1],
    ['FIBTG', 38, 25],
    ['WATER', 3700, 2700],
  ] as const)('%s', (tag, men, women) => {
    expect(referenceIntake(tag, man)?.value).toBe(men);
    expect(referenceIntake(tag, woman)?.value).toBe(women);
  });
  test.each([
    ['CA', { sex: 'female', age: 51 }, 1200, 2000],
    ['CA', { sex: 'male', age: 60 }, 1000, 2000],
    ['CA', { sex: 'male', age: 71 }, 1200, 2000],
    ['FE', { sex: 'female', age: 51 }, 8, 45],
    ['FE', { ...woman, vegetarian: true }, 32.4, 45],
    ['ZN', { ...man, vegetarian: true }, 16.5, 40],
    ['VITB6A', { sex: 'female', age: 51 }, 1.5, 100],
    ['VITD', { sex: 'male', age: 71 }, 20, 100],
    ['MG', { sex: 'male', age: 31 }, 420, 350],
  ] as [Tagname, IntakePerson, number, number][])('%s of %j', (tag, person, value, upper) => {
    const found = referenceIntake(tag, person);
    expect(found?.value).toBeCloseTo(value, 6);
    expect(found?.upper?.value).toBe(upper);
  });
  test('none for what has none, none for a minor', () => {
    expect(referenceIntake('SUGAR', man)).toBeUndefined();
    expect(() => referenceIntake('K', { sex: 'male', age: 17 })).toThrow('adults');
  });
});

describe('the panel', () => {
  const shares = [
    { foodId: 'a', name: 'Oats', vector: { FE: 4, PROCNT: 10 } },
    { foodId: 'b', name: 'Beef', vector: { FE: 3, PROCNT: 30, NA: 2500 } },
    { foodId: 'a', name: 'Oats', vector: { FE: 2, PROCNT: 5 } },
  ];
  const line = (tag: Tagname, days = 1) => nutrientPanel(shares, man, { days }).find((l) => l.tag === tag)!;
  test('sums, parts and the foods that bring most', () => {
    expect(line('FE')).toMatchObject({ value: 9, unknown: 0, part: 9 / 8, aboveUpper: false });
    expect(line('FE').top).toEqual([
      { name: 'Oats', part: 6 / 9 },
      { name: 'Beef', part: 3 / 9 },
    ]);
    expect(line('FE', 3).value).toBe(3);
  });
  test('what is not stated makes it a lower bound; what nobody states is unknown', () => {
    expect(line('NA')).toMatchObject({ value: 2500, unknown: 2, allUnknown: false, aboveUpper: true });
    expect(line('VITC')).toMatchObject({ value: 0, unknown: 3, allUnknown: true });
  });
  test('an upper level that counts only supplements is not held against food', () => {
    const much = nutrientPanel([{ foodId: 'x', name: 'X', vector: { MG: 900 } }], man);
    expect(much.find((l) => l.tag === 'MG')?.aboveUpper).toBe(false);
  });
  test('plants first, and no reference without a grown person', () => {
    expect(
      nutrientPanel(shares, man, { plantsFirst: true })
        .slice(0, 4)
        .map((l) => l.tag),
    ).toEqual(['VITB12', 'VITD', 'FE', 'ZN']);
    expect(nutrientPanel(shares, null).every((l) => l.intake === undefined)).toBe(true);
    expect(nutrientPanel(shares, { ...man, age: 17 }).every((l) => l.intake === undefined)).toBe(true);
    expect(() => nutrientPanel(shares, man, { days: 0 })).toThrow(RangeError);
  });
});
