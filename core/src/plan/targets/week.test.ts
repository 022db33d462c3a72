import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { testBasis, testDayType, testOrder, testPhase, testSeason } from '../../testing/index.ts';
import { addDays, isoDate } from '../../units/index.ts';
import { targetsFrom } from './targets.ts';
import { levelWeek, newlyImpossible, weekAim } from './week.ts';

const MONDAY = isoDate('2026-11-23');
const bases = [testBasis()];
const meanOf = (season = testSeason()) => weekAim(season, bases, [], MONDAY);

describe('a week against its aim', () => {
  test('types that average to the aim are silent', () => {
    // 4 x -150 + 3 x 200 = 0.
    const week = meanOf();
    expect(week.mismatch).toBeUndefined();
    expect(Math.abs((week.byTypes ?? 0) - (week.aim ?? 0))).toBeLessThan(5);
  });
  test('types that do not are said', () => {
    const phase = testPhase({ dayTypes: [testDayType('low', 0), testDayType('high', 350)] });
    expect(meanOf(testSeason(phase)).mismatch).toBe(
      'The days of this week average 2,263 kcal, 150 above the aim of 2,113 kcal.',
    );
  });
  test('what orders do to the mean: -20 g of carbs on four of seven days', () => {
    const week = weekAim(testSeason(), bases, [testOrder({ from: MONDAY })], MONDAY);
    // 4 x 80 / 7 = 45.7.
    expect(week.byOrders).toBe('Orders in force: −46 kcal a day.');
    expect(week.mismatch).toBeUndefined();
  });
  test('no targets, no mean', () => {
    expect(weekAim(testSeason(), bases, [], isoDate('2030-01-01')).mean).toBeUndefined();
  });
});

describe('holding the weekly mean', () => {
  const withHigh = (date: string) => testPhase({ exceptions: { [date]: 'high' } });
  test('a high day put on a low one is paid back by the days to come, a little each', () => {
    const season = testSeason(withHigh('2026-11-24'));
    const { phase, left, said } = levelWeek(season, 'prep', bases, MONDAY, MONDAY);
    expect(left).toBe(0);
    expect(said).toContain('The week keeps its mean: 6 other days move by −59 to −58 kcal.');
    const sum = Object.values(phase.levels).reduce((s, v) => s + v, 0);
    expect(Math.abs(sum + 350)).toBeLessThanOrEqual(3);
    expect(Math.abs((meanOf(testSeason(phase)).mean ?? 0) - (meanOf().mean ?? 0))).toBeLessThan(3);
  });
  test('over at least three days: late in the week nothing is taken back', () => {
    const season = testSeason(withHigh('2026-11-27'));
    const { phase, left, said } = levelWeek(season, 'prep', bases, MONDAY, isoDate('2026-11-27'));
    expect(phase.levels).toEqual({});
    expect(left).toBeLessThan(0);
    expect(said).toContain('Only 2 days are left to level over');
  });
  test('a day that cannot be is not paid back', () => {
    const phase = testPhase({
      dayTypes: [...testPhase().dayTypes, testDayType('none', -1500)],
      exceptions: { '2026-11-24': 'none' },
    });
    expect(levelWeek(testSeason(phase), 'prep', bases, MONDAY, MONDAY)).toMatchObject({
      left: 0,
      said: 'A day of this week has no possible target, so nothing is levelled.',
    });
  });
  test('an order in force leaves less room', () => {
    const season = testSeason(withHigh('2026-11-24'));
    const orders = [testOrder({ from: MONDAY, dayTypes: null, change: { kind: 'relative', amount: -60 } })];
    const free = levelWeek(season, 'prep', bases, MONDAY, MONDAY, { leastKcal: 1700 });
    const tight = levelWeek(season, 'prep', bases, MONDAY, MONDAY, { leastKcal: 1700, orders });
    expect(free.left).toBe(0);
    // 1,963 - 240 = 1,723 on low days: only some 22 kcal of room each, and 10 % on high days.
    expect(Math.min(...Object.values(tight.phase.levels))).toBeGreaterThanOrEqual(-210);
    for (const [date, kcal] of Object.entries(tight.phase.levels))
      expect(
        (weekAim(season, bases, orders, MONDAY).days.find((d) => d?.date === date)?.windows.ENERC?.aim ?? 0) +
          kcal,
      ).toBeGreaterThanOrEqual(1698);
  });
  test('what cannot be placed is said', () => {
    const refeed = testDayType('refeed', 2500);
    const season = testSeason(
      testPhase({ dayTypes: [...testPhase().dayTypes, refeed], exceptions: { '2026-11-24': 'refeed' } }),
    );
    const { left, said } = levelWeek(season, 'prep', bases, MONDAY, MONDAY);
    expect(left).toBeLessThan(-1000);
    expect(said).toContain('could not be placed');
  });
  test('law: no day over, none more than 10 % down, none under what protein and fat need, the rest of the mean is held', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 6 }),
        fc.integer({ min: 0, max: 6 }),
        fc.integer({ min: -900, max: 1800 }),
        fc.integer({ min: 0, max: 2000 }),
        fc.boolean(),
        (day, now, kcal, leastKcal, split) => {
          const date = addDays(MONDAY, day);
          const today = addDays(MONDAY, now);
          const phase = testPhase({
            ...(split
              ? { macros: { kind: 'split', protein: 30, carbs: 45, fat: 25, fibre: { per1000kcal: 14 } } }
              : {}),
            dayTypes: [...testPhase().dayTypes, testDayType('odd', kcal)],
            exceptions: { [date]: 'odd' },
          });
          const levelled = levelWeek(testSeason(phase), 'prep', bases, MONDAY, today, { leastKcal });
          const plain = weekAim(testSeason(phase), bases, [], MONDAY);
          const after = weekAim(testSeason(levelled.phase), bases, [], MONDAY);
          after.days.forEach((d, i) => {
            const before = plain.days[i]?.windows.ENERC?.aim ?? 0;
            const aim = d?.windows.ENERC?.aim ?? 0;
            if (addDays(MONDAY, i) < today || i === day) expect(aim).toBe(before);
            expect(aim).toBeGreaterThanOrEqual(before * 0.9);
            if (aim < before) expect(aim).toBeGreaterThanOrEqual(leastKcal);
            expect(d?.windows.CARB?.aim ?? 0).toBeGreaterThanOrEqual(0);
          });
          if (plain.days.some((d) => !d?.windows.ENERC)) return;
          const { exceptions: _odd, ...usualPhase } = phase;
          const usual = weekAim(testSeason({ ...usualPhase, exceptions: {} }), bases, [], MONDAY).mean ?? 0;
          if (levelled.left === 0) expect(Math.abs((after.mean ?? 0) - usual)).toBeLessThan(5);
        },
      ),
    );
  });
});

test('a plan that makes a day impossible is named with its first day; what was so before is not', () => {
  const days = (kcal: number) =>
    targetsFrom(testSeason(testPhase({ energy: { kind: 'hand', kcal } })), bases, [], MONDAY, 14).filter(
      (d) => d !== undefined,
    );
  const found = newlyImpossible(days(2100), days(900));
  expect(found[0]).toMatchObject({ date: MONDAY });
  expect(found[0]?.problem).toContain('cannot hold');
  expect(newlyImpossible(days(900), days(900))).toEqual([]);
  expect(newlyImpossible(days(900), days(2100))).toEqual([]);
});
