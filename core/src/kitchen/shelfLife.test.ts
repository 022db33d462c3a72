import { describe, expect, test } from '@jest/globals';
import { cooling, coreSaid, readTemperature, safeCore } from './cooking.ts';
import { keepingAt, keepsUntil, type Kept } from './shelfLife.ts';
import { correction, eatingOrder, offered, openedTwice, type StockItem } from './stock.ts';

const COOKED = '2026-11-28T17:42:00.000Z';
const kept = (change: Partial<Kept> = {}): Kept => ({
  kind: 'box',
  name: 'Turkey stew',
  place: 'fridge',
  since: COOKED,
  cookedAt: COOKED,
  ...change,
});
const item = (id: string, change: Partial<StockItem> = {}): StockItem => ({ ...kept(), id, grams: 146, left: 146, planned: 0, ...change }); // prettier-ignore

describe('how long food keeps', () => {
  // Sources: USDA FSIS, Leftovers and Food Safety (3 to 4 days); UK FSA (rice 24 hours; thawed 24 hours).
  test.each([
    ['cooked, in the fridge', {}, '2026-12-02T17:42:00.000Z'],
    ['cooked with rice', { holds: ['Rice, white', 'Turkey'] }, '2026-11-29T17:42:00.000Z'],
    ['frozen', { place: 'freezer' }, '2027-02-26T17:42:00.000Z'],
    ['thawed a week later', { thawed: true, since: '2026-12-05T20:00:00.000Z' }, '2026-12-06T20:00:00.000Z'],
    ['on the table', { place: 'cupboard' }, '2026-11-28T19:42:00.000Z'],
    ['raw mince, in the fridge', { kind: 'raw', name: 'Beef, minced', cookedAt: null }, '2026-11-30T17:42:00.000Z'],
    ['rice cakes in the cupboard', { kind: 'raw', name: 'Rice cakes', place: 'cupboard', cookedAt: null }, null],
    ['a closed pack with a label', { kind: 'raw', name: 'Quark', cookedAt: null, labelUntil: '2026-12-20T00:00:00.000Z' }, '2026-12-20T00:00:00.000Z'],
  ] as const)('%s', (_, change, until) => {
    expect(keepsUntil(kept(change as Partial<Kept>)).until).toBe(until);
  }); // prettier-ignore
  test('ends with the label where that is earlier than the rule', () => {
    expect(keepsUntil(kept({ kind: 'opened', name: 'Beef, minced', cookedAt: null, openedAt: COOKED, labelUntil: '2026-11-29T12:00:00.000Z' })).source).toBe('label'); // prettier-ignore
  });
  test('past its day is past; past the quality of frozen food is said and forbids nothing', () => {
    expect(keepingAt(keepsUntil(kept()), '2026-12-02T17:43:00.000Z').state).toBe('past');
    expect(keepingAt(keepsUntil(kept()), '2026-12-02T10:00:00.000Z').state).toBe('soon');
    expect(keepingAt(keepsUntil(kept({ place: 'freezer' })), '2027-04-01T00:00:00.000Z')).toMatchObject({ state: 'soon', sentence: 'Frozen for over 3 months: safe, but its quality falls.' }); // prettier-ignore
  });
});

describe('what is in stock', () => {
  const now = '2026-11-30T08:00:00.000Z';
  test('is eaten first to expire first, what has no date last, and what is gone is left out', () => {
    const items = [
      item('pack', { kind: 'raw', name: 'Rice cakes', place: 'cupboard', cookedAt: null }),
      item('new', { cookedAt: '2026-11-29T17:00:00.000Z' }),
      item('old'),
      item('gone', { left: 0.2 }),
    ];
    expect(eatingOrder(items, now).map((l) => l.item.id)).toEqual(['old', 'new', 'pack']);
  });
  test('offers nothing that is past its day, planned whole or frozen before what is thawed', () => {
    const items = [
      item('past', { cookedAt: '2026-11-20T17:00:00.000Z' }),
      item('planned', { planned: 146 }),
      item('frozen', { place: 'freezer' }),
      item('half', { planned: 100 }),
    ];
    expect(offered(items, now).map((l) => [l.item.id, l.free])).toEqual([
      ['half', 46],
      ['frozen', 146],
    ]);
  });
  test('keeps a box that two people took, with what is missing of it', () => {
    expect(eatingOrder([item('twice', { left: -146 })], now)[0]).toMatchObject({ missing: 146, free: 0 });
  });
  test('is put right by weighing what is there', () => {
    expect(correction(146, 140)).toBe(6);
    expect(correction(100, 120)).toBe(-20);
    expect(() => correction(100, -1)).toThrow(RangeError);
  });
  test('says that a pack is open already', () => {
    expect(openedTwice({ kind: 'opened', openedAt: COOKED })).toContain(
      'the day of its first opening is kept',
    );
    expect(openedTwice({ kind: 'raw' })).toBeUndefined();
  });
});

describe('temperatures', () => {
  // Source: USDA FSIS, Safe Minimum Internal Temperature Chart: 165, 160 and 145 °F.
  test.each([
    ['Turkey breast', 165],
    ['Beef, minced, 5 % fat', 160],
    ['Pork loin', 145],
    ['Salmon fillet', 145],
  ])('%s is safe at %i °F', (name, fahrenheit) => {
    expect(safeCore([name])?.celsius).toBe(Math.round(((fahrenheit - 32) * 5) / 9));
  });
  test('the highest of a mixture counts, and stock cubes ask for nothing', () => {
    expect(safeCore(['Beef, minced', 'Chicken thigh', 'Rice'])?.celsius).toBe(74);
    expect(safeCore(['Chicken stock', 'Rice', 'Ground pepper'])).toBeUndefined();
  });
  test('a core below the safe one says to cook on', () => {
    expect(coreSaid(68, safeCore(['Turkey']))).toMatchObject({ safe: false, sentence: expect.stringContaining('Cook it on') }); // prettier-ignore
    expect(coreSaid(75, safeCore(['Turkey']))?.safe).toBe(true);
    // 165 °F.
    expect(coreSaid(73.9, safeCore(['Turkey']))?.safe).toBe(true);
    expect(coreSaid(73.7, safeCore(['Turkey']))?.safe).toBe(false);
    expect(coreSaid(75, undefined)).toBeUndefined();
  });
  test('an oven at 600 degrees and Fahrenheit in a Celsius house are asked, not changed', () => {
    expect(readTemperature(600, 'C', 'oven')).toMatchObject({ fault: 'An oven does not reach 600 °C. Check it: most ovens end at 300 °C.' }); // prettier-ignore
    expect(readTemperature(400, 'C', 'oven')).toMatchObject({ fault: expect.stringContaining('Did you mean 400 °F, which is 204 °C?') }); // prettier-ignore
    expect(readTemperature(165, 'C', 'core')).toMatchObject({ fault: expect.stringContaining('74 °C') }); // prettier-ignore
    expect(readTemperature(165, 'F', 'core')).toEqual({ celsius: expect.closeTo(73.9, 1) });
    expect(readTemperature(5, 'C', 'oven')).toHaveProperty('fault');
    expect(readTemperature(Number.NaN, 'C', 'oven')).toHaveProperty('fault');
  });
  // Sources: UK FSA (1 to 2 hours); USDA FSIS (2 hours).
  test.each([
    ['18:06', 24, 36, 'cooling'],
    ['18:50', 68, -8, 'late'],
    ['20:00', 138, -78, 'over'],
  ] as const)('food cooked at 17:42 is at %s %i minutes gone: %i left, %s', (clock, minutesGone, minutesLeft, state) => {
    expect(cooling(COOKED, `2026-11-28T${clock}:00.000Z`, null)).toMatchObject({ minutesGone, minutesLeft, state });
  }); // prettier-ignore
  test('food put away in time is cold', () => {
    expect(cooling(COOKED, '2026-11-28T23:00:00.000Z', '2026-11-28T18:20:00.000Z').state).toBe('cold');
  });
});
