import { describe, expect, test } from '@jest/globals';
import { coachNeed, type WeekInBrief } from './need.ts';

const calm: WeekInBrief = {
  rate: -0.7,
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
const score = (change: Partial<WeekInBrief>) => coachNeed({ ...calm, ...change }).score;

describe('who needs the coach first', () => {
  test('a calm week asks for nothing', () => expect(coachNeed(calm)).toEqual({ score: 0, reasons: [] }));
  test('each of the three things raises it, and says why', () => {
    expect(coachNeed({ ...calm, rate: -1.6 }).reasons).toEqual(['Below the wanted pace by 0.6 % a week']);
    expect(coachNeed({ ...calm, landed: 2 }).reasons).toEqual(['5 of 7 days outside the energy window']);
    expect(coachNeed({ ...calm, waitingNotes: 2 }).reasons).toEqual(['2 notes wait for an answer']);
    expect(coachNeed({ ...calm, quietDays: 3 }).reasons).toEqual(['Quiet for 3 days']);
    expect(coachNeed({ ...calm, quietDays: undefined }).reasons).toEqual(['Nothing logged yet']);
    expect(coachNeed({ ...calm, hidden: true, quietDays: undefined })).toEqual({
      score: 0,
      reasons: ['The log is not shared with you'],
    });
  });
  test('a week that waits weighs more each day, for three days; one that is late is said', () => {
    expect(coachNeed({ ...calm, weekWaits: 0 }).reasons).toEqual(['A week was sent today']);
    expect(coachNeed({ ...calm, weekWaits: 2 }).reasons).toEqual(['A week has waited 2 days']);
    expect(score({ weekWaits: 1 })).toBeGreaterThan(score({ weekWaits: 0 }));
    expect(score({ weekWaits: 9 })).toBe(score({ weekWaits: 3 }));
    expect(coachNeed({ ...calm, weekLate: 1 }).reasons).toEqual(['The week is a day late']);
    expect(coachNeed({ ...calm, weekLate: 3, paused: true }).reasons).toEqual([
      'The log is paused on purpose',
    ]);
  });
  test('a near show weighs everything heavier', () => {
    expect(score({ waitingNotes: 1, daysToShow: 4 })).toBeGreaterThan(
      score({ waitingNotes: 1, daysToShow: 60 }),
    );
  });
  test('a pace within a tenth of the wanted one is no reason', () => expect(score({ rate: -0.45 })).toBe(0));
  test('soft intake and open orders count a little', () => {
    expect(coachNeed({ ...calm, weighedShare: 0.6, openOrders: 1 }).reasons).toEqual([
      'Only 60 % of the energy weighed',
      'Order not yet acknowledged',
    ]);
  });
});
