import { describe, expect, test } from '@jest/globals';
import { isoDate } from '@maul/core/units';
import { phaseTemplate, type Season } from '@maul/core/plan';
import { dragSeason, lengthText, monthStarts, timelineSpan, weeksOut } from './timelineScale.ts';

const today = isoDate('2026-11-24');
const season: Season = {
  events: [
    { id: 's', kind: 'show', name: 'Show', date: isoDate('2027-03-20') },
    { id: 't', kind: 'trip', name: 'Away', date: isoDate('2027-01-10') },
  ],
  phases: [
    phaseTemplate('off-season', isoDate('2026-10-01'), isoDate('2026-12-31'), 'off'),
    phaseTemplate('contest-prep', isoDate('2027-01-01'), isoDate('2027-03-20'), 'prep', { hangsOn: 's' }),
  ],
};
const id = () => 'new';

describe('the season to scale', () => {
  test('all of it, with today, and at least half a year', () => {
    expect(timelineSpan(season, today)).toEqual({ from: '2026-09-24', days: 192 });
    expect(timelineSpan({ phases: [], events: [] }, today)).toEqual({ from: '2026-11-17', days: 182 });
  });
  test('weeks out count back from the show, not from a trip', () => {
    const ticks = weeksOut(season, isoDate('2027-03-01'));
    expect(ticks).toEqual([
      { date: '2027-03-20', out: 0 },
      { date: '2027-03-13', out: 1 },
      { date: '2027-03-06', out: 2 },
    ]);
  });
  test('months and lengths', () => {
    expect(monthStarts(isoDate('2026-12-30'), 40)).toEqual(['2027-01-01', '2027-02-01']);
    expect(lengthText({ from: isoDate('2027-01-01'), to: isoDate('2027-03-20') })).toBe('11 weeks 2 days');
    expect(lengthText({ from: isoDate('2027-01-01'), to: isoDate('2027-01-01') })).toBe('1 day');
  });
  test('an edge, a phase and an event are moved by the days dragged', () => {
    const edge = dragSeason(season, { what: 'edge', id: 'off', edge: 'to', days: 7 }, today, id).season;
    expect(edge.phases.map((p) => p.from)).toEqual(['2026-10-01', '2027-01-08']);
    const event = dragSeason(season, { what: 'event', id: 's', days: 14 }, today, id).season;
    expect(event.phases.map((p) => `${p.from} ${p.to}`)).toEqual([
      '2026-10-01 2027-01-14',
      '2027-01-15 2027-04-03',
    ]);
    const phase = dragSeason(season, { what: 'phase', id: 'prep', days: -3 }, today, id).season;
    expect(phase.phases[1]).toMatchObject({ from: '2026-12-29', to: '2027-03-17' });
    expect(dragSeason(season, { what: 'phase', id: 'prep', days: 0 }, today, id).season).toBe(season);
  });
  test('where it cannot go, it stays and says why', () => {
    const { season: same, problem } = dragSeason(season, { what: 'event', id: 's', days: -300 }, today, id);
    expect(same).toBe(season);
    expect(problem).toContain('that day is over');
  });
});
