import { describe, expect, test } from '@jest/globals';
import { isoDate } from '../../units/index.ts';
import { testPhase, testSeason } from '../../testing/index.ts';
import { defaultRate, defaultTolerance } from './rules.ts';
import { countdown, dayTypeOn, phaseOn, phaseWeek, seasonProblems } from './season.ts';

const season = testSeason();
const day = isoDate;

describe('where a date stands', () => {
  test('both ends belong to the phase', () => {
    expect(phaseOn(season, day('2026-09-28'))?.kind).toBe('contest-prep');
    expect(phaseOn(season, day('2027-01-03'))?.kind).toBe('contest-prep');
    expect(phaseOn(season, day('2027-01-04'))).toBeUndefined();
  });
  test('the week’s pattern, and an exception over it', () => {
    const phase = testPhase({ exceptions: { '2026-11-24': 'high' } });
    expect(dayTypeOn(phase, day('2026-11-23'))?.id).toBe('low');
    expect(dayTypeOn(phase, day('2026-11-24'))?.id).toBe('high');
    expect(dayTypeOn(phase, day('2026-11-25'))?.id).toBe('high');
  });
  test('weeks of the phase', () => {
    const phase = testPhase();
    expect(phaseWeek(phase, day('2026-09-28'))).toEqual({ week: 1, of: 14 });
    expect(phaseWeek(phase, day('2026-11-24'))).toEqual({ week: 9, of: 14 });
  });
  test('weeks and days to the show; 48 days are 6 weeks and 6 days', () => {
    expect(countdown(season, day('2026-11-24'))).toMatchObject({ days: 48, weeks: 6, restDays: 6 });
    expect(countdown(season, day('2027-01-11'))).toMatchObject({ days: 0 });
    expect(countdown(season, day('2027-01-12'))).toBeUndefined();
  });
});

describe('what is wrong with a season is said', () => {
  test('nothing', () => expect(seasonProblems(season)).toEqual([]));
  test('overlap, order, unknown day types', () => {
    const late = testPhase({ id: 'b', kind: 'post-show', from: day('2026-12-30'), to: day('2027-02-01') });
    expect(seasonProblems({ ...season, phases: [testPhase(), late] })).toEqual([
      'Contest prep runs to 2027-01-03 and Post-show starts on 2026-12-30: they overlap. Start it on 2027-01-04.',
    ]);
    expect(seasonProblems({ events: [], phases: [testPhase({ to: day('2026-09-01') })] })[0]).toContain(
      'before it starts',
    );
    expect(
      seasonProblems({
        events: [],
        phases: [testPhase({ week: ['x', 'low', 'low', 'low', 'low', 'low', 'low'] })],
      }),
    ).toEqual(['Contest prep uses a day type "x" that it does not have.']);
    expect(seasonProblems({ events: [], phases: [testPhase({ rate: { low: 1, high: 0 } })] })).toHaveLength(
      1,
    );
  });
});

describe('defaults by kind of phase', () => {
  // common practice, no source.
  test('windows tighten towards the show', () => {
    expect(defaultTolerance('off-season').protein).toEqual({ below: 10, above: 20 });
    expect(defaultTolerance('cut').carbs).toEqual({ below: 5, above: 5 });
    expect(defaultTolerance('peak-week').fat).toEqual({ below: 1, above: 1 });
  });
  // Iraki 2019 for the off-season; Helms 2014 for cut and contest prep.
  test('wanted rates', () => {
    expect(defaultRate('off-season')).toEqual({ low: 0.25, high: 0.5 });
    expect(defaultRate('contest-prep')).toEqual({ low: -1, high: -0.5 });
  });
});
