import { describe, expect, test } from '@jest/globals';
import {
  auditOf,
  emptyLabel,
  figureOf,
  foodOf,
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
        energy: '1549',
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
    // 1,549 kJ / 4.184 = 370.2 kcal (NIST SP 811); 0.03 g of salt is 12 mg of sodium (x 2.5, Regulation (EU) 1169/2011).
    expect(food.per100g).toEqual({
      ENERC: 370.22, FAT: 7, FASAT: 1.2, CHOAVLDF: 58.7, SUGAR: 1, FIBTG: 10, PROCNT: 13.5, NA: 12,
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
      { name: 'serving', grams: 60 },
      { name: 'pack', grams: 600 },
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
