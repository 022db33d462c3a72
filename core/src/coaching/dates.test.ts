import { describe, expect, test } from '@jest/globals';
import { testPhase, testSeason } from '../testing/index.ts';
import { addDays, isoDate } from '../units/index.ts';
import { teamDates, type TeamMember } from './dates.ts';

const show = isoDate('2027-01-11');
const member = (name: string, checkInOn: number, more: Partial<TeamMember> = {}): TeamMember => ({
  athleteId: name.toLowerCase(),
  name,
  season: testSeason(),
  checkInOn,
  ...more,
});
const peak = testPhase({ id: 'peak', kind: 'peak-week', from: addDays(show, -7), to: show });
const said = (members: TeamMember[], from: string, to: string): string[] =>
  teamDates(members, isoDate(from), isoDate(to)).map((d) => `${d.from} ${d.name}: ${d.what}`);

describe('the dates of a team', () => {
  test('by day, then by name; the show of each, and the check-in on its weekday', () => {
    // 2027-01-11 is a Monday.
    expect(said([member('Zoe', 1), member('Ada', 1)], '2027-01-11', '2027-01-17')).toEqual([
      '2027-01-11 Ada: Test show',
      '2027-01-11 Ada: week',
      '2027-01-11 Zoe: Test show',
      '2027-01-11 Zoe: week',
    ]);
    expect(said([member('Ada', 7)], '2027-01-12', '2027-01-24')).toEqual([
      '2027-01-17 Ada: week',
      '2027-01-24 Ada: week',
    ]);
  });
  test('a peak week is one date as long as it lasts, and has no check-in of the week in it', () => {
    const one = member('Ada', 3, { season: { ...testSeason(), phases: [peak] } });
    const dates = teamDates([one], isoDate('2026-12-28'), isoDate('2027-01-20'));
    expect(dates.map((d) => [d.kind, d.from, d.to])).toEqual([
      ['week', '2026-12-30', '2026-12-30'],
      ['peak week', '2027-01-04', '2027-01-11'],
      ['show', '2027-01-11', '2027-01-11'],
      ['week', '2027-01-13', '2027-01-13'],
      ['week', '2027-01-20', '2027-01-20'],
    ]);
    // It is there on each of its days, also when the list begins in its middle.
    expect(said([one], '2027-01-08', '2027-01-09')).toEqual(['2027-01-04 Ada: peak week']);
  });
  test('every id is there once, and the same in a list that begins elsewhere', () => {
    const team = [member('Ada', 1), member('Zoe', 4, { season: { ...testSeason(), phases: [peak] } })];
    const ids = teamDates(team, isoDate('2026-12-01'), isoDate('2027-02-01')).map((d) => d.id);
    expect(new Set(ids).size).toBe(ids.length);
    const later = teamDates(team, isoDate('2027-01-01'), isoDate('2027-02-01')).map((d) => d.id);
    expect(ids).toEqual(expect.arrayContaining(later));
  });
  test('nobody has no dates', () =>
    expect(teamDates([], isoDate('2027-01-01'), isoDate('2027-02-01'))).toEqual([]));
});
