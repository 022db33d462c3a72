import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { brozekFat, foldDensity, foldFat, meanReading, siriFat, tapeFat } from './composition.ts';

const cm = (inches: number): number => inches * 2.54;

describe('body fat by tape', () => {
  // Source: Hodgdon & Beckett 1984, in the form of the United States Department of Defense: its two worked bodies.
  test('a man of 70 in, abdomen 33.5, neck 15.5', () => {
    const man = tapeFat('male', { heightCm: cm(70), neckCm: cm(15.5), waistCm: cm(33.5) });
    expect(man).toMatchObject({ ok: true, spread: 3.5 });
    expect(man.ok && man.percent).toBeCloseTo(15.5, 1);
  });
  test('a woman of 65 in, waist 27, hip 37, neck 12.5', () => {
    const woman = tapeFat('female', { heightCm: cm(65), neckCm: cm(12.5), waistCm: cm(27), hipCm: cm(37) });
    expect(woman.ok && woman.percent).toBeCloseTo(23.9, 1);
  });
  test('girths of no body are said, not computed', () => {
    expect(tapeFat('male', { heightCm: 178, neckCm: 90, waistCm: 80 })).toMatchObject({ ok: false });
    expect(tapeFat('female', { heightCm: 166, neckCm: 32, waistCm: 70 })).toEqual({
      ok: false,
      sentence: 'Hip girth is needed too.',
    });
    expect(tapeFat('male', { heightCm: 178, neckCm: 39, waistCm: 42 })).toMatchObject({ ok: false });
  });
  test('a wider waist is never leaner', () => {
    fc.assert(
      fc.property(fc.double({ min: 75, max: 130, noNaN: true }), (waist) => {
        const at = (waistCm: number) => tapeFat('male', { heightCm: 178, neckCm: 38, waistCm });
        const [a, b] = [at(waist), at(waist + 1)];
        return !a.ok || !b.ok || b.percent > a.percent;
      }),
    );
  });
});

describe('body fat by skinfolds', () => {
  // Sources: Jackson & Pollock 1978; Jackson, Pollock & Ward 1980; Siri 1961: worked values.
  test('three folds of a man, 30 mm at 29 years', () => {
    expect(foldDensity('male', 3, 30, 29)).toBeCloseTo(1.078554, 5);
    expect(siriFat(foldDensity('male', 3, 30, 29))).toBeCloseTo(8.95, 2);
  });
  test('three folds of a woman, 45 mm at 34 years', () => {
    expect(foldDensity('female', 3, 45, 34)).toBeCloseTo(1.054736, 5);
    const by = foldFat('female', { triceps: 15, suprailiac: 12, thigh: 18 }, 34);
    expect(by).toMatchObject({ ok: true, sites: 3, spread: 3.5 });
    expect(by.ok && by.percent).toBeCloseTo(19.31, 2);
  });
  test('all seven are preferred to three, and two are too few', () => {
    const seven = {
      chest: 6,
      midaxillary: 7,
      triceps: 8,
      subscapular: 9,
      abdomen: 12,
      suprailiac: 8,
      thigh: 12,
    };
    expect(foldFat('male', seven, 29).sites).toBe(7);
    expect(foldFat('male', { chest: 6, abdomen: 12 }, 29)).toMatchObject({ ok: false });
  });
  test('the two ways from density to fat agree near 1.05', () => {
    // Source: Siri 1961 and Brozek 1963 lie within a point of each other between 10 and 25 % [from memory].
    for (const density of [1.04, 1.05, 1.06, 1.07])
      expect(Math.abs(siriFat(density) - brozekFat(density))).toBeLessThan(1);
  });
});

test('readings are averaged, and how far they lie apart is said', () => {
  expect(meanReading([12, 13, 12.5])).toEqual({ mean: 12.5, range: 1, count: 3 });
  expect(meanReading([])).toBeUndefined();
});
