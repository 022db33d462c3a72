import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Routine } from '../season/mealPattern.ts';
import { testBasis, testDayType, testMacros, testPhase, testSeason } from '../../testing/index.ts';
import { dayTargets } from '../targets/targets.ts';
import { macroPart } from '../season/rules.ts';
import { addDays, isoDate } from '../../units/index.ts';
import { cautionStanding, confirmationHolds, type Confirmation } from './confirm.ts';
import { energyAvailability } from '../../body/index.ts';
import { plannedWork } from './plannedWork.ts';
import { measuredCautions } from './measured.ts';
import { NO_STATEMENTS, type Caution, type CautionPerson, type HealthStatements } from './types.ts';
import { planCautions } from './plan.ts';

const person = (
  change: Partial<CautionPerson> = {},
  health: Partial<HealthStatements> = {},
): CautionPerson => ({
  sex: 'male',
  ageYears: 29,
  weightKg: 77.6,
  leanKg: 68,
  fatSpread: 3.5,
  resting: 1750,
  health: { ...NO_STATEMENTS, ...health },
  ...change,
});
const idle: Routine = { waking: '06:00', sessions: [] };
const trained: Routine = {
  waking: '06:00',
  sessions: [1, 2, 4, 5].map((weekday) => ({
    weekday,
    kind: 'resistance' as const,
    start: '17:00',
    minutes: 90,
  })),
};
const days = (kcal: number, fatPerKg = 0.75, change = {}, basis = testBasis(), count = 14) => {
  const phase = testPhase({ energy: { kind: 'hand', kcal }, macros: testMacros(fatPerKg, 0), ...change });
  return Array.from({ length: count }, (_, i) =>
    dayTargets(testSeason(phase), [basis], [], addDays(isoDate('2026-11-23'), i))!,
  );
};
const ids = (cautions: Caution[]) => cautions.map((c) => `${c.id} ${c.level}`);

// Thresholds: common practice, no source, unless said.
describe('on a plan', () => {
  test('an ordinary cut with enough has none but a note on availability', () =>
    expect(ids(planCautions(days(2400), person(), idle))).toEqual(['low-energy-availability note']));
  test('maintenance has none', () =>
    expect(planCautions(days(3200, 0.75, { kind: 'maintenance' }), person(), idle)).toEqual([]));
  test('below resting expenditure is confirm', () => {
    const found = planCautions(days(1850), person(), idle);
    expect(found[0]).toMatchObject({ id: 'very-low-intake', level: 'confirm', worse: 'lower', figure: 1702 });
    expect(found[0]?.sentence).toContain('below the resting expenditure of 1,750 kcal');
  });
  test('below 1,500 or 1,200 is hard whatever the equation says', () => {
    const small = person({ resting: 1000, leanKg: null });
    expect(planCautions(days(1600), small, idle)[0]?.sentence).toContain('cautious floor of 1,500 kcal');
    expect(ids(planCautions(days(1600), { ...small, sex: 'female' }, idle))).not.toContain(
      'very-low-intake confirm',
    );
  });
  // Loucks & Thuma 2003, by hand: (1,950 - 252) / 68 = 25.0; at 3.5 points of spread lean mass is 63.5 to 72.5 kg.
  test('energy availability by hand', () => {
    const found = energyAvailability(1950, 252, { weightKg: 77.6, leanKg: 68, fatSpread: 3.5 });
    expect(found.value).toBeCloseTo(24.97, 2);
    expect(found.low).toBeCloseTo(1698 / 72.468, 2);
    expect(found.high).toBeCloseTo(1698 / 63.532, 2);
    expect(() => energyAvailability(1950, 0, { weightKg: 80, leanKg: 0, fatSpread: 2 })).toThrow(RangeError);
  });
  test('low availability needs confirming under 30 in women, 25 in men; 30 to 45 is a note', () => {
    const low = planCautions(days(1950, 0.75, { kind: 'maintenance' }), person(), trained);
    expect(ids(low)).toContain('low-energy-availability confirm');
    expect(plannedWork(trained, isoDate('2026-11-23'), 77.6)).toBeCloseTo(4 * 1.05 * 77.6 * 1.5, 6);
    const woman = person({ sex: 'female', leanKg: 68, resting: 1400 });
    expect(ids(planCautions(days(1980), woman, idle))).toContain('low-energy-availability confirm');
    expect(ids(planCautions(days(1980), person(), idle))).toContain('low-energy-availability note');
    expect(ids(planCautions(days(1980), person({ leanKg: null }), idle))).not.toContain(
      'low-energy-availability note',
    );
  });
  // Helms 2014: not faster than 1 % a week; 77.6 kg and 2,540 kcal: 1 % is 854 kcal a day.
  test('a plan that loses too fast needs confirming; a mini-cut may be a little faster', () => {
    expect(ids(planCautions(days(1600), person(), idle))).toContain('losing-too-fast confirm');
    expect(ids(planCautions(days(1720), person(), idle))).not.toContain('losing-too-fast confirm');
    const short = { kind: 'mini-cut', from: isoDate('2026-11-02'), to: isoDate('2026-12-20') };
    expect(ids(planCautions(days(1600, 0.75, short), person(), idle))).not.toContain(
      'losing-too-fast confirm',
    );
    expect(ids(planCautions(days(1600, 0.75, { kind: 'peak-week' }), person(), idle))).not.toContain(
      'losing-too-fast confirm',
    );
  });
  test('a mini-cut of 52 weeks is judged as a cut, and its length is said', () => {
    const long = { kind: 'mini-cut', from: isoDate('2026-09-28'), to: isoDate('2027-09-27') };
    const found = planCautions(days(1600, 0.75, long), person(), idle);
    expect(ids(found)).toEqual(expect.arrayContaining(['losing-too-fast confirm', 'long-mini-cut note']));
    expect(found.find((c) => c.id === 'long-mini-cut')?.sentence).toContain('52 weeks');
  });
  // Helms 2014; Iraki 2019: 15 % of energy or 0.5 g per kg, for 14 days.
  test('little fat is a note after two weeks, not before', () => {
    expect(ids(planCautions(days(2400, 0.4), person(), idle))).toContain('fat-under-floor note');
    expect(ids(planCautions(days(2400, 0.4, {}, testBasis(), 13), person(), idle))).not.toContain(
      'fat-under-floor note',
    );
  });
  // ACSM: under 5 % men, 12 % women.
  test('very low body fat', () => {
    expect(ids(planCautions(days(3200), person({ leanKg: 74.5 }), idle))).toContain('low-body-fat note');
    expect(ids(planCautions(days(3200), person({ sex: 'female', leanKg: 69 }), idle))).toContain(
      'low-body-fat note',
    );
    expect(ids(planCautions(days(3200), person({ leanKg: 72 }), idle))).not.toContain('low-body-fat note');
  });
  test('no days, no cautions', () => expect(planCautions([], person(), idle)).toEqual([]));
});

describe('by what the athlete says', () => {
  test.each([
    ['under 18', person({ ageYears: 17 }), 'minor refuse'],
    ['pregnant', person({}, { pregnant: true }), 'pregnancy refuse'],
    ['breastfeeding', person({}, { breastfeeding: true }), 'pregnancy refuse'],
    ['a history of an eating disorder', person({}, { eatingDisorder: true }), 'eating-disorder confirm'],
  ])('%s: no deficit and no peak week', (_, who, wanted) => {
    expect(ids(planCautions(days(2100), who, idle))[0]).toBe(wanted);
    expect(ids(planCautions(days(2540, 0.75, { kind: 'peak-week' }), who, idle))[0]).toBe(wanted);
    expect(ids(planCautions(days(3200, 0.75, { kind: 'off-season' }), who, idle))).not.toContain(wanted);
  });
  // E 2,540 at maintenance: the aim lies below it, the high end of the window above.
  test.each([
    ['a wide tolerance', { energy: { kind: 'step', kcal: -400 }, tolerance: { ...testPhase().tolerance, energy: { kcal: 450 } } }],
    ['a range that reaches over it', { energy: { kind: 'range', low: 1900, high: 2700 }, macros: { kind: 'protein-range', protein: macroPart('grams', 150), fatFloor: null, fibre: { grams: 30 } } }],
    ['a day type five times as wide', { energy: { kind: 'step', kcal: -400 }, dayTypes: [testDayType('low', 0, { widen: 5 })], week: Array<string>(7).fill('low') }],
    ['one low day in a week that balances', { energy: { kind: 'step', kcal: 0 }, dayTypes: [testDayType('low', -300), testDayType('high', 50)], week: ['low', ...Array<string>(6).fill('high')] }],
  ] as const)('a deficit inside a window that holds the expenditure is refused to a minor: %s', (_, change) => {
    const phase = { kind: 'maintenance', ...change };
    const [found] = planCautions(days(0, 0.75, phase), person({ ageYears: 16 }), idle);
    expect(found).toMatchObject({ id: 'minor', level: 'refuse' });
    expect(found?.sentence).toContain('below the expenditure');
  }); // prettier-ignore
  test('maintenance to the rounding of its macros is no deficit', () => {
    const level = { kind: 'maintenance', energy: { kind: 'step', kcal: 0 }, dayTypes: [testDayType('low', 0)], week: Array<string>(7).fill('low') };
    expect(ids(planCautions(days(0, 0.75, level), person({ ageYears: 16 }), idle))).not.toContain('minor refuse');
  }); // prettier-ignore
  test('with an illness a cut or a peak week needs the doctor, whether carbs move or not', () => {
    const ill = person({}, { kidney: true });
    for (const change of [{}, { kind: 'peak-week' }])
      expect(planCautions(days(2100, 0.75, change), ill, idle)[0]).toMatchObject({ id: 'illness', needs: 'doctor' });
  }); // prettier-ignore
  test('the professional must be named', () => {
    const [open] = planCautions(days(2100), person({}, { eatingDisorder: true }), idle);
    expect(open?.needs).toBe('professional');
    const [named] = planCautions(
      days(2100),
      person({}, { eatingDisorder: true, professional: 'Dr Ost' }),
      idle,
    );
    expect([named?.needs, named?.sentence.includes('Dr Ost')]).toEqual([null, true]);
  });
  test('with diabetes, kidney, heart or lithium, carbs move only with the doctor named', () => {
    const ill = person({}, { diabetes: true, lithium: true });
    expect(ids(planCautions(days(3200, 0.75, { kind: 'off-season' }), ill, idle))).toEqual([]);
    const [found] = planCautions(days(3200, 0.75, { kind: 'off-season' }), ill, idle, true);
    expect(found).toMatchObject({ id: 'illness', level: 'confirm', needs: 'doctor' });
    expect(found?.sentence).toContain('diabetes and lithium');
  });
  test('signs of low availability are a note that names a doctor', () => {
    const found = planCautions(
      days(3200, 0.75, { kind: 'off-season' }),
      person({}, { periodLost: true }),
      idle,
    );
    expect(found[0]).toMatchObject({ id: 'signs-of-low-availability', level: 'note' });
    expect(found[0]?.see).toContain('doctor');
  });
});

describe('on what was eaten and weighed', () => {
  const today = isoDate('2026-11-24');
  const season = testSeason();
  const eaten = (kcal: (i: number) => number | undefined, window = { low: 2000, high: 2200 }) =>
    Array.from({ length: 56 }, (_, i) => ({ day: addDays(today, -1 - i), kcal: kcal(i), window })).filter(
      (d): d is { day: typeof today; kcal: number; window: typeof window } => d.kcal !== undefined,
    );
  const weighIns = (kg: (i: number) => number) =>
    Array.from({ length: 35 }, (_, i) => ({ day: addDays(today, -i), kg: kg(i) }));
  const measured = (change: object) => ({ today, season, eaten: [], weighIns: [], routine: idle, ...change });
  test('seven days of very little', () => {
    expect(ids(measuredCautions(measured({ eaten: eaten(() => 1600) }), person()))).toContain(
      'very-low-intake confirm',
    );
    expect(ids(measuredCautions(measured({ eaten: eaten(() => 2300) }), person()))).toEqual([]);
    // Two complete days of seven say nothing, three do.
    const first = (n: number) => measured({ eaten: eaten((i) => (i < n ? 600 : undefined)) });
    expect(measuredCautions(first(2), person())).toEqual([]);
    const [found] = measuredCautions(first(3), person());
    expect(found).toMatchObject({ id: 'very-low-intake', level: 'confirm', figure: 600 });
    expect(found?.sentence).toContain('3 of them are logged completely');
  });
  test('a resting expenditure that is not known fires nothing, and the cautious floor still holds', () => {
    const unknown = person({ resting: NaN, leanKg: null });
    expect(measuredCautions(measured({ eaten: eaten(() => 1600) }), unknown)).toEqual([]);
    expect(ids(measuredCautions(measured({ eaten: eaten(() => 1400) }), unknown))).toEqual([
      'very-low-intake confirm',
    ]);
    expect(ids(planCautions(days(1850), unknown, idle))).toEqual([]);
  });
  test('extra cardio that nobody planned counts in the energy that is left', () => {
    // By hand: (1,900 - 420) / 68 = 21.8; without the extra work 27.9.
    const eats = measured({ eaten: eaten(() => 1900) });
    const who = person({ resting: 1500 });
    expect(ids(measuredCautions(eats, who))).toEqual([]);
    const work = Array.from({ length: 60 }, (_, i) => ({
      day: addDays(today, -i),
      kind: 'cardio' as const,
      minutes: 60,
      kcal: 420,
    }));
    const [found] = measuredCautions({ ...eats, work }, who);
    expect(found).toMatchObject({ id: 'low-energy-availability', figure: 21.8 });
  });
  test('weeks of low availability are counted', () => {
    const found = measuredCautions(
      measured({ eaten: eaten((i) => (i < 21 ? 1600 : 2600)) }),
      person({ resting: 1500 }),
    );
    expect(found[0]?.sentence).toContain('3 of the last 8 weeks lie below 25');
  });
  test('too fast two weeks running, not one; never in the first days of a deficit', () => {
    const fast = (weeks: number) => weighIns((i) => 76 + 0.14 * Math.min(i, 7 * weeks + 3));
    expect(ids(measuredCautions(measured({ weighIns: fast(4) }), person()))).toEqual([
      'losing-too-fast confirm',
    ]);
    expect(ids(measuredCautions(measured({ weighIns: weighIns((i) => 76 + 0.1 * i) }), person()))).toEqual(
      [],
    );
    // Outside every phase it counts as well.
    expect(
      ids(measuredCautions(measured({ weighIns: fast(4), season: { phases: [], events: [] } }), person())),
    ).toEqual(['losing-too-fast confirm']);
    const young = testSeason(testPhase({ from: isoDate('2026-11-05') }));
    expect(measuredCautions(measured({ weighIns: fast(4), season: young }), person())).toEqual([]);
  });
  test('a day with much more, answered by a plan under 70 % of the usual', () => {
    const over = eaten((i) => (i === 0 ? 3600 : 2100));
    const plan = (aim: number) => [{ day: today, aim, usual: 2100 }];
    const who = person({ leanKg: null });
    expect(ids(measuredCautions(measured({ eaten: over, planned: plan(1400) }), who))).toEqual([
      'swings note',
    ]);
    expect(measuredCautions(measured({ eaten: over, planned: plan(1500) }), who)).toEqual([]);
    expect(measuredCautions(measured({ eaten: eaten(() => 2100), planned: plan(1400) }), who)).toEqual([]);
  });
  test('swings: twice in four weeks, in gentle words', () => {
    const swing = (i: number) => (i === 3 || i === 13 ? 3600 : i === 2 || i === 11 ? 900 : 2100);
    const [found] = measuredCautions(measured({ eaten: eaten(swing) }), person({ leanKg: null }));
    expect(found).toMatchObject({ id: 'swings', level: 'note', figure: 2 });
    expect(found?.sentence).not.toMatch(/fail|cheat|guilt|bad/i);
    expect(
      measuredCautions(measured({ eaten: eaten((i) => (i === 3 ? 3600 : i === 2 ? 900 : 2100)) }), person()),
    ).toEqual([]);
  });
});

describe('confirmations', () => {
  const caution: Caution = {
    id: 'very-low-intake', level: 'confirm', sentence: 'S.', source: '', see: '', figure: 1600, worse: 'lower', needs: null,
  }; // prettier-ignore
  const said = (by: 'coach' | 'athlete', at: string, figure = 1600): Confirmation => ({
    cautionId: caution.id,
    by,
    at,
    figure,
  });
  const now = '2026-11-24T12:00:00.000Z';
  test('coach and athlete both', () => {
    expect(cautionStanding(caution, [], true, now)).toMatchObject({ state: 'waits', for: 'both' });
    expect(cautionStanding(caution, [said('coach', now)], true, now)).toMatchObject({ for: 'athlete' });
    expect(cautionStanding(caution, [said('athlete', now)], true, now)).toMatchObject({ for: 'coach' });
    expect(cautionStanding(caution, [said('coach', now), said('athlete', now)], true, now)).toEqual({
      state: 'free',
    });
  });
  test('without a coach twice, 24 h apart', () => {
    const first = said('athlete', '2026-11-23T12:30:00.000Z');
    expect(cautionStanding(caution, [first], false, now)).toEqual({
      state: 'waits',
      for: 'second',
      until: '2026-11-24T12:30:00.000Z',
    });
    expect(cautionStanding(caution, [first, said('athlete', now)], false, now)).toMatchObject({
      for: 'second',
    });
    const later = '2026-11-24T12:30:00.000Z';
    expect(cautionStanding(caution, [first, said('athlete', later)], false, later)).toEqual({
      state: 'free',
    });
  });
  test('it lapses after 14 days, and when the number worsens', () => {
    expect(confirmationHolds(caution, said('coach', '2026-11-10T12:00:00.000Z'), now)).toBe(true);
    expect(confirmationHolds(caution, said('coach', '2026-11-10T11:59:00.000Z'), now)).toBe(false);
    expect(confirmationHolds({ ...caution, figure: 1599 }, said('coach', now), now)).toBe(false);
    expect(confirmationHolds({ ...caution, figure: 1700 }, said('coach', now), now)).toBe(true);
    expect(confirmationHolds({ ...caution, id: 'swings' }, said('coach', now), now)).toBe(false);
  });
  test('X and a name that is missing are barred, notes are free', () => {
    expect(cautionStanding({ ...caution, level: 'refuse' }, [said('coach', now)], true, now).state).toBe(
      'barred',
    );
    expect(cautionStanding({ ...caution, needs: 'doctor' }, [said('coach', now)], true, now)).toMatchObject({
      why: 'S. Name the treating doctor under Account, Body and health.',
    });
    expect(cautionStanding({ ...caution, level: 'note' }, [], true, now)).toEqual({ state: 'free' });
  });
  test('law: confirmations of one side alone never free a hard caution when there is a coach', () => {
    const moment = fc
      .integer({ min: 0, max: 13 * 24 })
      .map((h) => new Date(Date.parse(now) - h * 3_600_000).toISOString());
    fc.assert(
      fc.property(
        fc.constantFrom('coach' as const, 'athlete' as const),
        fc.array(moment),
        (by, at) =>
          cautionStanding(
            caution,
            at.map((t) => said(by, t)),
            true,
            now,
          ).state === 'waits',
      ),
    );
  });
});
