import { describe, expect, test } from '@jest/globals';
import { testBasis, testDayType, testOrder, testPhase, testSeason } from '../testing/index.ts';
import { addDays, isoDate } from '../units/index.ts';
import { NO_STATEMENTS, type Caution } from './cautions/types.ts';
import {
  carbsDiffer,
  daysAhead,
  reviewOrder,
  reviewSeason,
  type PlanInForce,
  type ReviewedAthlete,
} from './review.ts';
import { phaseTemplate } from './season/templates.ts';

const today = isoDate('2026-11-23');
const athlete: ReviewedAthlete = {
  sex: 'male',
  birthDate: isoDate('1997-01-01'),
  heightCm: 178,
  hasCoach: true,
  profile: {
    equation: null,
    fat: { method: 'eye' },
    health: NO_STATEMENTS,
    routine: { waking: '06:30', sessions: [] },
  },
};
const plan: PlanInForce = { season: testSeason(), bases: [testBasis()], orders: [] };
const fast = { id: 'losing-too-fast', level: 'confirm', figure: -1.4, sentence: 'S' } as unknown as Caution;

describe('an order before it is signed', () => {
  test('shows the days it binds, as they are and as they would be, in step', () => {
    const { before, after, fault } = reviewOrder(plan, testOrder(), athlete, today);
    expect(fault).toBeNull();
    expect(after.map((d) => d.date)).toEqual(before.map((d) => d.date));
    expect(new Set(after.map((d) => d.dayType.id))).toEqual(new Set(['low']));
    for (const [i, day] of after.entries())
      expect((before[i]?.windows.CARB?.aim ?? 0) - (day.windows.CARB?.aim ?? 0)).toBe(20);
  });
  test('is judged by what is in force on the day from which it acts, not on the day it is written', () => {
    // The prep ends on 3 January; the order is for the off-season after it, which only the later season has.
    const later = phaseTemplate('off-season', isoDate('2027-01-12'), isoDate('2027-04-30'), 'off');
    const from = isoDate('2027-02-01');
    const order = testOrder({
      phaseId: 'off',
      from,
      dayTypes: null,
      change: { kind: 'relative', amount: 30 },
    });
    const inForceThen = { ...plan, season: { ...plan.season, phases: [...plan.season.phases, later] } };
    expect(reviewOrder(plan, order, athlete, today).fault?.kind).toBe('binds-nothing');
    expect(reviewOrder(inForceThen, order, athlete, today)).toMatchObject({ fault: null });
    expect(reviewOrder(inForceThen, order, athlete, today).after).toHaveLength(28);
  });
  test('an order that waited is looked at as if it bound, and replaces itself in what is in force', () => {
    const waiting = testOrder({ heldUntil: null });
    const { before, after } = reviewOrder({ ...plan, orders: [waiting] }, waiting, athlete, today);
    expect((before[0]?.windows.CARB?.aim ?? 0) - (after[0]?.windows.CARB?.aim ?? 0)).toBe(20);
  });
  test.each([
    ['past-date', testOrder({ from: addDays(today, -1) })],
    ['ends-before-start', testOrder({ until: addDays(today, 1) })],
    ['binds-nothing', testOrder({ dayTypes: ['shoot'] })],
    ['impossible', testOrder({ change: { kind: 'relative', amount: -2000 } })],
  ] as const)('%s is a fault of its own', (kind, order) => {
    expect(reviewOrder(plan, order, athlete, today).fault?.kind).toBe(kind);
  });
  test('on a macro that the phase leaves free it has nothing to act on', () => {
    const macros = { ...testPhase().macros, kind: 'protein-range', fatFloor: null } as never;
    const free = {
      ...plan,
      season: testSeason(testPhase({ energy: { kind: 'range', low: 2000, high: 2100 }, macros })),
    };
    expect(reviewOrder(free, testOrder({ macro: 'FAT' }), athlete, today).fault?.kind).toBe(
      'acts-on-nothing',
    );
  });
  test('carries the cautions of the days it makes, and those of the log where energy is taken away', () => {
    const order = testOrder({ change: { kind: 'relative', amount: -150 } });
    const { cautions } = reviewOrder(plan, order, athlete, today, [fast]);
    expect(cautions.map((c) => c.id)).toEqual(expect.arrayContaining(['very-low-intake', 'losing-too-fast']));
  });
});

describe('a season before it is signed', () => {
  test('looks from today to its end, at most 400 days', () => {
    const days = daysAhead(plan.season, plan, today);
    expect([days[0]?.date, days.at(-1)?.date]).toEqual([today, '2027-01-03']);
    expect(daysAhead({ phases: [], events: [] }, plan, today)).toEqual([]);
    const long = testSeason(testPhase({ to: isoDate('2030-01-01') }));
    expect(daysAhead(long, plan, today)).toHaveLength(400);
  });
  test('the same season again has no fault and moves no carbs', () => {
    const { days, faults } = reviewSeason(plan, plan.season, athlete, today);
    expect(faults).toEqual([]);
    expect(carbsDiffer(days, days)).toBe(false);
  });
  test('cautions of the log count only where energy is taken away', () => {
    const ids = (season: typeof plan.season) =>
      reviewSeason(plan, season, athlete, today, [fast]).cautions.map((c) => c.id);
    expect(ids(plan.season)).toContain('losing-too-fast');
    const begun = testPhase({ to: addDays(today, -1) });
    const gain = phaseTemplate('off-season', today, isoDate('2027-01-31'), 'o');
    expect(ids({ events: [], phases: [begun, gain] })).not.toContain('losing-too-fast');
  });
  test('a start that has passed, a phase made in the past and an event moved there are refused', () => {
    const faults = (season: typeof plan.season) =>
      reviewSeason(plan, season, athlete, today).faults.map((f) => f.kind);
    expect(faults(testSeason(testPhase({ from: isoDate('2026-09-29') })))).toContain('past-date');
    expect(faults(testSeason(testPhase({ id: 'new' })))).toContain('past-date');
    const show = { id: 'show', kind: 'show' as const, name: 'Test show', date: addDays(today, -2) };
    expect(faults({ ...plan.season, events: [show] })).toContain('past-date');
  });
  test('a day that was possible and no longer is, is said with its date', () => {
    const small = testSeason(testPhase({ energy: { kind: 'hand', kcal: 700 } }));
    const [fault] = reviewSeason(plan, small, athlete, today).faults;
    expect(fault?.kind).toBe('impossible');
    expect(fault?.sentence).toContain(`On ${today}`);
  });
  test('a season that contradicts itself has faults and no days', () => {
    const wrong = testSeason(testPhase({ week: ['low'] }));
    expect(reviewSeason(plan, wrong, athlete, today)).toMatchObject({ days: [], cautions: [] });
    expect(reviewSeason(plan, wrong, athlete, today).faults[0]?.kind).toBe('season');
  });
  test('carbs that move bring the caution of an illness', () => {
    const ill = { ...athlete, profile: { ...athlete.profile, health: { ...NO_STATEMENTS, diabetes: true } } };
    const gaining = (percentPerWeek: number) =>
      testSeason(
        testPhase({
          kind: 'off-season',
          energy: { kind: 'rate', percentPerWeek },
          dayTypes: [testDayType('low', 0), testDayType('high', 0)],
        }),
      );
    const before = { ...plan, season: gaining(0.3) };
    const ids = (season: typeof plan.season) =>
      reviewSeason(before, season, ill, today).cautions.map((c) => c.id);
    expect(ids(gaining(0.4))).toContain('illness');
    expect(ids(before.season)).not.toContain('illness');
  });
});
