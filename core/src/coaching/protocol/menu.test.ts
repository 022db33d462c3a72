import { describe, expect, test } from '@jest/globals';
import { type MenuPortion, type PlanInForce, phasesInOrder, targetsFrom } from '../../plan/index.ts';
import { testBasis, testBoard, testPhase, testSeason } from '../../testing/index.ts';
import { addDays, isoDate } from '../../units/index.ts';
import { menuOfProtocol, scaleMenu } from './menu.ts';

// Nutrients of 100 g as they are in USDA FoodData Central, rounded; from memory. What matters here is which macro leads.
const FOODS = {
  chicken: { PROCNT: 22.5, CHOAVLDF: 0, FAT: 2.6, ENERC: 120 },
  rice: { PROCNT: 7, CHOAVLDF: 79, FAT: 0.7, ENERC: 358 },
  oil: { PROCNT: 0, CHOAVLDF: 0, FAT: 100, ENERC: 884 },
  salt: { NA: 38_758 },
};
const portion = (name: keyof typeof FOODS, grams: number): MenuPortion => ({
  name,
  grams,
  per100g: FOODS[name],
});
const menu = [portion('chicken', 600), portion('rice', 250), portion('oil', 30), portion('salt', 5)];
const from = isoDate('2026-10-06');
let made = 0;
const newId = (): string => `new-${(made += 1)}`;

describe('a menu for many', () => {
  test('three kinds of foods are taken so many times that all three aims are met', () => {
    const aims = { protein: 180, carbs: 260, fat: 55 };
    const { portions, sums, times } = scaleMenu(menu, aims, 'available');
    for (const macro of ['protein', 'carbs', 'fat'] as const)
      expect(Math.abs(sums[macro] - aims[macro])).toBeLessThan(1);
    // By hand, 3 equations: rice 260 / 79 * 100 = 329 g carries 23 g protein; chicken (180 - 23) / 22.5 * 100 = 698 g.
    expect(portions.map((p) => p.grams)).toEqual([698, 329, 35, 5]);
    expect(times.carbs).toBeCloseTo(329.1 / 250, 3);
  });

  test('written for these aims it stays as it is', () => {
    const own = scaleMenu(menu, { protein: 152.5, carbs: 197.5, fat: 47.35 }, 'available');
    expect(own.portions).toEqual(menu);
  });

  test('no portion becomes a crumb or a mountain: the nearest is taken and what is missed shows', () => {
    const { times, sums } = scaleMenu(menu, { protein: 152, carbs: 900, fat: 47 }, 'available');
    expect(times.carbs).toBe(2.5);
    expect(sums.carbs).toBeLessThan(500);
  });

  test('swaps move with their portion', () => {
    const [chicken] = menu;
    const swapped = {
      ...(chicken ?? portion('chicken', 600)),
      swaps: [{ name: 'Tofu', grams: 300, per100g: {}, foodId: 'tofu', state: 'as sold' as const }],
    };
    const { portions } = scaleMenu(
      [swapped, portion('rice', 250)],
      { protein: 305, carbs: 197.5, fat: 20 },
      'available',
    );
    expect((portions[0]?.swaps?.[0]?.grams ?? 0) / 300).toBeCloseTo((portions[0]?.grams ?? 0) / 600, 2);
  });

  test('the phase of tomorrow goes by it, in two parts; its days come to the aims that they had', () => {
    const plan: PlanInForce = {
      season: testSeason(testPhase({ from: addDays(from, -10), to: addDays(from, 60) })),
      bases: [testBasis({ carbBasis: 'available' })],
      orders: [],
    };
    const laid = menuOfProtocol({ name: 'Plain', portions: menu }, plan, from, newId);
    if ('fault' in laid) throw new Error(laid.fault);
    const [first, second] = phasesInOrder(laid.season);
    expect([first?.to, second?.from, second?.to]).toEqual([addDays(from, -1), from, addDays(from, 60)]);
    expect(second?.macros.kind).toBe('menu');
    const mean = (season: typeof plan.season, key: 'PROCNT' | 'CARB' | 'FAT'): number =>
      targetsFrom(season, plan.bases, [], from, 7).reduce((sum, d) => sum + (d?.windows[key]?.aim ?? 0), 0) /
      7;
    for (const key of ['PROCNT', 'CARB', 'FAT'] as const)
      expect(Math.abs(mean(laid.season, key) - mean(plan.season, key))).toBeLessThan(12);
    expect(laid.notes[0]).toMatch(
      /^Foods that lead with protein \d\.\d\d times, with carbs \d\.\d\d times, with fat \d\.\d\d times\.$/,
    );
  });

  test('a food that does not state all of it is named: unknown is not zero', () => {
    const plan = { season: testSeason(testPhase()), bases: [testBasis()], orders: [] };
    const laid = menuOfProtocol(
      { name: 'Plain', portions: [...menu, { name: 'Stew', grams: 200, per100g: { PROCNT: 8 } }] },
      plan,
      from,
      newId,
    );
    expect('notes' in laid && laid.notes.join(' ')).toContain('Stew: it comes to at least so much.');
  });

  test('where it cannot be, it says why', () => {
    const bases = [testBasis()];
    const fault = (phase: Parameters<typeof testPhase>[0], day = from) => {
      const result = menuOfProtocol(
        { name: 'Plain', portions: menu },
        { season: testSeason(testPhase(phase)), bases, orders: [] },
        day,
        newId,
      );
      return 'fault' in result ? result.fault : 'laid';
    };
    expect(fault({}, isoDate('2031-01-01'))).toBe('No phase is planned on 2031-01-01.');
    expect(fault({ kind: 'peak-week', board: testBoard() })).toBe(
      'It is a peak week, and goes by its board.',
    );
    expect(fault({ macros: { kind: 'none' } })).toBe(
      'The phase sets no protein, carbs and fat for a menu to go by.',
    );
  });
});
