import { describe, expect, test } from '@jest/globals';
import type { Units } from '@maul/contract/people';
import { bodyText, energyText, foodFigure, toKcal, toKg } from './units.ts';

const metric: Units = { body: 'kg', food: 'g', energy: 'kcal' };
const other: Units = { body: 'lb', food: 'oz', energy: 'kJ' };

// NIST SP 811: 1 lb = 453.59237 g, 1 oz = 28.349523125 g, 1 kcal = 4.184 kJ.
describe('figures in the athlete’s units', () => {
  test('shown', () => {
    expect([energyText(2000, metric), energyText(2000, other)]).toEqual(['2,000 kcal', '8,368 kJ']);
    expect([bodyText(77.6, metric), bodyText(77.6, other)]).toEqual(['77.6 kg', '171.1 lb']);
    expect([foodFigure(142, metric), foodFigure(113.4, other)]).toEqual(['142', '4.00']);
  });
  test('typed', () => {
    expect(toKg(171.08, other)).toBeCloseTo(77.6, 2);
    expect(toKcal(8368, other)).toBeCloseTo(2000, 9);
    expect([toKg(80, metric), toKcal(2000, metric)]).toEqual([80, 2000]);
  });
});
