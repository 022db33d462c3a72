import { describe, expect, test } from '@jest/globals';
import { DEFAULT_PROFILE, type Athlete } from '@maul/contract/people';
import { convertFigures, EMPTY_BODY, fieldOf, profileOf, valuesOf, weightOf } from './bodyValues.ts';
import { numberIn } from '@maul/core/units';

const full = { ...EMPTY_BODY, weight: '185,4', units: { body: 'lb', food: 'oz', energy: 'kJ' } as const };

describe('the fields of body and health', () => {
  test('untouched they are the assumptions of Maul', () =>
    expect(profileOf(EMPTY_BODY)).toEqual(DEFAULT_PROFILE));
  test('typed in pounds and kilojoules, kept in kg and kcal (NIST SP 811)', () => {
    expect(weightOf(full)).toBeCloseTo(84.1, 1);
    expect(profileOf({ ...full, known: '12133.6', fatPercent: '14' })).toMatchObject({
      knownKcal: 2900,
      fat: { percent: 14, method: 'eye' },
    });
    expect(weightOf(EMPTY_BODY)).toBeNaN();
    expect(numberIn('x')).toBeNaN();
  });
  test('a figure stays the same amount when its unit changes', () => {
    const typed = { ...EMPTY_BODY, weight: '84.1', known: '2900' };
    const lb = convertFigures(typed, { body: 'lb', food: 'g', energy: 'kJ' });
    expect(lb).toEqual({ weight: '185.4', known: '12134' });
    expect(convertFigures(typed, EMPTY_BODY.units)).toEqual({ weight: '84.1', known: '2900' });
    expect(convertFigures({ ...typed, weight: '' }, { ...EMPTY_BODY.units, body: 'lb' }).weight).toBe('');
  });
  test('what cannot be is no profile, and its fault belongs to a field', () => {
    expect(profileOf({ ...full, fatPercent: '90' })).toBeUndefined();
    expect(profileOf({ ...full, known: 'much' })).toBeUndefined();
    expect(fieldOf(['profile', 'fat', 'percent'])).toBe('fatPercent');
    expect(fieldOf(['profile', 'knownKcal'])).toBe('known');
    expect(fieldOf(['weightKg'])).toBe('weight');
    expect(fieldOf(['profile', 'routine', 'sessions', 0, 'start'])).toBe('sessions');
    expect(fieldOf(['birthDate'])).toBe('birthDate');
  });
  test('back into the fields and out again nothing is lost', () => {
    const profile = profileOf({ ...full, known: '12134', fatPercent: '14', allergens: ['milk'] })!;
    const athlete = { sex: 'male', birthDate: '1997-01-01', heightCm: 178, profile } as unknown as Athlete;
    const again = valuesOf(athlete, { weightKg: 84.1, carbBasis: 'available' });
    expect(again).toMatchObject({ weight: '185.4', carbBasis: 'available', heightCm: '178', known: '12134' });
    expect(profileOf(again)).toEqual(profile);
    expect(valuesOf(athlete, undefined).weight).toBe('');
  });
});
