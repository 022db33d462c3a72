import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { caffeineActive, caffeineBelow } from './caffeine.ts';
import { mostWithin } from '../../peak/index.ts';
import { drinkCautions, substanceCaution, waterPlanBarred } from './cautions.ts';

describe('caffeine still active', () => {
  test('its closed form, dose x 0.5^(h/5): textbook pharmacokinetics, from memory', () => {
    const dose = [{ mg: 200, minutes: 8 * 60 }];
    for (const hours of [0, 1, 2.5, 5, 10, 16])
      expect(caffeineActive(dose, 8 * 60 + hours * 60)).toBeCloseTo(200 * 0.5 ** (hours / 5), 9);
    expect(caffeineActive(dose, 8 * 60 - 1)).toBe(0);
  });
  test('doses add, whatever their order', () => {
    const doses = fc.array(
      fc.record({ mg: fc.integer({ min: 1, max: 300 }), minutes: fc.integer({ min: 0, max: 1440 }) }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(
        doses,
        fc.integer({ min: 0, max: 2880 }),
        fc.double({ min: 1.5, max: 19, noNaN: true }),
        (all, at, half) => {
          const sum = all.reduce((total, d) => total + caffeineActive([d], at, half), 0);
          expect(caffeineActive([...all].reverse(), at, half)).toBeCloseTo(sum, 6);
        },
      ),
    );
  });
  test('when less than so much is left', () => {
    expect(caffeineBelow([{ mg: 200, minutes: 0 }], 50)).toBeCloseTo(600, 6);
    expect(caffeineBelow([{ mg: 40, minutes: 90 }], 50)).toBe(90);
    expect(caffeineBelow([], 50)).toBeUndefined();
    expect(caffeineBelow([{ mg: 400, minutes: 0 }], 1, 19)).toBeUndefined();
    expect(() => caffeineActive([], 0, 0)).toThrow('A half-life is more than 0 h');
  });
});

const drink = (millilitres: number, minutes: number) => ({ millilitres, minutes, name: `${millilitres} mL` });
/** The last of the drinks is the one that is planned. */
const barred = (drinks: ReturnType<typeof drink>[], kg: number, sodium: number | null) =>
  waterPlanBarred(drinks.at(-1)!, drinks.slice(0, -1), kg, sodium);

describe('water', () => {
  test('the most in any stretch of time', () => {
    const drinks = [drink(500, 0), drink(400, 59), drink(300, 61)];
    expect(mostWithin(drinks, 60)).toEqual({ millilitres: 900, until: 59 });
    expect(mostWithin(drinks, 180).millilitres).toBe(1200);
  });
  test.each([
    ['more than a litre in an hour', [drink(600, 0), drink(500, 30)], 80, null],
    ['more than 2.5 L in three hours', [drink(900, 0), drink(900, 61), drink(900, 122)], 80, null],
    ['more than 100 mL per kg', Array.from({ length: 9 }, (_, i) => drink(700, i * 120)), 60, null],
    ['more than 8 L', Array.from({ length: 11 }, (_, i) => drink(760, i * 100)), 120, null],
    [
      'more than 60 mL per kg with little sodium',
      Array.from({ length: 8 }, (_, i) => drink(650, i * 120)),
      80,
      1200,
    ],
  ])('%s cannot be planned', (_, drinks, kg, sodium) => {
    expect(barred(drinks, kg, sodium)).toMatchObject({ level: 'refuse' });
  });
  test('a glass is barred by the stretches in which it lies, and says what it would join', () => {
    const night = [drink(1200, 60)];
    expect(waterPlanBarred(drink(500, 840), night, 80, null)).toBeUndefined();
    expect(waterPlanBarred(drink(500, 100), night, 80, null)?.sentence).toContain('It would join 1200 mL.');
    // A glass that comes later collides just as well.
    expect(waterPlanBarred(drink(500, 20), night, 80, null)).toMatchObject({ level: 'refuse' });
  });
  test('caffeine of the evening before: 300 mg at 22:00 are 114 mg at 05:00', () =>
    expect(caffeineActive([{ mg: 300, minutes: -360 }], 60)).toBeCloseTo(300 * 0.5 ** (7 / 5), 6));
  test('law: whatever may be planned, glass by glass, holds no stretch beyond its limit', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            millilitres: fc.integer({ min: 50, max: 1200 }),
            minutes: fc.integer({ min: 0, max: 2800 }),
          }),
          { maxLength: 40 },
        ),
        (glasses) => {
          const kept: ReturnType<typeof drink>[] = [];
          for (const { millilitres, minutes } of glasses) {
            const one = drink(millilitres, minutes);
            if (!waterPlanBarred(one, kept, 80, null)) kept.push(one);
          }
          expect(mostWithin(kept, 60).millilitres).toBeLessThanOrEqual(1000);
          expect(mostWithin(kept, 180).millilitres).toBeLessThanOrEqual(2500);
          expect(mostWithin(kept, 1440).millilitres).toBeLessThanOrEqual(8000);
        },
      ),
    );
  });
  test('what is drunk through a day may be; unknown sodium bars nothing', () => {
    const usual = Array.from({ length: 8 }, (_, i) => drink(650, i * 120));
    expect(barred(usual, 80, 2300)).toBeUndefined();
    expect(barred(usual, 80, null)).toBeUndefined();
  });
});

const quiet = {
  drunk: [drink(500, 0)],
  weightKg: 80,
  sodiumMg: null,
  caffeine: [],
  pregnant: false,
  alcoholGrams: 0,
  daysToEvent: null,
  taken: ['Creatine'],
};
const ids = (change: object): string[] => drinkCautions({ ...quiet, ...change }).map((c) => c.id);

describe('cautions of a day, one label per trigger', () => {
  test('a quiet day has none', () => expect(ids({})).toEqual([]));
  test.each([
    [{ drunk: [drink(850, 0)] }, ['water-fast']],
    [{ drunk: [drink(800, 0)] }, []],
    // 780 mL four times, 59 minutes apart, and 900 mL over the turn of the day.
    [{ drunk: [780, 780, 780, 780].map((mL, i) => drink(mL, i * 59 + 1)) }, ['water-fast']],
    [{ drunk: [drink(500, -20), drink(400, 10)] }, ['water-fast']],
    [{ drunk: [drink(900, -200), drink(300, 10)] }, []],
    // 5 L of 80 kg are 62.5 mL/kg.
    [{ drunk: Array.from({ length: 10 }, (_, i) => drink(500, i * 90)), sodiumMg: 900 }, ['water-fast']],
    [{ drunk: Array.from({ length: 10 }, (_, i) => drink(500, i * 90)), sodiumMg: 2300 }, []],
    [{ drunk: Array.from({ length: 10 }, (_, i) => drink(500, i * 90)), sodiumMg: null }, []],
    // Two doses in the same minute are one; an hour apart they are two. Yesterday's do not count today.
    [{ caffeine: [150, 150].map((mg) => ({ mg, minutes: 60 })) }, ['caffeine']],
    [{ caffeine: [150, 150].map((mg, i) => ({ mg, minutes: 60 * i })) }, []],
    [
      {
        caffeine: [
          { mg: 300, minutes: -300 },
          { mg: 150, minutes: 60 },
        ],
      },
      [],
    ],
    [{ caffeine: [{ mg: 210, minutes: 0 }] }, ['caffeine']],
    [
      {
        caffeine: [
          { mg: 150, minutes: 0 },
          { mg: 150, minutes: 300 },
        ],
      },
      [],
    ],
    [
      {
        caffeine: [
          { mg: 150, minutes: 0 },
          { mg: 100, minutes: 300 },
        ],
        pregnant: true,
      },
      ['caffeine'],
    ],
    [{ caffeine: [150, 150, 150].map((mg) => ({ mg, minutes: 0 })) }, ['caffeine']],
    [{ alcoholGrams: 20, daysToEvent: 1 }, ['alcohol']],
    [{ alcoholGrams: 20, daysToEvent: 5 }, []],
    [{ taken: ['Cassia cinnamon'] }, ['coumarin']],
    [{ taken: ['insulin 4 units'] }, ['substance']],
  ])('%j', (change, expected) => {
    expect(ids(change)).toEqual(expected);
  });
  test('what is named is told back, and nobody is diagnosed', () => {
    const caution = substanceCaution('two Lasix before the show');
    expect(caution?.sentence).toContain('“Lasix” can harm');
    expect(substanceCaution('potassium from potatoes')).toBeUndefined();
  });
});
