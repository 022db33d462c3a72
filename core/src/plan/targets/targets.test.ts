import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { macroPart, type MacroPolicy } from '../season/rules.ts';
import { type Phase } from '../season/season.ts';
import { testBasis, testDayType, testMacros, testOrder, testPhase, testSeason } from '../../testing/index.ts';
import { addDays, isoDate } from '../../units/index.ts';
import { basisOn, type BodyBasis } from '../../body/index.ts';
import { dayTargets, targetsFrom, type DayTargets } from './targets.ts';
import { energyAim, menuSums } from './parts.ts';
import { TARGET_KEYS, type TargetKey } from '../../nutrition/index.ts';
import { whyTargets } from './why.ts';
import { type ChangeOrder } from '../orders/order.ts';

const LOW = isoDate('2026-11-24');
const HIGH = isoDate('2026-11-25');
const order = (change: Partial<ChangeOrder> = {}) => testOrder({ from: LOW, ...change });
const targets = (
  date = LOW,
  orders: ChangeOrder[] = [],
  phase = testPhase(),
  basis = testBasis(),
): DayTargets => {
  const found = dayTargets(testSeason(phase), [basis], orders, date);
  if (!found) throw new Error('no targets');
  return found;
};
const aims = (day: DayTargets, keys: readonly TargetKey[] = ['PROCNT', 'CARB', 'FAT', 'ENERC']) =>
  keys.map((key) => day.windows[key]?.aim ?? null);
/** A phase of one kind of day with an energy set by hand. */
const flat = (kcal: number, macros: MacroPolicy, more: Partial<Phase> = {}) =>
  testPhase({
    energy: { kind: 'hand', kcal },
    macros,
    dayTypes: [testDayType('every', 0)],
    week: Array.from({ length: 7 }, () => 'every'),
    ...more,
  });

describe('the energy rules', () => {
  // Worked: E 2,540, rate -0.5 % a week, 77.6 kg, 7,700 kcal/kg (Wishnofsky 1958) -> 2,113.
  test('a: from a rate', () => expect(Math.round(energyAim(testPhase(), testBasis()))).toBe(2113));
  test.each([
    ['b: a step', { kind: 'step', kcal: -250 }, 2290],
    ['c: a percentage, Iraki 2019', { kind: 'percent', percent: 15 }, 2921],
    ['d: the middle of a range', { kind: 'range', low: 2300, high: 2400 }, 2350],
    ['e: by hand', { kind: 'hand', kcal: 2000 }, 2000],
  ] as const)('%s', (_, energy, wanted) =>
    expect(Math.round(energyAim(testPhase({ energy }), testBasis()))).toBe(wanted),
  );
});

describe('macros per body mass, carbs the remainder', () => {
  test('by hand: 2,000 kcal, 80 kg, 2.2 and 0.8 g per kg', () => {
    const macros: MacroPolicy = {
      kind: 'per-mass',
      protein: macroPart('body-kg', 2.2),
      fat: macroPart('body-kg', 0.8, { floor: 50 }),
      carbs: null,
      fibre: { per1000kcal: 14 },
    };
    const { windows } = targets(LOW, [], flat(2000, macros), testBasis({ weightKg: 80 }));
    // 176 x 4 + 64 x 9 = 1,280; 720 / 4 = 180 g carbs; fibre 14 g per 1,000 kcal (IOM 2005).
    expect([windows.PROCNT?.aim, windows.FAT?.aim, windows.CARB?.aim, windows.FIBTG?.aim]).toEqual([
      176, 64, 180, 28,
    ]);
    expect(windows.PROCNT).toEqual({ low: 171, aim: 176, high: 181, kind: 'point' });
    expect(windows.ENERC).toEqual({ low: 1950, aim: 2000, high: 2050, kind: 'point' });
  });
  test.each([
    // 2.5 g per kg of 68 kg lean mass; 1 g per lb of 77.6 kg (171.08 lb, NIST SP 811); 1.3 g per lb of lean mass (149.91 lb).
    ['lean-kg', 2.5, 170],
    ['body-lb', 1, 171],
    ['lean-lb', 1.3, 195],
    ['grams', 180, 180],
    ['percent', 30, 147],
  ] as const)('protein counted by %s', (by, amount, wanted) => {
    const macros: MacroPolicy = { ...perMass(), protein: macroPart(by, amount) };
    expect(targets(LOW, [], testPhase({ macros })).windows.PROCNT?.aim).toBe(wanted);
  });
  test('with net carbs the fibre’s 2 kcal come off first', () => {
    const net = targets(
      LOW,
      [],
      testPhase({ energy: { kind: 'hand', kcal: 2150 } }),
      testBasis({ carbBasis: 'available' }),
    );
    const [p, c, f] = aims(net);
    expect(c).toBe(Math.round((2000 - 4 * (p ?? 0) - 9 * (f ?? 0) - 2 * (net.windows.FIBTG?.aim ?? 0)) / 4));
  });
  test('floors and ceilings hold, and bands keep their two ends', () => {
    expect(targets(LOW, [], testPhase(), testBasis({ weightKg: 50 })).windows.FAT?.aim).toBe(50);
    const macros: MacroPolicy = {
      kind: 'per-mass',
      // 1.3 to 1.5 g per lb of 171.08 lb; fat at least 50 g; carbs 150 to 200 g.
      protein: macroPart('body-lb', 1.3, { to: 1.5, ceiling: 250 }),
      fat: macroPart('grams', 50, { as: 'floor' }),
      carbs: macroPart('grams', 150, { to: 200 }),
      fibre: { grams: 30 },
    };
    const { windows } = targets(LOW, [], flat(2100, macros));
    expect(windows.PROCNT).toEqual({ low: 222, aim: 240, high: 250, kind: 'band' });
    expect(windows.FAT).toEqual({ low: 50, aim: 50, high: Infinity, kind: 'floor' });
    expect(windows.CARB).toEqual({ low: 150, aim: 175, high: 200, kind: 'band' });
    // Macros lead: the energy is theirs.
    expect(windows.ENERC?.aim).toBe(4 * 240 + 4 * 175 + 9 * 50);
  });
  test('a fat ceiling', () => {
    const macros: MacroPolicy = { ...perMass(), fat: macroPart('grams', 40, { as: 'ceiling' }) };
    expect(targets(LOW, [], testPhase({ macros })).windows.FAT).toEqual({
      low: 0,
      aim: 40,
      high: 40,
      kind: 'ceiling',
    });
  });
  test('lean mass that is not known is said and gives no number', () => {
    const macros: MacroPolicy = { ...perMass(), protein: macroPart('lean-kg', 2.5) };
    const { windows, problems } = targets(LOW, [], testPhase({ macros }), testBasis({ leanKg: null }));
    expect(windows.PROCNT).toBeNull();
    expect(windows.ENERC).toBeNull();
    expect(problems[0]).toContain('Protein is counted by lean mass, and no body fat is known');
  });
  test('what cannot be held is said, and no impossible target is shown', () => {
    const { windows, problems } = targets(LOW, [], testPhase({ energy: { kind: 'hand', kcal: 900 } }));
    expect([windows.CARB, windows.ENERC]).toEqual([null, null]);
    expect(windows.PROCNT?.aim).toBe(186);
    expect(problems[0]).toContain('750 kcal cannot hold 186 g protein and 58 g fat');
  });
  test('day types move carbs alone', () => {
    const [low, high] = [targets(LOW).windows, targets(HIGH).windows];
    expect([high.PROCNT, high.FAT]).toEqual([low.PROCNT, low.FAT]);
    expect(Math.abs((high.CARB?.aim ?? 0) - (low.CARB?.aim ?? 0) - 350 / 4)).toBeLessThanOrEqual(1);
  });
});

const perMass = () => testMacros() as Extract<MacroPolicy, { kind: 'per-mass' }>;

describe('the other macro rules', () => {
  // Worked [common practice]: 60/20/20 carbs/protein/fat of 2,800 kcal -> 420 C, 140 P, 62 F.
  test('2: a split of energy', () => {
    const split: MacroPolicy = { kind: 'split', carbs: 60, protein: 20, fat: 20, fibre: { per1000kcal: 14 } };
    const day = targets(LOW, [], flat(2800, split));
    expect(aims(day, ['CARB', 'PROCNT', 'FAT'])).toEqual([420, 140, 62]);
    expect(day.windows.ENERC?.aim).toBe(4 * 420 + 4 * 140 + 9 * 62);
  });
  test('3: a protein floor and a range; carbs and fat fall where they fall', () => {
    const rule: MacroPolicy = {
      kind: 'protein-range',
      protein: macroPart('grams', 150),
      fatFloor: null,
      fibre: { grams: 30 },
    };
    const { windows } = targets(LOW, [], flat(0, rule, { energy: { kind: 'range', low: 2300, high: 2400 } }));
    expect(windows.ENERC).toEqual({ low: 2300, aim: 2350, high: 2400, kind: 'band' });
    expect(windows.PROCNT).toEqual({ low: 150, aim: 150, high: Infinity, kind: 'floor' });
    expect(windows.FIBTG).toEqual({ low: 30, aim: 30, high: Infinity, kind: 'floor' });
    expect([windows.CARB, windows.FAT]).toEqual([null, null]);
  });
  test('3: a protein floor above the energy is no target', () => {
    const rule: MacroPolicy = {
      kind: 'protein-range',
      protein: macroPart('grams', 400),
      fatFloor: 60,
      fibre: { grams: 30 },
    };
    const day = targets(LOW, [], flat(0, rule, { energy: { kind: 'range', low: 1500, high: 1600 } }));
    expect(day.windows.ENERC).toBeNull();
    expect(day.problems[0]).toContain(
      '1,600 kcal cannot hold 400 g protein and 60 g fat: that alone is 2,140 kcal',
    );
  });
  test('4: the sum of a menu; carbs are the lever', () => {
    const menu: MacroPolicy = {
      kind: 'menu',
      name: 'A',
      portions: [
        { name: 'Rice, dry', grams: 200, per100g: { PROCNT: 7, FAT: 1, CHOCDF: 79, FIBTG: 1 } },
        { name: 'Oil', grams: 50, per100g: { PROCNT: 0, FAT: 100, CHOCDF: 0, FIBTG: 0 } },
        { name: 'Powder', grams: 150, per100g: { PROCNT: 80, FAT: 6, CHOCDF: 6 } },
      ],
    };
    const sums = menuSums(menu.portions, 'total');
    expect(sums).toMatchObject({ protein: 134, fat: 61, carbs: 167, unknown: 0 });
    const phase = testPhase({ macros: menu, dayTypes: [testDayType('low', -80), testDayType('high', 120)] });
    expect(aims(targets(LOW, [], phase), ['PROCNT', 'CARB', 'FAT'])).toEqual([134, 147, 61]);
    expect(aims(targets(HIGH, [], phase), ['PROCNT', 'CARB', 'FAT'])).toEqual([134, 197, 61]);
    // What the sauce states beyond its macros counts, and the lever stays the carbs.
    const sauce: MacroPolicy = {
      ...menu,
      portions: [...menu.portions, { name: 'Sauce', grams: 100, per100g: { ENERC: 500 } }],
    };
    const withSauce = testPhase({
      macros: sauce,
      dayTypes: [testDayType('low', 0), testDayType('high', 120)],
    });
    expect(aims(targets(LOW, [], withSauce), ['ENERC', 'CARB'])).toEqual([
      4 * 134 + 9 * 61 + 4 * 167 + 500,
      167,
    ]);
    expect(aims(targets(HIGH, [], withSauce), ['ENERC', 'CARB'])).toEqual([
      4 * 134 + 9 * 61 + 4 * 197 + 500,
      197,
    ]);
    // A food that states no fibre leaves net carbs unknown: said, not taken as zero.
    expect(menuSums(menu.portions, 'available').unknown).toBe(1);
  });
  test.each([{ kind: 'plate', groups: ['greens'] }, { kind: 'none' }] as MacroPolicy[])(
    '$kind has no numbers, and no problem either',
    (macros) => {
      const day = targets(LOW, [], testPhase({ macros }));
      expect(aims(day, TARGET_KEYS)).toEqual([null, null, null, null, null]);
      expect(day.problems).toEqual([]);
    },
  );
  test('a day type with macros of its own, and one that moves carbs', () => {
    const types = [
      testDayType('low', 0, { change: { kind: 'own', protein: 200, carbs: 25, fat: 70 } }),
      testDayType('high', 0, { change: { kind: 'carbs', grams: 100 } }),
    ];
    expect(aims(targets(LOW, [], testPhase({ dayTypes: types })))).toEqual([200, 25, 70, 1530]);
    const plain = targets(HIGH, [], testPhase({ dayTypes: [testDayType('low', 0), testDayType('high', 0)] }));
    const more = targets(HIGH, [], testPhase({ dayTypes: types }));
    expect(more.windows.CARB?.aim).toBe((plain.windows.CARB?.aim ?? 0) + 100);
  });
  test('a restaurant day is twice as wide', () => {
    const wide = testPhase({ dayTypes: [testDayType('low', -150, { widen: 2 }), testDayType('high', 200)] });
    const [a, b] = [targets(LOW).windows.CARB, targets(LOW, [], wide).windows.CARB];
    expect(b && a && b.high - b.low).toBe(2 * ((a?.high ?? 0) - (a?.low ?? 0)));
  });
  test('in peak week fibre is held down, not up', () =>
    expect(targets(LOW, [], testPhase({ kind: 'peak-week' })).windows.FIBTG?.kind).toBe('ceiling'));
});

describe('orders', () => {
  test('carbs -20 g on low days: low days move by 80 kcal, high days stay', () => {
    const [before, after] = [targets(LOW), targets(LOW, [order()])];
    expect(after.windows.CARB?.aim).toBe((before.windows.CARB?.aim ?? 0) - 20);
    expect(after.windows.ENERC?.aim).toBe((before.windows.ENERC?.aim ?? 0) - 80);
    expect(after.windows.PROCNT).toEqual(before.windows.PROCNT);
    expect(targets(HIGH, [order()]).windows).toEqual(targets(HIGH).windows);
  });
  test('on energy: carbs carry it, protein and fat stay', () => {
    const after = targets(LOW, [order({ macro: 'ENERC', change: { kind: 'relative', amount: -100 } })]);
    const before = targets(LOW);
    expect((before.windows.CARB?.aim ?? 0) - (after.windows.CARB?.aim ?? 0)).toBe(25);
    expect([after.windows.PROCNT, after.windows.FAT]).toEqual([before.windows.PROCNT, before.windows.FAT]);
  });
  test('on fibre', () =>
    expect(
      targets(LOW, [order({ macro: 'FIBTG', change: { kind: 'absolute', amount: 35 } })]).windows.FIBTG?.aim,
    ).toBe(35));
  test('absolute, until, all days, in the order they were signed', () => {
    const absolute = order({
      id: 'o2',
      change: { kind: 'absolute', amount: 100 },
      dayTypes: null,
      signedAt: '2026-11-24T19:00:00Z',
    });
    expect(targets(LOW, [absolute, order()]).windows.CARB?.aim).toBe(100);
    expect(targets(LOW, [order({ signedAt: '2026-11-24T20:00:00Z' }), absolute]).windows.CARB?.aim).toBe(80);
    expect(targets(addDays(LOW, 7), [order({ until: LOW })]).orders).toEqual([]);
    expect(targets(LOW, [order({ phaseId: 'another' })]).orders).toEqual([]);
  });
  test('one that waits for a confirmation does not bind; confirmed later, it binds from then on', () => {
    expect(targets(LOW, [order({ heldUntil: null })]).orders).toEqual([]);
    const late = order({ heldUntil: addDays(LOW, 3) });
    expect(targets(LOW, [late]).orders).toEqual([]);
    expect(targets(addDays(LOW, 3), [late]).orders).toHaveLength(1);
  });
  test('below nothing there is no target, and it is said', () => {
    const { windows, problems } = targets(LOW, [order({ change: { kind: 'relative', amount: -900 } })]);
    expect([windows.CARB, windows.ENERC]).toEqual([null, null]);
    expect(problems[0]).toContain('An order takes carbs to −726 g, below nothing.'.replace('−', '-'));
  });
  test('one on carbs where carbs are free changes nothing, and the derivation says so', () => {
    const rule: MacroPolicy = {
      kind: 'protein-range',
      protein: macroPart('grams', 150),
      fatFloor: null,
      fibre: { grams: 30 },
    };
    const bound = order({ dayTypes: null });
    expect(targets(LOW, [bound], flat(2200, rule)).windows).toEqual(
      targets(LOW, [], flat(2200, rule)).windows,
    );
    expect(targets(LOW, [bound], flat(2200, rule)).problems).toEqual([]);
    const why = whyTargets(testSeason(flat(2200, rule)), [testBasis()], [bound], LOW);
    expect(why?.steps.map((s) => s.text).join(' ')).toContain(
      'the day sets no carbs, so it has nothing to act on',
    );
  });
  test('law: no order changes a day before it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: -60, max: 60 }),
        fc.constantFrom(...TARGET_KEYS),
        (start, before, amount, macro) => {
          const from = addDays(isoDate('2026-10-20'), start);
          const date = addDays(from, -before);
          if (date < isoDate('2026-09-28')) return;
          const signed = order({ from, dayTypes: null, macro, change: { kind: 'relative', amount } });
          expect(targets(date, [signed]).windows).toEqual(targets(date).windows);
        },
      ),
    );
  });
});

const rules: fc.Arbitrary<MacroPolicy> = fc.oneof(
  fc.record({
    kind: fc.constant('per-mass' as const),
    protein: fc.double({ min: 0.8, max: 3.5, noNaN: true }).map((a) => macroPart('body-kg', a)),
    fat: fc.double({ min: 0.2, max: 1.5, noNaN: true }).map((a) => macroPart('lean-kg', a, { floor: 30 })),
    carbs: fc.option(fc.integer({ min: 0, max: 600 }).map((a) => macroPart('grams', a, { to: a + 40 }))),
    fibre: fc.constant({ per1000kcal: 14 }),
  }),
  fc.tuple(fc.integer({ min: 10, max: 50 }), fc.integer({ min: 10, max: 40 })).map(([protein, fat]) => ({
    kind: 'split' as const,
    protein,
    fat,
    carbs: 100 - protein - fat,
    fibre: { grams: 30 },
  })),
  fc.integer({ min: 60, max: 260 }).map((grams) => ({
    kind: 'protein-range' as const,
    protein: macroPart('grams', grams),
    fatFloor: 40,
    fibre: { grams: 30 },
  })),
);

describe('laws', () => {
  const cases = fc.record({
    rule: rules,
    kcal: fc.integer({ min: 900, max: 6000 }),
    weight: fc.double({ min: 45, max: 130, noNaN: true }),
    basis: fc.constantFrom('total' as const, 'available' as const),
    amount: fc.integer({ min: -80, max: 80 }),
  });
  test('windows are always low <= aim <= high, and the macros’ energy is the day’s for every rule', () => {
    fc.assert(
      fc.property(cases, ({ rule, kcal, weight, basis, amount }) => {
        const body: BodyBasis = testBasis({ weightKg: weight, leanKg: weight * 0.85, carbBasis: basis });
        const signed = order({ dayTypes: null, change: { kind: 'relative', amount } });
        for (const orders of [[], [signed]]) {
          const { windows, problems } = targets(LOW, orders, flat(kcal, rule), body);
          for (const key of TARGET_KEYS) {
            const window = windows[key];
            if (!window) continue;
            expect(window.low).toBeLessThanOrEqual(window.aim);
            expect(window.aim).toBeLessThanOrEqual(window.high);
            expect(window.low).toBeGreaterThanOrEqual(0);
          }
          if (rule.kind === 'protein-range' || !windows.ENERC) continue;
          const energy =
            4 * (windows.PROCNT?.aim ?? NaN) +
            9 * (windows.FAT?.aim ?? NaN) +
            4 * (windows.CARB?.aim ?? NaN) +
            (basis === 'available' ? 2 * (windows.FIBTG?.aim ?? 0) : 0);
          expect(windows.ENERC.aim).toBe(energy);
          const remainder = rule.kind === 'split' || (rule.kind === 'per-mass' && rule.carbs === null);
          // Rounding: half a gram each of carbs (2 kcal), protein (2) and fat (4.5).
          if (orders.length === 0 && remainder && problems.length === 0)
            expect(Math.abs(energy - kcal)).toBeLessThanOrEqual(8.5);
        }
      }),
    );
  });
  test('many days at once are the same as day by day', () => {
    const season = testSeason(
      testPhase({ exceptions: { '2026-11-26': 'high' }, levels: { '2026-11-27': -60 } }),
    );
    const bases = [testBasis(), testBasis({ id: 'b', from: isoDate('2026-11-23'), weightKg: 76.9 })];
    const orders = [order(), order({ id: 'o2', macro: 'FAT', dayTypes: null, until: isoDate('2026-12-10') })];
    const from = isoDate('2026-09-20');
    targetsFrom(season, bases, orders, from, 120).forEach((day, i) =>
      expect(day).toEqual(dayTargets(season, bases, orders, addDays(from, i))),
    );
  });
});

test('the basis in force is the last one that has started, of one day the last written; the first serves the days before', () => {
  const a = testBasis({ id: 'a', from: isoDate('2026-11-16') });
  const b = testBasis({ id: 'b', from: isoDate('2026-11-23') });
  expect(basisOn([b, a], isoDate('2026-11-22'))?.id).toBe('a');
  expect(basisOn([b, a], isoDate('2026-11-23'))?.id).toBe('b');
  expect(basisOn([a, b, { ...b, id: 'c' }], isoDate('2026-11-24'))?.id).toBe('c');
  expect(basisOn([b, a], isoDate('2026-01-01'))?.id).toBe('a');
  expect(basisOn([], isoDate('2026-01-01'))).toBeUndefined();
});

test('every number tells how it came to be', () => {
  const why = whyTargets(testSeason(), [testBasis()], [order({ lever: 'potato in meal 4' })], LOW);
  const carbs = why?.steps.filter((s) => s.about.includes('CARB')).map((s) => s.text);
  expect(carbs).toEqual([
    'Figures in force since 2026-09-28: 77.6 kg body mass, 68 kg lean mass, expenditure 2,540 ± 148 kcal (90 %), measured from 28 days of log and mornings.',
    'Aim of the phase: expenditure 2,540 kcal − (0.5 % of 77.6 kg a week) ÷ 7 days × 7,700 kcal/kg = 2,113 kcal.',
    'Low day: −150 kcal, so 1,963 kcal.',
    'Protein: 2.4 g per kg of body mass × 77.6 kg = 186 g.',
    'Fat: 0.75 g per kg of body mass × 77.6 kg = 58 g.',
    'Carbs are the remainder: (1,963 − 4 × 186 − 9 × 58) ÷ 4 = 174 g.',
    'Order signed 2026-11-24, in force from 2026-11-24: carbs 174 → 154 g, through potato in meal 4.',
    'Window 149 to 159 g: the tolerance of the phase around 154. Inside it every gram is as good as the next.',
  ]);
  expect(why?.steps.find((s) => s.text.startsWith('Energy is'))?.text).toBe(
    'Energy is what the macros hold: 4 × 186 + 4 × 154 + 9 × 58 = 1,882 kcal.',
  );
});
