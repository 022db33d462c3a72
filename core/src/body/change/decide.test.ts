import { describe, expect, test } from '@jest/globals';
import { addDays, isoDate } from '../../units/index.ts';
import { decide, type DecisionInput, kcalToPace } from './decide.ts';
import type { Pace } from './pace.ts';

const TODAY = isoDate('2026-11-28');
const pace = (change: Partial<Pace> = {}): Pace => ({
  direction: 'losing',
  counted: Array.from({ length: 21 }, (_, i) => addDays(TODAY, i - 20)),
  skipped: [],
  needed: 14,
  mornings: 20,
  slope: { percent: -0.65, sd: 0.15, kgPerWeek: -0.51, kgSd: 0.12 },
  odds: { below: 0.05, inside: 0.32, above: 0.63 },
  verdict: 'open',
  verdictOn: null,
  ...change,
});
const input = (change: Partial<DecisionInput> = {}): DecisionInput => ({
  pace: pace(),
  wanted: { low: -0.9, high: -0.7 },
  today: TODAY,
  weightKg: 79,
  expenditure: 2800,
  eaten: 2232,
  planned: 2163,
  cardioKcal: 130,
  lastChange: isoDate('2026-11-09'),
  ...change,
});
const schools = (change?: Partial<DecisionInput>) => decide(input(change)).drafts.map((d) => d.school);

describe('a decision', () => {
  test('“no change” stands first where nothing is shown, and last where it is', () => {
    expect(schools()[0]).toBe('none');
    expect(schools({ pace: pace({ verdict: 'slow' }) }).at(-1)).toBe('none');
    expect(decide(input({ pace: pace({ verdict: 'slow' }) })).standing).toContain('plateau');
  });
  test('from expenditure: the middle of the window in kcal a day', () => {
    // By hand: 0.8 % of 79 kg are 0.632 kg; x 7,700 / 7 = 695 kcal below 2,800 = 2,105; 2,232 are eaten.
    expect(kcalToPace(input())).toBeCloseTo(2105 - 2232, 0);
    const [, first] = decide(input()).drafts;
    expect(first).toMatchObject({ school: 'expenditure', change: { kind: 'food', kcalPerDay: -125 } });
    expect(first?.kgPerWeek).toBeCloseTo((-125 * 7 * 0.95) / 7700, 6);
  });
  test('movement takes the same by work, and food last', () => {
    const movement = decide(input()).drafts.at(-1);
    // 127 kcal a day are 889 a week, 6.8 sessions of 130 kcal: at most five.
    expect(movement).toMatchObject({
      school: 'movement',
      change: { kind: 'cardio', minutes: 20, daysPerWeek: 5, kcalEach: 130 },
    });
    expect(movement?.balance).toBeCloseTo((-5 * 130) / 7, 9);
  });
  test('losing too fast is answered with food, never with more work', () => {
    const fast = {
      pace: pace({ verdict: 'fast', odds: { below: 0.96, inside: 0.04, above: 0 } }),
      eaten: 1900,
    };
    expect(schools(fast)).toEqual(['expenditure', 'fixed', 'none']);
    expect(decide(input(fast)).drafts.every((d) => d.balance >= 0)).toBe(true);
  });
  test('gaining too slowly: 200 kcal more by the fixed school', () => {
    const gain = {
      wanted: { low: 0.25, high: 0.5 },
      pace: pace({ direction: 'gaining', verdict: 'slow', odds: { below: 0.97, inside: 0.03, above: 0 } }),
      eaten: 2850,
    };
    const { drafts } = decide(input(gain));
    expect(drafts.find((d) => d.school === 'fixed')?.change).toEqual({ kind: 'food', kcalPerDay: 200 });
    expect(drafts.some((d) => d.school === 'movement')).toBe(false);
  });
  test('a change inside seven days of the last says so', () => {
    expect(decide(input({ lastChange: addDays(TODAY, -3) })).settling).toBe(3);
    expect(decide(input({ lastChange: addDays(TODAY, -7) })).settling).toBeNull();
    expect(decide(input({ lastChange: null })).settling).toBeNull();
  });
  test('before enough days count it says when', () => {
    const early = decide(
      input({ pace: pace({ verdict: 'early', verdictOn: isoDate('2026-12-03'), counted: [TODAY] }) }),
    );
    expect(early.standing).toContain('1 of the 14 days');
    expect(early.lookOn).toBe('2026-12-03');
  });
  test('without a log and a plan nothing is drafted from expenditure', () => {
    expect(schools({ eaten: undefined, planned: undefined })).not.toContain('expenditure');
  });
});
