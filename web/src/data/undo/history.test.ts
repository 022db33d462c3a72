import { describe, expect, test } from '@jest/globals';
import { NO_HISTORY, remembered, stepped, withdrawn, type History } from './history.ts';

describe('what was done, and the way back', () => {
  const same = (a: number | null, b: number | null) => a === b;
  test('back, and forward again; a row that somebody else changed since is left alone', () => {
    let history: History<number> = NO_HISTORY;
    history = remembered(history, { label: 'one', changes: [{ key: 'x', before: null, after: 1 }] });
    history = remembered(history, {
      label: 'two',
      changes: [
        { key: 'x', before: 1, after: 2 },
        { key: 'y', before: 5, after: 6 },
      ],
    });
    const rows = new Map<string, number | null>([
      ['x', 2],
      ['y', 7],
    ]);
    const back = stepped(history, 'undo', (key) => rows.get(key) ?? null, same);
    expect(back).toMatchObject({ label: 'two', rows: [{ key: 'x', row: 1 }], left: 1 });
    rows.set('x', 1).set('y', 5);
    const again = stepped(back?.history ?? NO_HISTORY, 'redo', (key) => rows.get(key) ?? null, same);
    expect(again?.rows).toEqual([
      { key: 'x', row: 2 },
      { key: 'y', row: 6 },
    ]);
    expect(stepped(NO_HISTORY, 'undo', () => null, same)).toBeUndefined();
  });
  test('steps of one tag in a row are one step; another tag, or none, begins a new one', () => {
    const typed = (history: History<string>, before: string, after: string, tag?: string) =>
      remembered(history, { label: after, tag, changes: [{ key: 'name', before, after }] });
    let history: History<string> = NO_HISTORY;
    history = typed(history, '', 'P', 'name');
    history = typed(history, 'P', 'Pu', 'name');
    history = typed(history, 'Pu', 'Q', 'other');
    expect(history.done.map((step) => step.changes[0])).toEqual([
      { key: 'name', before: '', after: 'Pu' },
      { key: 'name', before: 'Pu', after: 'Q' },
    ]);
    expect(typed(typed(history, 'Q', 'R'), 'R', 'S').done).toHaveLength(4);
  });
  test('a step is withdrawn from the middle: its own rows go back, later steps stay', () => {
    let history: History<number> = NO_HISTORY;
    history = remembered(history, { label: 'a', id: 'a', changes: [{ key: 'x', before: 1, after: 2 }] });
    history = remembered(history, { label: 'b', changes: [{ key: 'y', before: 3, after: 4 }] });
    const rows = new Map([
      ['x', 2],
      ['y', 4],
    ]);
    const back = withdrawn(history, 'a', (key) => rows.get(key) ?? null, same);
    expect(back).toMatchObject({ rows: [{ key: 'x', row: 1 }], left: 0 });
    expect(back?.history.done.map((step) => step.label)).toEqual(['b']);
    rows.set('x', 9);
    expect(withdrawn(history, 'a', (key) => rows.get(key) ?? null, same)).toMatchObject({
      rows: [],
      left: 1,
    });
    expect(withdrawn(history, 'unknown', () => null, same)).toBeUndefined();
  });
});
