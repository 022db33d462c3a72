import { describe, expect, test } from '@jest/globals';
import type { PlanInForce } from '../../plan/index.ts';
import { dayTargets } from '../../plan/index.ts';
import { testBasis, testBoard, testPhase, testSeason } from '../../testing/index.ts';
import { isoDate } from '../../units/index.ts';
import { type OrderProtocol, orderOfProtocol } from './order.ts';

const from = isoDate('2026-10-05');
const plan: PlanInForce = { season: testSeason(), bases: [testBasis()], orders: [] };
const protocol = (change: Partial<OrderProtocol> = {}): OrderProtocol => ({
  macro: 'CARB',
  amount: { kind: 'percent', percent: -10 },
  dayTypes: [],
  ...change,
});
const made = (change: Partial<OrderProtocol> = {}, of = plan, day = from) =>
  orderOfProtocol(protocol(change), of, day, 'order');
const aimOf = (macro: 'CARB' | 'PROCNT' | 'ENERC', day = from): number =>
  dayTargets(plan.season, plan.bases, [], day)?.windows[macro]?.aim ?? Number.NaN;

describe('an order with relative numbers', () => {
  test('a part of what the athlete has becomes grams, on every day or on those of a name', () => {
    // 5 October 2026 is a Monday, a low day.
    expect(made()).toMatchObject({
      order: { dayTypes: null, change: { kind: 'relative', amount: Math.round(-0.1 * aimOf('CARB')) } },
    });
    const thursday = isoDate('2026-10-07');
    expect(made({ dayTypes: [' HIGH '] })).toMatchObject({
      order: { dayTypes: ['high'], change: { amount: Math.round(-0.1 * aimOf('CARB', thursday)) } },
    });
  });
  test('so much per kg of body mass is set, and is another figure for another body', () => {
    const kg = testBasis().weightKg;
    expect(made({ macro: 'PROCNT', amount: { kind: 'per-kg', perKg: 2.8 } })).toMatchObject({
      order: { change: { kind: 'absolute', amount: Math.round(2.8 * kg) } },
    });
    const heavier = { ...plan, bases: [{ ...testBasis(), weightKg: kg + 10 }] };
    expect(made({ macro: 'PROCNT', amount: { kind: 'per-kg', perKg: 2.8 } }, heavier)).toMatchObject({
      order: { change: { amount: Math.round(2.8 * (kg + 10)) } },
    });
  });
  test('energy is ordered in tens', () => {
    expect(made({ macro: 'ENERC', amount: { kind: 'percent', percent: -5 } })).toMatchObject({
      order: { change: { amount: 10 * Math.round(-0.005 * aimOf('ENERC')) } },
    });
  });
  test('where it cannot be, it says why', () => {
    expect(made({}, plan, isoDate('2030-01-01'))).toEqual({ fault: 'No phase is planned on 2030-01-01.' });
    expect(made({ dayTypes: ['Refeed'] })).toEqual({ fault: 'No day of this phase is called Refeed.' });
    expect(made({ amount: { kind: 'percent', percent: 0.1 } })).toEqual({
      fault: 'It would change nothing.',
    });
    const peak = testSeason(testPhase({ kind: 'peak-week', board: testBoard() }));
    expect(made({}, { ...plan, season: peak })).toEqual({
      fault: 'It is a peak week, and goes by its board.',
    });
    expect('fault' in made({}, { ...plan, bases: [] })).toBe(true);
  });
});
