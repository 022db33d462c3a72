import { expect, test } from '@jest/globals';
import { addDays, isoDate } from '../../units/index.ts';
import { ledgerOf } from './ledger.ts';

const FIRST = isoDate('2026-08-01');
const at = (n: number) => addDays(FIRST, n);
const mornings = Array.from({ length: 90 }, (_, i) => ({
  day: at(i),
  kg: 85 - (i > 30 ? 0.1 * (i - 30) : 0) + 0.05 * Math.sin(i),
}));

test('the newest stands first, each between its neighbours, and says what else changed', () => {
  const told = ledgerOf(
    [
      { id: 'a', from: at(30), kcalPerDay: -770 },
      { id: 'b', from: at(62), kcalPerDay: -100 },
      { id: 'c', from: at(62), kcalPerDay: -50 },
    ],
    mornings,
    at(89),
  );
  expect(told.map((t) => t.change.id)).toEqual(['c', 'b', 'a']);
  expect(told[2]).toMatchObject({ verdict: 'worked', meanwhile: [] });
  expect(told[2]?.after?.to).toBe(at(61));
  expect(told[1]?.meanwhile).toEqual(['c']);
});
