import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readAmount } from './amount.ts';

const bread = {
  measures: [
    { name: 'slice', grams: 40, spread: 0.06 },
    { name: 'pack', grams: 800 },
    { name: 'piece, small', grams: 30 },
  ],
};

// Masses by NIST SP 811, US measures by NIST Handbook 44.
test.each([
  ['150', 150, null],
  ['150,5 g', 150.5, null],
  ['0.25 kg', 250, null],
  ['4 oz', 113.398, null],
  ['1 lb 4 oz', 566.99, null],
  ['2 slices', 80, 'pieces'],
  ['1/2 slice', 20, 'pieces'],
  ['1 1/2 slices', 60, 'pieces'],
  ['2½ slices', 100, 'pieces'],
  ['half a pack', 400, 'label'],
  ['third of a pack', 266.667, 'label'],
  ['3 pieces', 90, 'pieces'],
  ['250 mL', 250, null],
  ['1 cup', 236.588, 'spoon'],
  ['2 tbsp', 29.5736, 'spoon'],
  ['8 fl oz', 236.588, null],
  ['.5 l', 500, null],
  ['1,200 g', 1200, null],
  ['1 200 g', 1200, null],
  ['1.200,5 g', 1200.5, null],
  ['1.250 kg', 1250, null],
  ['1,250 kg', 1250, null],
  ['1,500 ml', 1500, null],
  ['1 kg 200 g', 1200, null],
])('%s', (text, grams, method) => {
  const read = readAmount(text, bread);
  if ('fault' in read) throw new Error(read.fault);
  expect(read.grams).toBeCloseTo(grams, 2);
  expect(read.method).toBe(method);
});

describe('what is taken for granted is said', () => {
  test('a density, or none', () => {
    expect(readAmount('250 ml', { density: 1.03 })).toMatchObject({ grams: 257.5, assumed: null });
    expect(readAmount('250 ml')).toMatchObject({
      grams: 250,
      assumed: expect.stringContaining('1 mL is taken as 1 g'),
    });
  });
  test('a measure and its spread; the food’s own cup before any cup', () => {
    expect(readAmount('2 slices', bread)).toMatchObject({
      spread: 0.06,
      assumed: 'One slice is taken as 40 g.',
    });
    expect(readAmount('1 cup', { measures: [{ name: 'cup', grams: 90 }] })).toMatchObject({ grams: 90 });
  });
  test('a bare number in ounces', () =>
    expect(readAmount('4', {}, true)).toMatchObject({ grams: expect.closeTo(113.398, 2) }));
});

test.each([
  ['', 'Type an amount'],
  ['many', 'is no amount'],
  ['2 stones', 'no unit of this food. There are: g, kg, oz'],
  ['0', 'more than nothing'],
  ['1/0 slice', 'is no amount'],
  ['--5', 'is no amount'],
  ['-5', 'A weight is more than 0 g.'],
  ['1.200 g', 'may be 1.2 g or 1,200 g'],
  ['1,2,3 g', 'is no amount'],
])('%s is refused', (text, fault) =>
  expect(readAmount(text, bread)).toEqual({ fault: expect.stringContaining(fault) }),
);

test('law: nothing typed throws', () => {
  fc.assert(fc.property(fc.string({ maxLength: 80 }), (text) => void readAmount(text, bread)));
});
