import { describe, expect, test } from '@jest/globals';
import { boardDay } from '@maul/core/peak';
import { defaultTolerance } from '@maul/core/plan';
import { testBoard } from '@maul/core/testing';
import { cameOf, cellText, departure, differs, windowOf } from './figures.ts';

describe('figures of a board', () => {
  test('water in litres, sodium with its thousands, sleep to half an hour', () => {
    expect([
      cellText('water', 3600),
      cellText('water', 2450),
      cellText('sodium', 3200),
      cellText('sleep', 7.5),
    ]).toEqual(['3.6', '2.45', '3,200', '7.5']);
  });
  test('a departure has a sign, and none is silent', () => {
    expect(departure('carbs', 231, 210)).toBe('+21');
    expect(departure('water', 2400, 3600)).toBe('−1.2');
    expect(departure('sodium', 3200, 3200)).toBe('');
    expect(departure('sodium', 4800, 3200)).toBe('+1,600');
  });
  test('the windows of peak week; fibre is a ceiling', () => {
    const tolerance = defaultTolerance('peak-week');
    expect(windowOf('carbs', 231, tolerance)).toEqual({ low: 229, high: 233 });
    expect(windowOf('fibre', 12, tolerance)).toEqual({ low: 0, high: 12 });
    expect(windowOf('sodium', 3200, tolerance)).toEqual({ low: 3040, high: 3360 });
  });
  test('what the log does not say of a day is not known', () => {
    expect(cameOf('training', undefined)).toBeUndefined();
    const day = {
      day: '2027-01-12' as never,
      kg: null,
      carbs: 142,
      protein: 118,
      fat: 33,
      fibre: 20,
      sodium: 2050,
      sodiumAtLeast: false,
      training: 45,
      cardio: 35,
      posing: 0,
      sleep: null,
      water: 2100,
    };
    expect((['carbs', 'cardio', 'posing', 'sleep', 'training'] as const).map((c) => cameOf(c, day))).toEqual([
      142,
      35,
      0,
      undefined,
      undefined,
    ]);
  });
  test('what is different today, against yesterday', () => {
    const board = testBoard();
    expect(differs(boardDay(board, -4), boardDay(board, -5))).toEqual([
      'carbs +21 g',
      'training −4 sets',
      'cardio −10 min',
      'posing +10 min',
    ]);
    expect(differs(boardDay(board, -6), boardDay(board, -7))).toEqual([]);
  });
});
