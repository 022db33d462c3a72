/** @jest-environment jsdom */
import { expect, test } from '@jest/globals';
import { useUnnamed } from './unnamed.ts';

test('what was weighed without a name outlives the page until it is named', () => {
  const layer = {
    kind: 'portion', portionId: 'u1', before: 0, gross: 40, net: 40, way: 'add', division: 1, settled: 'stable', span: 0,
    readings: 2, source: 'x',
  } as const; // prettier-ignore
  useUnnamed.getState().add(layer);
  useUnnamed.getState().add(layer);
  expect(useUnnamed.getState().list).toHaveLength(1);
  expect(localStorage.getItem('maul-unnamed')).toContain('u1');
  useUnnamed.getState().forget('u1');
  expect(useUnnamed.getState().list).toEqual([]);
});
