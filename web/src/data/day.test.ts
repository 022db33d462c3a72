import { describe, expect, test } from '@jest/globals';
import type { DayDocument } from '@maul/contract/diary';
import { ME, testDay, testPortion, TODAY } from '../testing/samples.ts';
import { asShown, sheetOf, withPending } from './day.ts';
import type { OutboxEntry } from './sending/outbox.ts';

const portion = testPortion('p1', 'm1', { plannedGrams: 60 });
const day = testDay({ portions: [portion] });
const entry = (route: OutboxEntry['route'], id: string, body: object, change: object = {}) =>
  ({
    key: id,
    seq: 1,
    personId: ME.id,
    athleteId: ME.id,
    day: TODAY,
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
      ME,
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
          day: TODAY,
          time: '09:00',
          zone: 'UTC',
          eaten: false,
          deleted: false,
        }),
      ],
      ME,
    );
    expect(added.meals.map((m) => [m.id, m.version])).toEqual([
      ['m1', 1],
      ['m2', 0],
    ]);
    expect(
      withPending(day, [entry('putPortion', 'p1', { ...portionBody, base: 1, deleted: true })], ME).portions,
    ).toEqual([]);
  });
  test('refused changes, other days and other athletes stay out of it', () => {
    const body = { ...portionBody, base: 1, grams: 99, method: 'eye' };
    for (const change of [{ state: 'refused' }, { day: '2026-11-24' }, { athleteId: 'b' }])
      expect(withPending(day, [entry('putPortion', 'p1', body, change)], ME)).toEqual(day);
  });
  test('a note carries its author', () => {
    const shown = withPending(
      day,
      [entry('putNote', 'n1', { base: 0, day: TODAY, mealId: null, text: 'Hello', deleted: false })],
      ME,
    );
    expect(shown.notes[0]).toMatchObject({ text: 'Hello', authorName: 'Test', authorId: ME.id });
  });
});

describe('what is drawn of a day', () => {
  const changed = (change: object) => sheetOf(testDay({ portions: [{ ...portion, ...change }] }), undefined);
  test('stays the same object while only versions went on, and is new where a figure changed', () => {
    const shown = changed({ grams: 61, method: 'scale' }).meals[0];
    expect(changed({ grams: 61, method: 'scale', version: 7 }).meals[0]).toBe(shown);
    const other = changed({ grams: 62, method: 'scale', version: 7 }).meals[0];
    expect(other).not.toBe(shown);
    expect(other?.lines[0]?.grams).toBe(62);
  });
});

describe('a day that is shown already', () => {
  const note = {
    id: 'n1',
    version: 1,
    deleted: false,
    text: 'Hello',
  } as unknown as DayDocument['notes'][number];
  const shown = asShown(testDay({ portions: [portion], notes: [note] }));
  const next = (change: Partial<DayDocument>) => asShown({ ...shown, ...change });
  test('stays the same object when a change of a row was kept, as only its version went on', () => {
    expect(next({ portions: [{ ...portion, version: 7 }] })).toBe(shown);
  });
  test('is new where a figure changed, a row came or went, a note has another version, or it is another day', () => {
    const moved: Partial<DayDocument>[] = [
      { portions: [{ ...portion, grams: 62, method: 'scale' }] },
      { portions: [portion, testPortion('p2', 'm1')] },
      { portions: [] },
      { notes: [{ ...note, version: 2 }] },
      { date: '2026-11-24' as DayDocument['date'] },
    ];
    for (const change of moved) {
      expect(next(change)).toMatchObject(change);
      asShown(shown);
    }
  });
});
