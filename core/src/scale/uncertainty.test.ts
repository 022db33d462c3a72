import { describe, expect, test } from '@jest/globals';
import { mean, sampleStandardDeviation } from 'simple-statistics';
import { seededRandom, standardNormal } from '../random/index.ts';
import { CALIBRATION_RELATIVE, trailUncertainty } from './uncertainty.ts';
import { portionUncertainty, sumUncertainty } from '../diary/index.ts';

describe('worked forms of the GUM', () => {
  // JCGM 100:2008, 4.3.7: a uniform half-width a gives a/sqrt(3); a division d is a half-width d/2, so d/sqrt(12).
  test('two readings of 1 g and the calibration', () =>
    expect(trailUncertainty({ net: 100, division: 1 })).toBeCloseTo(Math.sqrt(2 / 12 + 0.3 ** 2), 12));
  test('a container from memory is a third reading', () =>
    expect(trailUncertainty({ net: 100, division: 1, readings: 3 })).toBeCloseTo(
      Math.sqrt(3 / 12 + 0.3 ** 2),
      12,
    ));
  test('a forced capture carries the span of its readings', () =>
    expect(trailUncertainty({ net: 100, division: 1, span: 6 })).toBeCloseTo(
      Math.sqrt(2 / 12 + 0.3 ** 2 + 3),
      12,
    ));
});

// An independent way to the same figure: readings rounded by a simulated scale, its gain drawn once a weighing.
test('Monte Carlo with a seed agrees with the trail’s figure', () => {
  const random = seededRandom(41);
  const nets: number[] = [];
  for (let i = 0; i < 40_000; i += 1) {
    const gain = 1 + CALIBRATION_RELATIVE * standardNormal(random);
    const bowl = 300 + 80 * random();
    const read = (mass: number) => Math.round(mass);
    nets.push(read(bowl + 150 * gain) - read(bowl));
  }
  expect(mean(nets)).toBeCloseTo(150, 1);
  const u = trailUncertainty({ net: 150, division: 1 });
  expect(Math.abs(sampleStandardDeviation(nets) / u - 1)).toBeLessThan(0.02);
});

// The composition error is common to the portions of a food: it adds linearly within it.
test('Monte Carlo of a day agrees with the propagation', () => {
  const random = seededRandom(7);
  const day = [
    { foodId: 'a', value: 400, relativeGrams: 0.01 },
    { foodId: 'a', value: 300, relativeGrams: 0.25 },
    { foodId: 'b', value: 500, relativeGrams: 0.08, relativeComposition: 0.2 },
  ];
  const sums = Array.from({ length: 40_000 }, () => {
    const common = { a: 0.1 * standardNormal(random), b: 0.2 * standardNormal(random) };
    return day.reduce(
      (sum, p) =>
        sum + p.value * (1 + p.relativeGrams * standardNormal(random) + common[p.foodId as 'a' | 'b']),
      0,
    );
  });
  expect(Math.abs(sampleStandardDeviation(sums) / sumUncertainty(day) - 1)).toBeLessThan(0.02);
});

describe('a portion', () => {
  test('from its trail, scaled to the part that is eaten', () => {
    const trail = { net: 200, division: 1 };
    expect(portionUncertainty({ grams: 130, method: 'scale', trail })).toBeCloseTo(
      trailUncertainty(trail) * 0.65,
      12,
    );
  });
  test('from the spread that was stated, else from its method', () => {
    expect(portionUncertainty({ grams: 100, method: 'pieces', spread: 0.03 })).toBeCloseTo(3, 12);
    expect(portionUncertainty({ grams: 100, method: 'pieces' })).toBeCloseTo(8, 12);
    expect(portionUncertainty({ grams: 100, method: 'scale', division: 1, spread: 0.5 })).toBeLessThan(1);
  });
});
