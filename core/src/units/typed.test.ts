import { describe, expect, test } from '@jest/globals';
import { countIn, readBodyMass, readCount, readEnergy } from './typed.ts';

// Pounds by NIST SP 811, exact; fourteen pounds are a stone (Weights and Measures Act 1985, schedule 1).
describe('a body mass', () => {
  test.each([
    ['78.2', 'kg', 78.2],
    ['78,25 kg', 'kg', 78.25],
    ['78.250', 'kg', 78.25],
    ['172', 'lb', 78.0178876],
    ['172 lb', 'kg', 78.0178876],
    ['78 kg', 'lb', 78],
    ['12 st 4 lb', 'kg', 78.0178876],
    ['12st 4.5', 'lb', 78.2446838],
    ['12 stone', 'kg', 76.2035182],
  ] as const)('"%s" for somebody who reads %s', (text, unit, kg) => {
    const read = readBodyMass(text, unit);
    expect(read.ok ? read.value : read.sentence).toBeCloseTo(kg, 6);
  });
  test.each([
    ['', 'kg', 'Type a number.'],
    ['7.8', 'kg', 'Type a number from 25 to 350.'],
    ['20', 'lb', 'Type a number from 56 to 771.'],
    ['12 st 15 lb', 'kg', 'Type a number from 0 to 14.'],
    ['heavy', 'kg', 'is not a number'],
  ] as const)('"%s" in %s is said: %s', (text, unit, sentence) => {
    const read = readBodyMass(text, unit);
    expect(read.ok ? '' : read.sentence).toContain(sentence);
  });
});

describe('an energy', () => {
  test.each([
    ['1,968', 'kcal', 1968],
    ['1 968 kcal', 'kJ', 1968],
    ['8,234.112', 'kJ', 1968],
    ['8234.112 kJ', 'kcal', 1968],
    ['0', 'kcal', 0],
  ] as const)('"%s" for somebody who reads %s', (text, unit, kcal) => {
    const read = readEnergy(text, unit);
    expect(read.ok ? read.value : read.sentence).toBeCloseTo(kcal, 6);
  });
  test('more than anybody eats, less than nothing, and what may be one or a thousand, are said', () => {
    const say = (text: string) => {
      const read = readEnergy(text, 'kcal');
      return read.ok ? '' : read.sentence;
    };
    expect(say('90000')).toBe('Type a number from 0 to 20,000.');
    expect(say('-5')).toBe('Type a number from 0 to 20,000.');
    expect(say('1.968')).toContain('may be 1.968 or 1,968');
  });
});

describe('a count', () => {
  test.each([
    ['12', 12],
    [' 1 ', 1],
    ['31', 31],
  ])('“%s” is %d', (text, n) => expect(countIn(text, 31)).toBe(n));
  test.each(['0', '32', '2.5', '-3', 'many', ''])('“%s” is none', (text) =>
    expect(countIn(text, 31)).toBe(0),
  );
  test('what is none is said', () =>
    expect(readCount('32', 31)).toMatchObject({ sentence: 'Type a whole number from 1 to 31.' }));
});
