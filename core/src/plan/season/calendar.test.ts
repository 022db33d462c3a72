import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { testDayType, testPhase } from '../../testing/index.ts';
import { addDays, isoDate } from '../../units/index.ts';
import { calendarEntries } from './calendar.ts';
import type { MealPattern, Routine } from './mealPattern.ts';
import type { Season } from './season.ts';

const share = { protein: 50, carbs: 50, fat: 50 };
const pattern: MealPattern = {
  id: 'p',
  name: 'Two',
  fast: null,
  proteinUntil: null,
  slots: [
    { id: 'late', anchor: 'after-training', minutes: 30, at: '19:30', share },
    { id: 'early', anchor: 'waking', minutes: 45, at: '07:00', share },
  ],
};
const routine: Routine = {
  waking: '06:15',
  sessions: [
    { weekday: 1, kind: 'resistance', start: '17:00', minutes: 60 },
    { weekday: 1, kind: 'posing', start: '20:00', minutes: 20 },
  ],
};
const season: Season = {
  events: [{ id: 'show', kind: 'show', name: 'Spring show', date: isoDate('2027-01-03') }],
  phases: [testPhase({ patterns: [pattern], patternId: 'p', exceptions: { '2026-11-24': 'high' } })],
};
const MONDAY = isoDate('2026-11-23');
const entries = (from = MONDAY, to = addDays(MONDAY, 1), s = season) => calendarEntries(s, routine, from, to);
const of = (kind: string, list = entries()) => list.filter((e) => e.kind === kind);

describe('a season as a calendar', () => {
  test('phases and events as whole days', () => {
    expect(of('phase')).toEqual([
      {
        id: 'phase-prep',
        kind: 'phase',
        title: 'Contest prep',
        from: '2026-09-28',
        to: '2027-01-03',
        time: null,
      },
    ]);
    expect(of('event')).toMatchObject([
      { title: 'Spring show', from: '2027-01-03', to: '2027-01-03', time: null },
    ]);
  });
  test('sessions on their weekday, meals round them, numbered by the clock', () => {
    expect(of('training').map((e) => `${e.from} ${e.title} ${e.time?.at} ${e.time?.minutes}`)).toEqual([
      '2026-11-23 Training 17:00 60',
      '2026-11-23 Posing 20:00 20',
    ]);
    expect(of('meal').map((e) => `${e.from} ${e.title} ${e.time?.at}`)).toEqual([
      '2026-11-23 Meal 1 07:00',
      '2026-11-23 Meal 2 18:30',
      // No session on Tuesday: the meal after training stands at its own time.
      '2026-11-24 Meal 1 07:00',
      '2026-11-24 Meal 2 19:30',
    ]);
  });
  test('day types by the week and by exception; a phase with one kind of day names none', () => {
    expect(of('day-type').map((e) => e.title)).toEqual(['Low day', 'High day']);
    const one = testPhase({
      dayTypes: [testDayType('every', 0)],
      week: Array.from({ length: 7 }, () => 'every'),
    });
    expect(of('day-type', entries(MONDAY, MONDAY, { events: [], phases: [one] }))).toEqual([]);
  });
  test('outside every phase only sessions stand', () => {
    const late = isoDate('2027-05-03');
    expect(
      entries(late, late)
        .filter((e) => e.from === late)
        .map((e) => e.kind),
    ).toEqual(['training', 'training']);
  });
  test('law: ids are one of a kind, and the same again for overlapping exports', () => {
    fc.assert(
      fc.property(fc.integer({ min: -30, max: 90 }), fc.integer({ min: 0, max: 40 }), (start, days) => {
        const from = addDays(MONDAY, start);
        const list = entries(from, addDays(from, days));
        expect(new Set(list.map((e) => e.id)).size).toBe(list.length);
        const wider = new Map(entries(addDays(from, -5), addDays(from, days + 5)).map((e) => [e.id, e]));
        for (const entry of list) expect(wider.get(entry.id)).toEqual(entry);
      }),
    );
  });
});
