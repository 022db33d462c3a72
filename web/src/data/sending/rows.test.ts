import { isoDate } from '@maul/core/units';
import { describe, expect, test } from '@jest/globals';
import { routes, type ContentOf } from '@maul/contract/routes';
import { contentOf, FIELDS, LINKED, looksAlike, OUTBOX_ROUTES } from './rows.ts';
import { write } from '../undo/steps.ts';

describe('the fields that the outbox writes', () => {
  test('are those of the schema of each row, all of them', () => {
    for (const route of OUTBOX_ROUTES)
      expect([...FIELDS[route], 'base', 'deleted'].sort()).toEqual(
        Object.keys(routes[route].body.shape).sort(),
      );
    expect(FIELDS.putPortion).toContain('reason');
  });
  test('fields that go together are fields', () => {
    for (const route of OUTBOX_ROUTES)
      for (const group of LINKED[route]) for (const field of group) expect(FIELDS[route]).toContain(field);
  });
  test('what a row does not say is null, and what is no field of it is left out', () =>
    expect(contentOf('putWeighIn', { kg: 80, version: 3, mood: 'good' })).toEqual({
      day: null,
      kg: 80,
      conditions: null,
    }));
  test('a portion written with a field forgotten does not compile', () => {
    const portion = {} as ContentOf<'putPortion'>;
    const { reason: _forgotten, ...rest } = portion;
    const place = { date: isoDate('2026-11-28'), athlete: { id: 'a' } };
    // @ts-expect-error -- reason is missing
    const attempt = () => write(place, 'putPortion', 'p', null, rest, 'A portion');
    expect(typeof attempt).toBe('function');
  });
});

describe('rows that look alike', () => {
  const row = { id: 'a', version: 1, food: { name: 'Rice', per100g: { FAT: 0.3 } }, ticks: ['x'] };
  test('differ in versions alone, at any depth', () => {
    expect(looksAlike(row, { ...row, version: 2, food: { ...row.food } })).toBe(true);
    expect(looksAlike({ lines: [row] }, { lines: [{ ...row, version: 9 }] })).toBe(true);
  });
  test.each([
    ['a figure', { ...row, food: { ...row.food, per100g: { FAT: 0.4 } } }],
    ['one more of a list', { ...row, ticks: ['x', 'y'] }],
    ['a list for an object', { ...row, ticks: { 0: 'x' } }],
    ['a field that is missing', { id: 'a', version: 1, food: row.food }],
    ['another field in its place', { id: 'a', version: 1, food: row.food, notes: undefined }],
    ['nothing', null],
  ])('and in nothing else: %s', (_, other) => expect(looksAlike(row, other)).toBe(false));
});
