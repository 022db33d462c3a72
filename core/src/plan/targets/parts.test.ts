import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { macroPart } from '../season/rules.ts';
import { testBasis, testOrder, testPhase } from '../../testing/index.ts';
import { isoDate } from '../../units/index.ts';
import { byMoment, orderBinds, orderStart } from '../orders/order.ts';
import { energyAim, massFor, menuSums, partGrams, phaseAim, rateOfIntake } from './parts.ts';
import { ceilingWindow, floorWindow, pointWindow } from './window.ts';

const basis = testBasis();

describe('what an amount is counted by', () => {
  // 77.6 kg and 68 kg; 1 lb = 453.59237 g (NIST SP 811).
  test.each([
    ['body-kg', 77.6],
    ['body-lb', 171.0787],
    ['lean-kg', 68],
    ['lean-lb', 149.9143],
    ['grams', 1],
    ['percent', 1],
  ] as const)('%s: %d', (by, mass) => expect(massFor(by, basis)).toBeCloseTo(mass, 3));
  test('lean mass that is not known is unknown, not zero', () => {
    expect(massFor('lean-kg', testBasis({ leanKg: null }))).toBeUndefined();
    expect(partGrams(macroPart('lean-lb', 1), testBasis({ leanKg: null }), 2000, 4)).toBeUndefined();
  });
});

describe('an amount between its bounds', () => {
  test('a percentage of energy, by hand: 30 % of 2,000 kcal is 150 g of protein or 66.7 g of fat', () => {
    expect(partGrams(macroPart('percent', 30), basis, 2000, 4)?.aim).toBeCloseTo(150, 9);
    expect(partGrams(macroPart('percent', 30), basis, 2000, 9)?.aim).toBeCloseTo(66.667, 3);
    expect(partGrams(macroPart('percent', 30), basis, -500, 4)?.aim).toBe(0);
  });
  test('a floor above the ceiling: the floor holds', () =>
    expect(partGrams(macroPart('grams', 10, { floor: 50, ceiling: 40 }), basis, 2000, 4)).toMatchObject({
      aim: 50,
      bounded: 'floor',
    }));
  test('law: never outside its bounds, and a band keeps its order', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.integer({ min: 0, max: 300 }),
        fc.integer({ min: 0, max: 300 }),
        (amount, more, floor, extra) => {
          const part = macroPart('body-kg', amount, { to: amount + more, floor, ceiling: floor + extra });
          const found = partGrams(part, basis, 2000, 4);
          expect(found?.aim).toBeGreaterThanOrEqual(floor);
          expect(found?.aim).toBeLessThanOrEqual(floor + extra);
          expect(found?.band?.low).toBeLessThanOrEqual(found?.band?.high ?? NaN);
        },
      ),
    );
  });
});

describe('energy and rate', () => {
  test('law: the intake that a rate asks for brings that rate (Wishnofsky 1958, both ways)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1.5, max: 1, noNaN: true }),
        fc.double({ min: 45, max: 130, noNaN: true }),
        (percentPerWeek, weightKg) => {
          const body = testBasis({ weightKg });
          const aim = energyAim({ energy: { kind: 'rate', percentPerWeek } }, body);
          expect(rateOfIntake(aim, body)).toBeCloseTo(percentPerWeek, 9);
        },
      ),
    );
  });
  test('a menu sets the aim by its own sum; with net carbs its fibre counts 2', () => {
    const portions = [
      { name: 'Lentils, dry', grams: 200, per100g: { PROCNT: 25, FAT: 1, CHOAVLDF: 48, FIBTG: 11 } },
    ];
    const phase = testPhase({ macros: { kind: 'menu', name: 'M', portions } });
    // By the EU factors 4 x 50 + 9 x 2 + 4 x 96 + 2 x 22 = 646, whichever carbohydrate the athlete counts.
    expect(phaseAim(phase, testBasis({ carbBasis: 'available' }))).toBeCloseTo(646, 9);
    expect(phaseAim(phase, testBasis({ carbBasis: 'total' }))).toBeCloseTo(646, 9);
    // A sauce that states 500 kcal and nothing else, and a spirit: 31.6 g alcohol x 7 = 221 kcal.
    const more = [
      ...portions,
      { name: 'Sauce', grams: 100, per100g: { ENERC: 500 } },
      { name: 'Spirit', grams: 100, per100g: { PROCNT: 0, FAT: 0, CHOAVLDF: 0, ALC: 31.6 } },
    ];
    expect(menuSums(more, 'available').kcal).toBeCloseTo(646 + 500 + 221.2, 6);
    expect(menuSums([], 'total')).toMatchObject({ kcal: 0, unknown: 0 });
  });
});

describe('windows', () => {
  test('whole, never below nothing, floors without an upper end, ceilings from nothing', () => {
    expect(pointWindow(3.4, 10, 2)).toEqual({ low: 0, aim: 3, high: 5, kind: 'point' });
    expect(floorWindow(149.6)).toEqual({ low: 150, aim: 150, high: Infinity, kind: 'floor' });
    expect(ceilingWindow(39.6)).toEqual({ low: 0, aim: 40, high: 40, kind: 'ceiling' });
  });
  test('law: low <= aim <= high whatever the widths', () => {
    const width = fc.double({ min: 0, max: 500, noNaN: true });
    fc.assert(
      fc.property(fc.double({ min: 0, max: 6000, noNaN: true }), width, width, (aim, below, above) => {
        const window = pointWindow(aim, below, above);
        expect(window.low).toBeLessThanOrEqual(window.aim);
        expect(window.aim).toBeLessThanOrEqual(window.high);
      }),
    );
  });
});

describe('when an order binds', () => {
  const [phase, low, high] = [testPhase(), testPhase().dayTypes[0]!, testPhase().dayTypes[1]!];
  const day = isoDate;
  test('from its day, on its types, to its end', () => {
    const order = testOrder({ from: day('2026-11-25'), until: day('2026-11-27') });
    expect(orderBinds(order, day('2026-11-24'), phase, low)).toBe(false);
    expect(orderBinds(order, day('2026-11-25'), phase, low)).toBe(true);
    expect(orderBinds(order, day('2026-11-25'), phase, high)).toBe(false);
    expect(orderBinds(order, day('2026-11-28'), phase, low)).toBe(false);
  });
  test('held, it starts on the later of its own day and the last confirmation', () => {
    expect(orderStart(testOrder({ heldUntil: null }))).toBeUndefined();
    expect(orderStart(testOrder({ heldUntil: day('2026-11-20') }))).toBe('2026-11-25');
    expect(orderStart(testOrder({ heldUntil: day('2026-12-01') }))).toBe('2026-12-01');
  });
  test('law: acting order is the same however the list came', () => {
    const orders = ['a', 'b', 'c', 'd'].map((id, i) =>
      testOrder({ id, signedAt: `2026-11-2${i % 2}T10:00:00.000Z` }),
    );
    // 09:30 in Vienna is before 09:00 in London, though its text comes after.
    const vienna = { ...orders[0]!, id: 'a', signedAt: '2026-11-25T09:30:00+01:00' };
    const london = { ...orders[0]!, id: 'b', signedAt: '2026-11-25T09:00:00Z' };
    expect([london, vienna].sort(byMoment).map((o) => o.id)).toEqual(['a', 'b']);
    const wanted = [...orders].sort(byMoment).map((o) => o.id);
    expect(wanted).toEqual(['a', 'c', 'b', 'd']);
    fc.assert(
      fc.property(fc.shuffledSubarray(orders, { minLength: 4 }), (list) => {
        expect([...list].sort(byMoment).map((o) => o.id)).toEqual(wanted);
      }),
    );
  });
});
