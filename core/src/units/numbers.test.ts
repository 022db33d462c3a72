import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { NUMBER_SOURCE, numberIn, numberReadings, printNumber, readNumber, whole } from './numbers.ts';

describe('numbers as people type them', () => {
  // Ways of writing a thousand and a decimal: SI Brochure 9, 5.4.4 (space, comma or point as the decimal sign); commas are Maul's own print.
  test.each([
    ['1200', 1200],
    ['1,200', 1200],
    ['1 200', 1200],
    ['1\u00a0200', 1200],
    ['1\u202f200,5', 1200.5],
    ["1'200", 1200],
    ['1,200.5', 1200.5],
    ['1.200,5', 1200.5],
    ['1,200,300', 1_200_300],
    ['1.200.300', 1_200_300],
    ['4,5', 4.5],
    ['4.5', 4.5],
    ['1,20', 1.2],
    ['0,125', 0.125],
    ['0.125', 0.125],
    ['.5', 0.5],
    [',5', 0.5],
    ['12,3456', 12.3456],
    ['1/2', 0.5],
    ['1 1/2', 1.5],
    ['2½', 2.5],
    ['½', 0.5],
    ['3 ¼', 3.25],
    ['-20', -20],
    ['−20', -20],
    ['+ 3', 3],
    ['-1,200', -1200],
    [' 7 ', 7],
    ['5.', 5],
  ])('"%s" is %d', (text, value) => expect(readNumber(text)).toEqual({ ok: true, value }));
  test.each([
    'abc',
    '1,2,3',
    '1 20',
    '1..2',
    '1,,2',
    '12 34',
    '1/0',
    '--3',
    '1e5',
    '1.2.3',
    '1,23,456',
    'Infinity',
    'NaN',
  ])('"%s" is no number, and that is said', (text) => {
    const read = readNumber(text);
    expect(read).toMatchObject({ ok: false, fault: 'no-number' });
    expect(read.ok ? '' : read.sentence).toContain(text.trim());
  });
  test('nothing typed is a fault of its own', () =>
    expect(readNumber('  ')).toMatchObject({ ok: false, fault: 'empty' }));
  test('a point before three digits asks where both meanings are possible', () => {
    expect(readNumber('1.200')).toEqual({
      ok: false,
      fault: 'ambiguous',
      sentence: '“1.200” may be 1.2 or 1,200. Type 1.2 or 1200.',
    });
    expect(numberReadings('1.200')).toEqual([1.2, 1200]);
  });
  test('bounds decide where they can', () => {
    expect(numberIn('1.035', { least: 0.05, most: 3 })).toBe(1.035);
    expect(numberIn('78.250', { least: 25, most: 350 })).toBe(78.25);
    expect(numberIn('78,250', { least: 25, most: 350 })).toBe(78.25);
    expect(numberIn('2.400', { least: 800, most: 8000 })).toBe(2400);
  });
  test('where only whole numbers are wanted a point before three digits can only part thousands', () => {
    expect(readNumber('1.200', { whole: true })).toEqual({ ok: true, value: 1200 });
    expect(readNumber('12', { whole: true })).toEqual({ ok: true, value: 12 });
    expect(readNumber('2.5', { whole: true })).toMatchObject({ ok: false, sentence: 'Type a whole number.' });
    expect(readNumber('1/2', { least: 0, most: 9, whole: true })).toMatchObject({
      fault: 'out-of-bounds',
      sentence: 'Type a whole number from 0 to 9.',
    });
  });
  test('what lies outside is said with its bounds', () => {
    expect(readNumber('9000', { least: 800, most: 8000 })).toMatchObject({
      fault: 'out-of-bounds',
      sentence: 'Type a number from 800 to 8,000.',
    });
    expect(readNumber('-1', { least: 0 })).toMatchObject({ sentence: 'Type a number at least 0.' });
  });
  test('the pattern takes one whole number off a text', () => {
    const first = (text: string) => new RegExp(`^${NUMBER_SOURCE}`, 'u').exec(text)?.[0];
    expect(['1,200 g', '1 200 g', '1.200,5 g', '1,5 g', '12 eggs', '2, 3', '150g'].map(first)).toEqual([
      '1,200',
      '1 200',
      '1.200,5',
      '1,5',
      '12',
      '2',
      '150',
    ]);
  });
});

describe('laws', () => {
  const runs = { numRuns: process.env.MAUL_LAWS === 'full' ? 5000 : 300 };
  test('what Maul prints, Maul reads', () => {
    fc.assert(
      fc.property(fc.integer({ min: -9_999_999, max: 9_999_999 }), (n) => numberIn(whole(n)) === n),
      runs,
    );
    fc.assert(
      fc.property(fc.integer({ min: -999_999_900, max: 999_999_900 }), (n) => {
        const value = n / 100;
        return Math.abs(numberIn(printNumber(value)) - value) < 1e-9;
      }),
      runs,
    );
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 99_999 }), (n) => numberIn((n / 10).toFixed(1)) === n / 10),
      runs,
    );
  });
  test('it never throws, and never answers a number that is not finite', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.stringMatching(/^[-+0-9.,' ½/]*$/)), (text) => {
        const read = readNumber(text);
        return !read.ok || Number.isFinite(read.value);
      }),
      runs,
    );
  });
});
