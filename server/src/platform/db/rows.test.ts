import { describe, expect, test } from '@jest/globals';
import { Portion } from '@maul/contract/diary';
import { z } from 'zod';
import { rowCodec } from './rows.ts';

describe('rows of a table by the fields of their schema', () => {
  const rows = rowCodec('portion', Portion);
  test('a row is read by the names of the contract', () => {
    const row = { id: 'p', version: 3, deleted_at: null, meal_id: 'm', planned_grams: 60, grams: null };
    expect(rows.read(row as never)).toMatchObject({
      id: 'p',
      version: 3,
      deleted: false,
      mealId: 'm',
      plannedGrams: 60,
      grams: null,
    });
    expect(rows.read({ ...row, deleted_at: '2026-11-28' } as never)).toMatchObject({ deleted: true });
  });
  test('every field of the schema is written, and nothing that frames a row', () => {
    const columns = Object.keys(rows.write({} as never));
    expect(columns).toContain('planned_grams');
    expect(columns).toHaveLength(Object.keys(Portion.shape).length - 3);
    expect(columns.some((c) => ['id', 'version', 'deleted'].includes(c))).toBe(false);
  });
  test('a field without a column, or of another type, does not compile', () => {
    // The type check of this file is the test: an error that is expected and does not come is an error itself.
    const wider = Portion.extend({ servedOn: z.string() });
    // @ts-expect-error -- the table has no column served_on
    const unkept = rowCodec('portion', wider);
    const other = Portion.extend({ position: z.string() });
    // @ts-expect-error -- the column position holds a number
    const mistyped = rowCodec('portion', other);
    expect([unkept, mistyped].map((c) => c.table)).toEqual(['portion', 'portion']);
  });
});
