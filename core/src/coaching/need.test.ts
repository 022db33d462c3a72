import { describe, expect, test } from '@jest/globals';
import { coachNeed, signInWords, type WeekInBrief } from './need.ts';

const calm: WeekInBrief = {
  harm: [],
  rate: -0.7,
  odds: { below: 0.1, above: 0.1 },
  wanted: { low: -1, high: -0.5 },
  landed: 7,
  logged: 7,
  weighedShare: 0.95,
  quietDays: 0,
  hidden: false,
  paused: false,
  waitingNotes: 0,
  openOrders: 0,
  daysToShow: undefined,
  weekWaits: undefined,
  weekLate: 0,
};
const need = (change: Partial<WeekInBrief>) => coachNeed({ ...calm, ...change });
const reasons = (change: Partial<WeekInBrief>) => need(change).reasons;
const off = (odds: number) => ({ below: odds, above: 0 });
/** All that is no harm, no show and no pace. */
const everythingSmall = {
  weekWaits: 9,
  quietDays: 20,
  landed: 0,
  waitingNotes: 9,
  weighedShare: 0.2,
  openOrders: 3,
};

// By hand, who needs the coach first on top; each comes before the one below it, alone or with all of the lesser things.
const ORDER: readonly [string, Partial<WeekInBrief>][] = [
  ['two harms, and a show today', { harm: ['a', 'b'], daysToShow: 0 }],
  ['two harms', { harm: ['a', 'b'] }],
  ['harm, and a show today', { harm: ['a'], daysToShow: 0 }],
  ['harm, and much that is small', { harm: ['a'], ...everythingSmall }],
  ['harm alone', { harm: ['a'] }],
  [
    'a show today, a pace that is off, and all that is small',
    { daysToShow: 0, odds: off(0.99), ...everythingSmall },
  ],
  ['a show today', { daysToShow: 0 }],
  ['a show tomorrow', { daysToShow: 1 }],
  ['a show in a week', { daysToShow: 7 }],
  ['a show in two weeks, and a week that waits', { daysToShow: 14, weekWaits: 1 }],
  ['a show in two weeks', { daysToShow: 14 }],
  ['a pace surely off, and all that is small', { odds: off(0.99), ...everythingSmall }],
  ['a pace surely off', { odds: off(0.99) }],
  ['a pace surely off on the other side, a little less sure', { odds: { below: 0, above: 0.95 } }],
  ['a pace likely off', { odds: off(0.85) }],
  ['a pace just so off', { odds: off(0.8) }],
  ['a week that has waited long, and all that is smaller', { ...everythingSmall }],
  ['a week that has waited five days', { weekWaits: 5 }],
  ['a week that has waited a day', { weekWaits: 1 }],
  ['a week five days late', { weekLate: 5 }],
  ['a week a day late', { weekLate: 1 }],
  ['a week that was sent today', { weekWaits: 0 }],
  ['silence of a week, and words', { quietDays: 7, waitingNotes: 2 }],
  ['silence of a week', { quietDays: 7 }],
  ['nothing ever logged', { quietDays: undefined }],
  ['silence of two days', { quietDays: 2 }],
  ['every day outside its window', { landed: 0 }],
  ['three days outside', { landed: 4 }],
  ['three notes', { waitingNotes: 3 }],
  ['a note', { waitingNotes: 1 }],
  ['little was weighed', { weighedShare: 0.6 }],
  ['an order that nobody has acknowledged', { openOrders: 1 }],
  ['a calm week', {}],
];

describe('who needs the coach first', () => {
  test('the order of 33 cases made by hand', () => {
    const sorted = ORDER.map(([name, change]) => ({ name, score: need(change).score })).sort(
      (a, b) => b.score - a.score,
    );
    expect(sorted.map((s) => s.name)).toEqual(ORDER.map(([name]) => name));
    // No two are level: the order does not hang on how the list was written.
    expect(new Set(sorted.map((s) => s.score)).size).toBe(ORDER.length);
  });
  test('what comes first outweighs everything after it together', () => {
    const rest = { odds: off(0.999), ...everythingSmall };
    expect(need({ harm: ['a'] }).score).toBeGreaterThan(need({ daysToShow: 0, ...rest }).score);
    expect(need({ daysToShow: 14 }).score).toBeGreaterThan(need(rest).score);
    expect(need({ odds: off(0.8) }).score).toBeGreaterThan(need(everythingSmall).score);
    expect(need({ weekWaits: 0 }).score).toBeGreaterThan(
      need({ ...everythingSmall, weekWaits: undefined }).score,
    );
    expect(need({ quietDays: 2 }).score).toBeGreaterThan(
      need({ ...everythingSmall, weekWaits: undefined, quietDays: 0 }).score,
    );
  });
  test('a calm week asks for nothing', () => expect(coachNeed(calm)).toEqual({ score: 0, reasons: [] }));
  test('each says why, in a sentence', () => {
    expect(reasons({ rate: -1.6, odds: off(0.93) })).toEqual([
      'Below the wanted pace by 0.6 % a week, 93 % sure',
    ]);
    // The week alone lies inside: the slope of all its mornings does not.
    expect(reasons({ odds: { below: 0, above: 0.9 } })).toEqual(['Above the wanted pace, 90 % sure']);
    expect(reasons({ landed: 2 })).toEqual(['5 of 7 days outside the energy window']);
    expect(reasons({ waitingNotes: 2 })).toEqual(['2 notes wait for an answer']);
    expect(reasons({ quietDays: 3 })).toEqual(['Quiet for 3 days']);
    expect(reasons({ quietDays: undefined })).toEqual(['Nothing logged yet']);
    expect(reasons({ daysToShow: 1 })).toEqual(['A day to the show']);
    expect(reasons({ daysToShow: 15 })).toEqual([]);
    expect(reasons({ weekWaits: 2 })).toEqual(['A week has waited 2 days']);
    expect(reasons({ weekLate: 1 })).toEqual(['The week is a day late']);
    expect(reasons({ weighedShare: 0.6, openOrders: 1 })).toEqual([
      'Only 60 % of the energy weighed',
      'Order not yet acknowledged',
    ]);
  });
  test('what is hidden or paused is no silence and no lateness', () => {
    expect(need({ hidden: true, quietDays: undefined })).toEqual({
      score: 0,
      reasons: ['The log is not shared with you'],
    });
    expect(reasons({ weekLate: 3, paused: true })).toEqual(['The log is paused on purpose']);
  });
  test('a pace of which too few days tell is no reason', () => {
    expect(need({ rate: -1.6, odds: null }).score).toBe(0);
    expect(need({ rate: -1.6, odds: off(0.79) }).score).toBe(0);
  });
  test('a sign of harm in a few words; of health no more than that there is something', () => {
    expect(signInWords({ id: 'very-low-intake', figure: 1184 })).toBe(
      'Eats 1,184 kcal a day, below the floor',
    );
    expect(signInWords({ id: 'losing-too-fast', figure: -1.6 })).toBe(
      'Loses 1.6 % a week, two weeks running',
    );
    expect(signInWords({ id: 'pregnancy', figure: null })).toBe(
      'What they say of their health stands against this plan',
    );
  });
});
