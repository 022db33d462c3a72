import { describe, expect, test } from '@jest/globals';
import { isoDate } from '../units/index.ts';
import { figureText, rowWindowText, weekLetter } from './letter.ts';
import type { PacketDay } from './packet.ts';

const METRIC = { body: 'kg', energy: 'kcal' } as const;
const OTHER = { body: 'lb', energy: 'kJ' } as const;
const day = (n: number, change: Partial<PacketDay> = {}): PacketDay => ({
  day: isoDate(`2026-11-0${n}`),
  dayType: 'Training',
  figures: { energy: 2000, protein: 180, weight: 78.2 },
  atLeast: [],
  windows: { energy: { low: 1900, high: 2100 }, protein: { low: 150, high: null } },
  ...change,
});
const packet = {
  days: [
    day(2),
    day(3, { figures: { energy: 2400, protein: 140 }, atLeast: ['protein'] }),
    day(4, { figures: {}, dayType: null }),
  ],
  week: { kg: 78.2, mornings: 6 },
  before: { kg: 78.9, mornings: 7 },
  wanted: { low: -1, high: -0.5 },
};
const nothingHidden = { weight: false, energy: false };

describe('a week on paper', () => {
  const letter = weekLetter({ packet, units: METRIC, hide: nothingHidden });
  test('a row for what is known, a dash for what is not, windows and means beside', () => {
    expect(letter.rows.map((r) => [r.name, ...r.cells.map((c) => c.text), r.mean, r.window])).toEqual([
      ['Energy', '2,000', '2,400', '–', '2,200', '1,900 to 2,100'],
      ['Protein', '180', '≥140', '–', '160', 'at least 150'],
      ['Weight', '78.2', '–', '–', '78.2', ''],
    ]);
    expect(letter.rows[0]?.cells.map((c) => c.state)).toEqual(['inside', 'over', null]);
    expect(letter.days.map((d) => d.type)).toEqual(['Training', 'Training', 'no phase']);
  });
  // By hand: (78.2 - 78.9) / 78.9 = -0.89 %.
  test('weight and pace are said, and what stands out', () => {
    expect(letter.head).toEqual([
      'Weight 78.2 kg, mean of 6 mornings; 78.9 kg the week before.',
      'Change −0.89 % a week, wanted −1.00 to −0.50.',
    ]);
    expect(letter.remarks).toEqual([{ day: '2026-11-03', sentence: 'Energy 300 kcal over.' }]);
  });
  test('who hides weight or energy finds neither in any line', () => {
    const hidden = weekLetter({ packet, units: METRIC, hide: { weight: true, energy: true } });
    expect(hidden.rows.map((r) => r.name)).toEqual(['Protein']);
    expect([hidden.head, hidden.remarks]).toEqual([[], []]);
  });
  // 1 lb = 0.45359237 kg (international pound, 1959); 1 kcal = 4.184 kJ (thermochemical): 78.2 kg = 172.4 lb, 2,000 kcal = 8,368 kJ.
  test('in pounds and kilojoules', () => {
    expect([figureText('weight', 78.2, OTHER), figureText('energy', 2000, OTHER)]).toEqual([
      '172.4',
      '8,368',
    ]);
    expect(rowWindowText('hunger', { low: 0, high: 3 }, OTHER)).toBe('at most 3');
  });
});
