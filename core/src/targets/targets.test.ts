import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { testBasis, testPhase, testSeason } from '../testing.ts';
import { addDays, isoDate } from '../units/index.ts';
import { restingExpenditure, startExpenditure } from './expenditure.ts';
import { basisOn, dayTargets, energyAim, TARGET_KEYS, type ChangeOrder } from './targets.ts';

const LOW = isoDate('2026-11-24');
const HIGH = isoDate('2026-11-25');
const order = (change: Partial<ChangeOrder> = {}): ChangeOrder => ({
  id: 'o1',
  phaseId: 'prep',
  from: LOW,
  until: null,
  dayTypes: ['low'],
  macro: 'CARB',
  change: { kind: 'relative', grams: -20 },
  signedAt: '2026-11-23T18:00:00Z',
  ...change,
});
const targets = (date = LOW, orders: ChangeOrder[] = [], phase = testPhase(), basis = testBasis()) => {
  const found = dayTargets(testSeason(phase), [basis], orders, date);
  if (!found) throw new Error('no targets');
  return found;
};

describe('start values', () => {
  // Mifflin & St Jeor 1990, worked: man 84.2 kg, 178 cm, 29 y: 1,816; woman 61.4 kg, 166 cm, 34 y: 1,323 kcal/d.
  test('resting expenditure', () => {
    expect(Math.round(restingExpenditure('male', 84.2, 178, 29))).toBe(1816);
    expect(Math.round(restingExpenditure('female', 61.4, 166, 34))).toBe(1323);
  });
  // FAO/WHO/UNU 2004: activity levels 1.40-2.40.
  test('total expenditure, and figures that cannot be', () => {
    expect(startExpenditure(restingExpenditure('male', 84.2, 178, 29), 1.7)).toBeCloseTo(3087.1, 0);
    expect(() => restingExpenditure('male', 8, 178, 29)).toThrow(
      'Body mass in kg must lie between 25 and 350, not 8.',
    );
    expect(() => startExpenditure(restingExpenditure('male', 80, 178, 29), 4)).toThrow(RangeError);
  });
});

describe('the energy rule', () => {
  // Worked: E 2,540, rate -0.5 % a week, 77.6 kg, 7,700 kcal/kg (Wishnofsky 1958) -> 2,113.
  test('from a rate', () => expect(Math.round(energyAim(testPhase(), testBasis()))).toBe(2113));
  test('a step and by hand', () => {
    expect(energyAim(testPhase({ energy: { kind: 'step', kcal: -250 } }), testBasis())).toBe(2290);
    expect(energyAim(testPhase({ energy: { kind: 'hand', kcal: 2000 } }), testBasis())).toBe(2000);
  });
});

describe('macros per body mass, carbs the remainder', () => {
  test('by hand: 2,000 kcal, 80 kg, 2.2 and 0.8 g per kg', () => {
    const phase = testPhase({
      energy: { kind: 'hand', kcal: 2000 },
      macros: {
        kind: 'per-body-mass',
        protein: { gPerKg: 2.2, of: 'body' },
        fat: { gPerKg: 0.8, of: 'body', floor: 50 },
        fibre: { per1000kcal: 14 },
      },
      dayTypes: [{ id: 'low', name: 'Every', energyOffset: 0 }],
      week: Array.from({ length: 7 }, () => 'low'),
    });
    const { windows } = targets(LOW, [], phase, testBasis({ weightKg: 80 }));
    // 176 x 4 + 64 x 9 = 1,280; 720 / 4 = 180 g carbs; fibre 14 g per 1,000 kcal (IOM 2005).
    expect([
      windows.PROCNT.aim,
      windows.FAT.aim,
      windows.CARB.aim,
      windows.FIBTG.aim,
      windows.ENERC.aim,
    ]).toEqual([176, 64, 180, 28, 2000]);
    expect(windows.PROCNT).toEqual({ low: 171, aim: 176, high: 181 });
    expect(windows.ENERC).toEqual({ low: 1950, aim: 2000, high: 2050 });
  });
  test('with net carbs the fibre’s 2 kcal come off first', () => {
    const phase = testPhase({ energy: { kind: 'hand', kcal: 2150 } });
    const net = targets(LOW, [], phase, testBasis({ carbBasis: 'available' })).windows;
    const carbs = (2000 - 4 * net.PROCNT.aim - 9 * net.FAT.aim - 2 * net.FIBTG.aim) / 4;
    expect(net.CARB.aim).toBe(Math.round(carbs));
  });
  test('lean mass, and a sentence where there is none', () => {
    const phase = testPhase();
    phase.macros.protein = { gPerKg: 2.5, of: 'lean' };
    expect(targets(LOW, [], phase).windows.PROCNT.aim).toBe(170);
    expect(() => targets(LOW, [], phase, testBasis({ leanKg: null }))).toThrow(
      'no body fat has been recorded yet',
    );
  });
  test('the fat floor holds', () => {
    expect(targets(LOW, [], testPhase(), testBasis({ weightKg: 50 })).windows.FAT.aim).toBe(50);
  });
  test('what cannot be held is said, and no negative carbs are shown', () => {
    const { windows, problems } = targets(LOW, [], testPhase({ energy: { kind: 'hand', kcal: 900 } }));
    expect(windows.CARB.aim).toBe(0);
    expect(problems[0]).toContain('750 kcal cannot hold 186 g protein and 58 g fat');
  });
  test('day types move carbs alone', () => {
    const [low, high] = [targets(LOW).windows, targets(HIGH).windows];
    expect(high.PROCNT).toEqual(low.PROCNT);
    expect(high.FAT).toEqual(low.FAT);
    expect(Math.abs(high.CARB.aim - low.CARB.aim - 350 / 4)).toBeLessThanOrEqual(1);
  });
  test('no phase, no targets', () =>
    expect(dayTargets(testSeason(), [testBasis()], [], isoDate('2030-01-01'))).toBeUndefined());
});

describe('orders', () => {
  test('carbs -20 g on low days: low days move by 80 kcal, high days stay', () => {
    const before = targets(LOW).windows;
    const after = targets(LOW, [order()]).windows;
    expect(after.CARB.aim).toBe(before.CARB.aim - 20);
    expect(after.ENERC.aim).toBe(before.ENERC.aim - 80);
    expect(after.PROCNT).toEqual(before.PROCNT);
    expect(targets(HIGH, [order()]).windows).toEqual(targets(HIGH).windows);
  });
  test('absolute, until, all days, in the order they were signed', () => {
    const absolute = order({
      id: 'o2',
      change: { kind: 'absolute', grams: 100 },
      dayTypes: null,
      signedAt: '2026-11-23T19:00:00Z',
    });
    expect(targets(LOW, [absolute, order()]).windows.CARB.aim).toBe(100);
    expect(targets(LOW, [order({ signedAt: '2026-11-23T20:00:00Z' }), absolute]).windows.CARB.aim).toBe(80);
    expect(targets(addDays(LOW, 7), [order({ until: LOW })]).orders).toEqual([]);
  });
  test('an order ends with its phase', () => {
    expect(targets(LOW, [order({ phaseId: 'another' })]).orders).toEqual([]);
  });
  test('none goes below zero, and it is said', () => {
    const { windows, problems } = targets(LOW, [order({ change: { kind: 'relative', grams: -900 } })]);
    expect(windows.CARB.aim).toBe(0);
    expect(problems).toEqual(['An order takes carbs below zero; it stands at 0.']);
  });
  test('law: no order changes a day before it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: -60, max: 60 }),
        (start, before, grams) => {
          const from = addDays(isoDate('2026-10-20'), start);
          const date = addDays(from, -before);
          if (date < isoDate('2026-09-28')) return;
          const signed = order({ from, dayTypes: null, change: { kind: 'relative', grams } });
          expect(targets(date, [signed]).windows).toEqual(targets(date).windows);
        },
      ),
    );
  });
});

describe('laws', () => {
  const phases = fc.record({
    kcal: fc.integer({ min: 1000, max: 6000 }),
    protein: fc.double({ min: 0.8, max: 3.5, noNaN: true }),
    fat: fc.double({ min: 0.2, max: 1.5, noNaN: true }),
    weight: fc.double({ min: 45, max: 130, noNaN: true }),
    basis: fc.constantFrom('total' as const, 'available' as const),
  });
  test('windows are always low <= aim <= high, and the macros’ energy is the day’s', () => {
    fc.assert(
      fc.property(phases, (p) => {
        const phase = testPhase({ energy: { kind: 'hand', kcal: p.kcal } });
        phase.macros = {
          kind: 'per-body-mass',
          protein: { gPerKg: p.protein, of: 'body' },
          fat: { gPerKg: p.fat, of: 'body', floor: 30 },
          fibre: { per1000kcal: 14 },
        };
        const { windows, problems } = targets(
          LOW,
          [],
          phase,
          testBasis({ weightKg: p.weight, carbBasis: p.basis }),
        );
        for (const key of TARGET_KEYS) {
          expect(windows[key].low).toBeLessThanOrEqual(windows[key].aim);
          expect(windows[key].aim).toBeLessThanOrEqual(windows[key].high);
          expect(windows[key].low).toBeGreaterThanOrEqual(0);
        }
        const energy =
          4 * windows.PROCNT.aim +
          9 * windows.FAT.aim +
          4 * windows.CARB.aim +
          (p.basis === 'available' ? 2 * windows.FIBTG.aim : 0);
        expect(windows.ENERC.aim).toBe(energy);
        if (problems.length === 0) expect(Math.abs(energy - (p.kcal - 150))).toBeLessThanOrEqual(2);
      }),
    );
  });
});

test('the basis in force is the last one that has started; the first serves the days before it', () => {
  const a = testBasis({ id: 'a', from: isoDate('2026-11-16') });
  const b = testBasis({ id: 'b', from: isoDate('2026-11-23') });
  expect(basisOn([b, a], isoDate('2026-11-22'))?.id).toBe('a');
  expect(basisOn([b, a], isoDate('2026-11-23'))?.id).toBe('b');
  expect(basisOn([b, a], isoDate('2026-01-01'))?.id).toBe('a');
  expect(basisOn([], isoDate('2026-01-01'))).toBeUndefined();
});

test('every number tells how it came to be', () => {
  expect(targets(LOW, [order()]).steps).toEqual([
    'Contest prep: expenditure 2,540 ± 148 kcal and -0.5 % of 77.6 kg a week at 7,700 kcal/kg: 2,113 kcal.',
    'Low day: −150 kcal, 1,963 kcal.',
    'Protein 2.4 g per kg of body mass: 186 g.',
    'Fat 0.75 g per kg of body mass: 58 g.',
    'Carbs are the remainder: 174 g.',
    'Order from 2026-11-24: carbs 174 to 154 g.',
    'Energy from these macros: 1,882 kcal.',
  ]);
});
