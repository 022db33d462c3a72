import { describe, expect, test } from '@jest/globals';
import type { RosterFilter, RosterRow } from '@maul/contract/coaching';
import { isoDate } from '@maul/core/units';
import { filtered, filterOf, queryOf, showsOf } from './filters.ts';

const DAY = isoDate('2026-11-25');
const row = (name: string, change: Partial<RosterRow> = {}): RosterRow => ({
  athleteId: name,
  name,
  federationClass: null,
  today: DAY,
  phase: 'contest-prep',
  phaseWeek: null,
  show: null,
  rate: null,
  wanted: null,
  weekMeanKg: null,
  landed: 0,
  logged: 0,
  weighedShare: null,
  quietDays: 0,
  reader: { role: 'coach', sees: [] },
  pausedUntil: null,
  waitingNotes: 0,
  waitingNote: null,
  openOrders: 0,
  checkIn: null,
  due: null,
  need: { score: 0, reasons: [] },
  ...change,
});
const sent = (answered: boolean) => ({ id: 'c', to: DAY, sentAt: `${DAY}T06:00:00Z`, answered });
const ROWS = [
  row('Ada', { show: { name: 'Cup', days: 7 }, checkIn: sent(false) }),
  row('Bo', { show: { name: 'Cup', days: 8 }, checkIn: sent(true), federationClass: 'Wellness' }),
  row('Cy', { phase: 'off-season', waitingNotes: 1 }),
  row('Di', { phase: null }),
];
const ALL: RosterFilter = { name: '', phase: '', showWithin: 0, show: '', waiting: false };
const names = (filter: Partial<RosterFilter>) => filtered(ROWS, { ...ALL, ...filter }).map((r) => r.name);

describe('what of a roster is looked at', () => {
  test.each([
    ['nothing chosen leaves all', {}, ['Ada', 'Bo', 'Cy', 'Di']],
    ['a name, in any case', { name: ' ad' }, ['Ada']],
    ['a class', { name: 'wellness' }, ['Bo']],
    ['a phase', { phase: 'off-season' }, ['Cy']],
    ['a show within a week, the seventh day with it', { showWithin: 7 }, ['Ada']],
    ['what waits: a week without an answer, a note', { waiting: true }, ['Ada', 'Cy']],
    ['who enters a show', { show: 'Cup' }, ['Ada', 'Bo']],
    ['all at once', { showWithin: 28, waiting: true }, ['Ada']],
  ] as const)('%s', (_, filter, wanted) => expect(names(filter)).toEqual(wanted));
  test('of a group only its members, and of them those who fit', () => {
    expect(filtered(ROWS, ALL, ['Cy', 'Bo', 'gone']).map((r) => r.name)).toEqual(['Bo', 'Cy']);
    expect(filtered(ROWS, { ...ALL, show: 'Cup' }, ['Cy', 'Bo']).map((r) => r.name)).toEqual(['Bo']);
    expect(showsOf(ROWS)).toEqual(['Cup']);
  });
  test('a view goes through the address and back', () => {
    const view: RosterFilter = { name: 'ad', phase: 'cut', showWithin: 28, show: 'Cup', waiting: true };
    expect(filterOf(new URLSearchParams(queryOf(view)))).toEqual(view);
    expect(queryOf(ALL)).toEqual({});
    expect(filterOf(new URLSearchParams('within=soon'))).toEqual(ALL);
  });
});
