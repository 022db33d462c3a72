import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makePattern, type Routine } from '../season/mealPattern.ts';
import { testBasis, testPhase, testSeason } from '../../testing/index.ts';
import { isoDate } from '../../units/index.ts';
import { matchMeals, mealWindows } from './mealWindows.ts';
import { dayTargets } from './targets.ts';

const routine: Routine = {
  waking: '06:00',
  sessions: [{ weekday: 2, kind: 'resistance', start: '17:00', minutes: 75 }],
};
const pattern = makePattern({
  id: 'p',
  name: 'Five',
  meals: 5,
  carbs: 'around-training',
  waking: '06:00',
  training: { start: '17:00', minutes: 75 },
  fast: null,
});
const day = (date: string) => {
  const phase = testPhase({ patterns: [pattern], patternId: 'p' });
  const found = dayTargets(testSeason(phase), [testBasis()], [], isoDate(date));
  if (!found) throw new Error('no targets');
  return found;
};

describe('the windows of meals', () => {
  test('aims add up to the day’s within rounding', () => {
    const targets = day('2026-11-24');
    const meals = mealWindows(targets, routine);
    for (const key of ['PROCNT', 'CARB', 'FAT'] as const) {
      const sum = meals.reduce((s, m) => s + (m.windows[key]?.aim ?? 0), 0);
      expect(Math.abs(sum - (targets.windows[key]?.aim ?? 0))).toBeLessThanOrEqual(2.5);
    }
  });
  test('on a training day meals stand round the session, on a rest day on their own times', () => {
    const times = mealWindows(day('2026-11-24'), routine).map((m) => m.time);
    expect(times).toContain('15:45');
    expect(times).toContain('18:45');
    expect(mealWindows(day('2026-11-23'), routine).map((m) => m.time)).not.toContain('15:45');
  });
  test('little fat before training', () => {
    const before = mealWindows(day('2026-11-24'), routine).find((m) => m.slot.anchor === 'before-training');
    expect(before?.windows.FAT?.aim).toBeLessThan(58 / 5);
  });
  test('no pattern, no windows', () => {
    const bare = dayTargets(testSeason(), [testBasis()], [], isoDate('2026-11-24'));
    expect(bare && mealWindows(bare, routine)).toEqual([]);
  });
});

describe('which meal stands at which place', () => {
  test('near ones are taken in order; a place without a meal stays open', () => {
    expect(matchMeals(['07:00', '10:00', '13:00', '19:00'], ['06:40', '13:20', '18:30'])).toEqual([
      0,
      undefined,
      1,
      2,
    ]);
    expect(matchMeals(['07:00'], [])).toEqual([undefined]);
    expect(matchMeals(['07:00'], ['15:00'])).toEqual([undefined]);
    expect(matchMeals(['23:30'], ['00:30'])).toEqual([0]);
  });
  test('law: in order, each meal once, and equal lists match one to one', () => {
    const time = fc
      .integer({ min: 0, max: 95 })
      .map((q) => `${String(Math.floor(q / 4)).padStart(2, '0')}:${String((q % 4) * 15).padStart(2, '0')}`);
    const order = (list: string[]) =>
      [...new Set(list)].sort((a, b) => (a < '04:00' ? 1 : 0) - (b < '04:00' ? 1 : 0) || a.localeCompare(b));
    fc.assert(
      fc.property(fc.array(time, { maxLength: 7 }), fc.array(time, { maxLength: 7 }), (a, b) => {
        const [places, meals] = [order(a), order(b)];
        const found = matchMeals(places, meals).filter((i): i is number => i !== undefined);
        expect(found).toEqual([...new Set(found)].sort((x, y) => x - y));
        expect(matchMeals(places, places)).toEqual(places.map((_, i) => i));
      }),
    );
  });
});
