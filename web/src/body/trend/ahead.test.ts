import { describe, expect, test } from '@jest/globals';
import type { Trend } from '@maul/contract/body';
import { DEFAULT_PROFILE } from '@maul/contract/people';
import type { SeasonDocument } from '@maul/contract/plan';
import { phaseTemplate } from '@maul/core/plan';
import { addDays, isoDate } from '@maul/core/units';
import { forecastInput, horizonOf, wantedAt } from './ahead.ts';

const today = isoDate('2026-11-23');
const show = { id: 's', kind: 'show' as const, name: 'Show', date: isoDate('2027-01-16') };
const document = {
  today,
  season: {
    events: [show],
    phases: [phaseTemplate('cut', isoDate('2026-11-02'), isoDate('2026-12-06'), 'cut')],
  },
  athlete: { sex: 'male', birthDate: isoDate('1997-01-01'), heightCm: 178, profile: DEFAULT_PROFILE },
  bases: [
    {
      id: 'b',
      from: today,
      weightKg: 80,
      leanKg: 68,
      expenditure: 3000,
      expenditureSd: 90,
      carbBasis: 'total',
      expenditureFrom: 'filter',
    },
  ],
  orders: [],
} as unknown as SeasonDocument;
const trend = {
  today,
  days: [{ day: today, weightKg: 80, weightSd: 0.3, expenditure: 3000, expenditureSd: 100 }],
  eaten: { kcal: 2500, days: 14 },
} as unknown as Trend;
const input = (as: 'planned' | 'lately' | 'rate', balance = 0, rate = -0.7) => {
  const draft = { school: 'fixed' as const, change: { kind: 'none' as const }, balance, kgPerWeek: 0 };
  const made = forecastInput(trend, document, as, draft, { to: show.date, rate });
  if (!made) throw new Error('nothing to go by');
  return made;
};

describe('what a forecast looks ahead to', () => {
  test('the show; moved on the page it moves, and never before next week', () => {
    expect(horizonOf(document)).toEqual({ to: '2027-01-16', show: 'Show' });
    expect(horizonOf(document, 2).to).toBe('2027-01-30');
    expect(horizonOf(document, -26).to).toBe(addDays(today, 7));
    const without = { ...document, season: { ...document.season, events: [] } };
    expect(horizonOf(without)).toEqual({ to: addDays(today, 84), show: null });
  });
  test('the weight that the wanted pace brings ends with the phase', () => {
    const wanted = wantedAt(80, document, show.date);
    // Fourteen days at 0.5 to 1 % a week; after the phase nothing is wanted.
    expect(wanted?.high).toBeCloseTo(80 * (1 - 0.5 / 700) ** 14, 6);
    expect(wanted?.low).toBeCloseTo(80 * (1 - 1 / 700) ** 14, 6);
  });
});

describe('what a forecast eats', () => {
  test('as planned: the aims of the phase, and what is spent after it', () => {
    const { intake } = input('planned');
    expect(intake[0]).toBeLessThan(2700);
    expect(intake[20]).toBe(3000);
  });
  test('as lately within the phase; a change acts from tomorrow to its end', () => {
    const { intake } = input('lately', -100);
    expect([intake[0], intake[1], intake[13], intake[14]]).toEqual([2500, 2400, 2400, 3000]);
  });
  test('at a rate: the balance that the rate asks for, on every day', () => {
    // By hand: 0.7 % of 80 kg a week are 616 kcal a day below 3,000.
    expect(new Set(input('rate').intake.map(Math.round))).toEqual(new Set([2384]));
  });
  test('before the log tells a weight nothing is forecast', () => {
    const blank = { ...trend, days: [{ ...trend.days[0], weightKg: null }] } as unknown as Trend;
    expect(forecastInput(blank, document, 'planned', null, { to: show.date, rate: 0 })).toBeNull();
  });
});
