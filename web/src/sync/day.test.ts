import { describe, expect, test } from '@jest/globals';
import type { DayDocument, MealRow, PortionRow } from '@maul/contract';
import { withPending } from './day.ts';
import type { OutboxEntry } from './outbox.ts';

const meal = {
  id: 'm1',
  day: '2026-11-24',
  time: '08:00',
  zone: 'UTC',
  eaten: false,
  version: 1,
  deleted: false,
} as MealRow;
const portion = {
  id: 'p1',
  mealId: 'm1',
  position: 0,
  food: { id: 'f', name: 'Oats', state: 'dry', source: '', per100g: {} },
  plannedGrams: 60,
  grams: null,
  method: null,
  division: null,
  trail: null,
  version: 1,
  deleted: false,
} as PortionRow;
const day = {
  athlete: { id: 'a' },
  date: '2026-11-24',
  meals: [meal],
  portions: [portion],
  notes: [],
  entries: [],
  standing: [],
  offers: [],
  weighIn: null,
} as unknown as DayDocument;
const me = { id: 'a', name: 'Me' };
const entry = (route: OutboxEntry['route'], id: string, body: object, change: object = {}) =>
  ({
    key: id,
    seq: 1,
    personId: 'a',
    athleteId: 'a',
    day: '2026-11-24',
    route,
    id,
    body,
    state: 'waiting',
    ...change,
  }) as OutboxEntry;

const { id: _id, version: _version, ...portionBody } = portion;
describe('what waits lies over what the server has', () => {
  test('a measured portion shows at once, once', () => {
    const shown = withPending(
      day,
      [entry('putPortion', 'p1', { ...portionBody, base: 1, grams: 61, method: 'scale' })],
      me,
    );
    expect(shown.portions).toHaveLength(1);
    expect(shown.portions[0]).toMatchObject({ grams: 61, version: 1 });
    expect(shown.portions[0]).not.toHaveProperty('base');
  });
  test('a new row has version 0, a taken one is gone', () => {
    const added = withPending(
      day,
      [
        entry('putMeal', 'm2', {
          base: 0,
          day: '2026-11-24',
          time: '09:00',
          zone: 'UTC',
          eaten: false,
          deleted: false,
        }),
      ],
      me,
    );
    expect(added.meals.map((m) => [m.id, m.version])).toEqual([
      ['m1', 1],
      ['m2', 0],
    ]);
    expect(
      withPending(day, [entry('putPortion', 'p1', { ...portionBody, base: 1, deleted: true })], me).portions,
    ).toEqual([]);
  });
  test('refused changes, other days and other athletes stay out of it', () => {
    const body = { ...portionBody, base: 1, grams: 99, method: 'eye' };
    for (const change of [{ state: 'refused' }, { day: '2026-11-23' }, { athleteId: 'b' }])
      expect(withPending(day, [entry('putPortion', 'p1', body, change)], me)).toEqual(day);
  });
  test('a note carries its author', () => {
    const shown = withPending(
      day,
      [entry('putNote', 'n1', { base: 0, day: '2026-11-24', mealId: null, text: 'Hello', deleted: false })],
      me,
    );
    expect(shown.notes[0]).toMatchObject({ text: 'Hello', authorName: 'Me', authorId: 'a' });
  });
});
