import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { gtinCheckDigit, readGtin } from './codes.ts';

// GS1, "How to calculate a check digit manually": 629104150021 takes 3.
test('GS1’s worked example', () => expect(gtinCheckDigit('629104150021')).toBe(3));

describe('numbers of every length', () => {
  // GS1 General Specifications, examples of the four structures; the numbers are from memory, their check digits by the published rule.
  test.each([
    ['6291041500213', 'GTIN-13'],
    ['614141000036', 'GTIN-12'],
    ['10614141000415', 'GTIN-14'],
    ['40170725', 'GTIN-8'],
  ])('%s is a %s', (text, kind) => {
    expect(readGtin(text)).toEqual({ ok: true, kind, gtin: text.padStart(14, '0') });
  });
  test('spaces and hyphens pass, the same package is the same number', () => {
    const spaced = readGtin('6 291041-500213');
    expect(spaced).toMatchObject({ ok: true, gtin: '06291041500213' });
  });
});

describe('what is no code', () => {
  test('a wrong check digit says which would be right', () => {
    const read = readGtin('6291041500214');
    expect(read).toMatchObject({ ok: false });
    if (!read.ok) expect(read.sentence).toContain('it would be 3');
  });
  test('letters, lengths', () => {
    expect(readGtin('abc')).toMatchObject({ ok: false, sentence: expect.stringContaining('digits only') });
    expect(readGtin('12345')).toMatchObject({
      ok: false,
      sentence: expect.stringContaining('this one has 5'),
    });
    expect(() => gtinCheckDigit('12a')).toThrow(RangeError);
  });
});

test('law: every single mistyped digit is found', () => {
  fc.assert(
    fc.property(
      fc.stringMatching(/^\d{12}$/),
      fc.nat({ max: 12 }),
      fc.integer({ min: 1, max: 9 }),
      (body, at, by) => {
        const right = body + String(gtinCheckDigit(body));
        expect(readGtin(right).ok).toBe(true);
        const digit = (Number(right[at]) + by) % 10;
        expect(readGtin(right.slice(0, at) + String(digit) + right.slice(at + 1)).ok).toBe(false);
      },
    ),
  );
});
