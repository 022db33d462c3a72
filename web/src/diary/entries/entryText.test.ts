import { describe, expect, test } from '@jest/globals';
import type { DayDocument, DayEntryRow, EntryBody } from '@maul/contract/diary';
import {
  alcoholOf,
  caffeineOf,
  doneWord,
  drinksOf,
  inDayOrder,
  thingFigures,
  thingName,
  waterInFood,
} from './entryText.ts';

const entry = (id: string, time: string, thing: EntryBody): DayEntryRow =>
  ({ id, day: '2026-11-25', time, zone: 'UTC', thing, version: 1, deleted: false }) as DayEntryRow;
const water = (millilitres: number, done: boolean, vessel: string | null = null): EntryBody => ({
  kind: 'water',
  millilitres,
  vessel,
  done,
});
const tablet = (mg: number, done: boolean): EntryBody => ({
  kind: 'supplement',
  supplementId: '0192aaaa-0000-7000-8000-000000000000',
  name: 'Tablet',
  dose: { amount: 1, unit: 'tablet' },
  counted: true,
  certified: 'unknown',
  nutrients: { CAFFN: mg },
  done,
});
const day = (
  entries: DayEntryRow[],
  foods: { per100g: object; grams: number | null; planned?: number }[] = [],
) =>
  ({
    athlete: { dayTurnsAt: 240 },
    entries,
    meals: [{ id: 'm', time: '09:00' }],
    portions: foods.map(({ per100g, grams, planned }, i) => ({
      id: `p${i}`,
      mealId: 'm',
      food: { per100g },
      grams,
      plannedGrams: planned ?? null,
    })),
  }) as unknown as DayDocument;

describe('how things of the day are called', () => {
  test.each<[EntryBody, string, string, string | undefined]>([
    [{ kind: 'training', what: 'Legs', minutes: 75, done: false }, 'Legs', '75 min', 'Done'],
    [{ kind: 'training', what: '', minutes: null, done: true }, 'Training', '', 'Done'],
    [
      { kind: 'cardio', what: '', minutes: 40, kcal: 310, steps: 5200, done: true },
      'Cardio',
      '40 min, 310 kcal, 5,200 steps',
      'Done',
    ],
    [{ kind: 'posing', what: '', minutes: 20, done: true }, 'Posing', '20 min', 'Done'],
    [water(300, false, 'Glass'), 'Glass', '300 mL', 'Drunk'],
    [water(300, false), 'Water', '300 mL', 'Drunk'],
    [tablet(100, false), 'Tablet', '1 tablet', 'Taken'],
    [{ kind: 'look', fullness: 4, tightness: null, words: 'flat' }, 'Look', 'fullness 4, flat', undefined],
  ])('%j', (thing, name, figures, word) => {
    expect([thingName(thing), thingFigures(thing), doneWord(thing)]).toEqual([name, figures, word]);
  });
  test('in the order of the day, training before the water of the same hour, after midnight last', () => {
    const order = inDayOrder(
      [
        entry('late', '00:30', water(300, true)),
        entry('water', '10:00', water(300, true)),
        entry('legs', '10:00', { kind: 'training', what: '', minutes: 60, done: true }),
        entry('early', '06:00', water(300, true)),
      ],
      240,
    );
    expect(order.map((e) => e.id)).toEqual(['early', 'legs', 'water', 'late']);
  });
});

describe('what is drunk and taken', () => {
  const entries = [
    entry('a', '08:00', water(500, true)),
    entry('b', '12:00', water(750, false)),
    entry('c', '15:00', tablet(200, true)),
    entry('d', '18:00', tablet(100, false)),
  ];
  test('drunk and planned apart, in minutes from the turn of the day', () => {
    expect(drinksOf(day(entries), true)).toEqual([{ millilitres: 500, minutes: 240 }]);
    expect(drinksOf(day(entries), false)).toEqual([{ millilitres: 750, minutes: 480 }]);
  });
  test('caffeine of food and supplements; planned only when it is asked for', () => {
    const coffee = { per100g: { CAFFN: 40 }, grams: 200 };
    const later = { per100g: { CAFFN: 40 }, grams: null, planned: 300 };
    const doses = caffeineOf(day(entries, [coffee, later]));
    expect(doses).toEqual([
      { mg: 80, minutes: 300 },
      { mg: 200, minutes: 660 },
    ]);
    expect(caffeineOf(day(entries, [coffee, later]), true).map((d) => d.mg)).toEqual([80, 120, 200, 100]);
  });
  test('alcohol, and water in food: what is not stated is said', () => {
    const wine = { per100g: { ALC: 10, WATER: 87 }, grams: 125 };
    const bread = { per100g: {}, grams: 80 };
    expect(alcoholOf(day([], [wine, bread]))).toBeCloseTo(12.5, 9);
    expect(waterInFood(day([], [wine, bread]))).toEqual({ millilitres: 108.75, atLeast: true });
    expect(waterInFood(day([], [wine]))).toEqual({ millilitres: 108.75, atLeast: false });
  });
});
