import { describe, expect, test } from '@jest/globals';
import type { Food } from '@maul/contract/foods';
import {
  auditOf,
  emptyLabel,
  figureOf,
  foodOf,
  formOf,
  labelFaults,
  smallEnergy,
  swapFat,
  type LabelForm,
} from './labelForm.ts';

const form = (values: Partial<LabelForm['values']>, more: Partial<LabelForm> = {}): LabelForm => {
  const empty = emptyLabel('Bar');
  return { ...empty, ...more, values: { ...empty.values, ...values } };
};

describe('a label as it is typed', () => {
  test('per 100 g, European: kilojoules, salt, decimal commas', () => {
    const typed = form(
      {
        energy: '1566',
        fat: '7,0',
        saturates: '1,2',
        carbs: '58,7',
        sugars: '1',
        fibre: '10',
        protein: '13,5',
        salt: '0,03',
      },
      { unit: 'kJ' },
    );
    const food = foodOf(typed);
    // 1,566 kJ / 4.184 = 374.3 kcal (NIST SP 811); 0.03 g of salt is 12 mg of sodium (x 2.5, Regulation (EU) 1169/2011).
    expect(food.per100g).toEqual({
      ENERC: 374.283, FAT: 7, FASAT: 1.2, CHOAVLDF: 58.7, SUGAR: 1, FIBTG: 10, PROCNT: 13.5, NA: 12,
    }); // prettier-ignore
    expect(auditOf(typed)?.verdict).toBe('fits');
  });
  test('per serving, United States: scaled to 100 g, the serving and the pack become measures', () => {
    const typed = form(
      { energy: '250', fat: '5', carbs: '30', fibre: '3', protein: '20', salt: '140' },
      { per: 'serving', serving: '60', pack: '600', fibre: 'inside', salt: 'sodium-mg' },
    );
    const food = foodOf(typed);
    expect(food.per100g).toEqual({
      ENERC: 416.667,
      FAT: 8.33333,
      CHOCDF: 50,
      FIBTG: 5,
      PROCNT: 33.3333,
      NA: 233.333,
    });
    expect(food.measures).toEqual([
      { name: 'serving', grams: 60, spread: 0.1 },
      { name: 'pack', grams: 600, spread: null },
    ]);
  });
  test('the audit waits for the four figures it needs, then asks or says', () => {
    expect(auditOf(form({ energy: '250', fat: '5' }))).toBeUndefined();
    expect(auditOf(form({ energy: '1020', fat: '5', carbs: '30', protein: '20' }))?.sentence).toContain(
      'Is it kilojoules?',
    );
    const swapped = form({ energy: '245', fat: '20', carbs: '30', protein: '5' });
    expect(auditOf(swapped)?.sentence).toContain('fat and protein were the other way round');
    expect(auditOf(swapFat(swapped, 'protein'))?.verdict).toBe('fits');
    const bar = form(
      { energy: '212', fat: '8', carbs: '40', protein: '20' },
      { polyol: 'erythritol', polyolGrams: '25', fibre: 'inside' },
    );
    expect(auditOf(bar)?.rule).toContain('erythritol');
    expect(foodOf(bar).per100g).toMatchObject({ POLYL: 25 });
  });
  test('what cannot be is said at its field, and nothing is made of it', () => {
    expect(labelFaults(form({ fat: '-1', salt: 'x' }, { per: 'serving' }))).toEqual({
      fat: 'A number, not below zero',
      salt: 'A number, not below zero',
      serving: 'Grams of one serving',
    });
    expect(labelFaults(form({}, { serving: '50', pack: '40' })).pack).toBe(
      'The pack is smaller than one serving',
    );
    expect(() => foodOf(form({ fat: '-1' }))).toThrow('not below zero');
    expect(() => foodOf(form({ fat: '80', protein: '40' }))).toThrow('more than 100 g in 100 g');
    expect([figureOf('<1'), figureOf(''), figureOf('0')]).toEqual([1, undefined, 0]);
  });
  // 21 CFR 101.9(c)(1): below 5 kcal reads 0, to 50 the nearest 5.
  test('a serving of next to nothing adds up', () => {
    const sauce = (energy: string, more: Partial<LabelForm> = {}) =>
      smallEnergy(form({ energy }, { per: 'serving', serving: '15', fibre: 'inside', ...more }));
    expect(sauce('0')).toBe('A stated 0 kcal may be 0 to 5; five servings are 0 to 25 kcal.');
    expect(sauce('5')).toBe('A stated 5 kcal may be 2.5 to 7.5; five servings are 12.5 to 37.5 kcal.');
    expect([sauce('120'), sauce('5', { per: '100' }), sauce('')]).toEqual([undefined, undefined, undefined]);
  });
  test('what is not typed is unknown, not zero', () =>
    expect(foodOf(form({ protein: '20' })).per100g).toEqual({ PROCNT: 20 }));
});

describe('all that a food is', () => {
  const full = form(
    { energy: '48', fat: '1,5', carbs: '7', fibre: '1', protein: '1' },
    {
      per: '100ml',
      density: '1.03',
      edible: '64',
      refuse: 'peel',
      measures: [{ name: 'glass', grams: '206', spread: '5' }],
      allergens: ['gluten'],
      tags: 'keeps on the road, morning',
      code: '6291041500213',
      source: 'label',
      sourceDate: '2026-11-01',
      more: [{ tag: 'CA', value: '120' }],
    },
  );
  test('density, edible part, measures with spread, allergens, tags, code, source and date', () => {
    const food = foodOf(full, 3);
    expect(food.base).toBe(3);
    expect(food.per100g.CHOAVLDF).toBeCloseTo(7 / 1.03, 3);
    expect(food.per100g.CA).toBeCloseTo(120 / 1.03, 3);
    expect(food.source).toBe('label');
    expect(food.measures).toEqual([{ name: 'glass', grams: 206, spread: 0.05 }]);
    expect(food.details).toMatchObject({
      basis: { kind: '100 mL' },
      density: 1.03,
      edible: { part: 0.64, refuse: 'peel' },
      allergens: ['gluten'],
      tags: ['keeps on the road', 'morning'],
      code: '06291041500213',
      sourceDate: '2026-11-01',
    });
  });
  test('back on the form and off it again, nothing is lost', () => {
    const body = foodOf(full);
    const food = {
      ...body,
      id: 'x',
      origin: 'own',
      remark: null,
      version: 1,
      recent: false,
      lever: false,
      inStock: false,
    } as unknown as Food;
    const again = foodOf(formOf(food), 1);
    expect(again.details).toEqual({ ...body.details, basis: { kind: '100 g' } });
    expect(again.measures).toEqual(body.measures);
    for (const [tag, value] of Object.entries(body.per100g)) expect(again.per100g[tag]).toBeCloseTo(value, 3);
  });
  test('a serving of little energy carries its label, for what rounding hides', () => {
    const syrup = form(
      { energy: '0', fat: '0', carbs: '1', protein: '0' },
      { per: 'serving', serving: '15', fibre: 'inside' },
    );
    expect(foodOf(syrup).details?.label).toEqual({ rules: 'us', grams: 15, kcal: 0 });
  });
  test.each([
    [{ density: '9' }, 'density', '0.05 and 3'],
    [{ edible: '120' }, 'edible', 'at most 100 %'],
    [{ code: '6291041500214' }, 'code', 'it would be 3'],
    [{ measures: [{ name: '', grams: '5', spread: '' }] }, 'measures', 'a name and its grams'],
    [{ more: [{ tag: 'CA', value: '-1' }] }, 'more', 'not below zero'],
  ] as const)('%j is said', (change, field, sentence) => {
    expect(labelFaults(form({}, change as Partial<LabelForm>))[field]).toContain(sentence);
  });
});
