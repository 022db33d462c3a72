import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays, daysBetween, isoDate } from '../../units/index.ts';
import {
  dayTypeOn,
  phaseDays,
  phaseOn,
  phasesInOrder,
  seasonProblems,
  type Season,
  type SeasonEvent,
} from './season.ts';
import { layEvent, moveEvent, PAIRED_SHOWS } from './shows.ts';
import { phaseTemplate } from './templates.ts';

const TODAY = isoDate('2026-11-24');
let made = 0;
const newId = () => `id-${(made += 1)}`;
const show = (id: string, days: number, kind: SeasonEvent['kind'] = 'show'): SeasonEvent => ({
  id,
  kind,
  name: id,
  date: addDays(TODAY, days),
});
/** A year of off-season that began two months ago. */
const year = (): Season => ({
  events: [],
  phases: [phaseTemplate('off-season', addDays(TODAY, -60), addDays(TODAY, 400), 'off')],
});
const kinds = (season: Season) => phasesInOrder(season).map((p) => p.name ?? p.kind);

const sound = (season: Season): void => {
  expect(seasonProblems(season)).toEqual([]);
  for (const phase of season.phases) expect(phaseDays(phase)).toBeGreaterThan(0);
  // The past is the off-season, whatever is laid.
  for (let i = 1; i <= 60; i += 7) expect(phaseOn(season, addDays(TODAY, -i))?.id).toBe('off');
};

describe('laying shows', () => {
  test('law: wherever a show is put, it ends a peak week, nothing overlaps, no day is lost and the past stays', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 380 }), (days) => {
        const season = layEvent(year(), show('s', days), TODAY, newId);
        sound(season);
        const peak = phaseOn(season, addDays(TODAY, days));
        expect(peak).toMatchObject({ kind: 'peak-week', to: addDays(TODAY, days), hangsOn: 's' });
        for (let i = 0; i <= 400; i += 1) {
          const phase = phaseOn(season, addDays(TODAY, i));
          expect(phase && dayTypeOn(phase, addDays(TODAY, i))).toBeDefined();
        }
      }),
    );
  });
  test('law: two shows within six weeks are a pair, in whatever order they are added', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 130, max: 200 }),
        fc.integer({ min: 8, max: PAIRED_SHOWS }),
        fc.boolean(),
        (first, gap, backwards) => {
          const [a, b] = [show('a', first), show('b', first + gap)];
          const order = backwards ? [b, a] : [a, b];
          const season = order.reduce((s, event) => layEvent(s, event, TODAY, newId), year());
          sound(season);
          const names = kinds(season);
          expect(names).toContain('Recover');
          expect(phaseOn(season, b.date)?.kind).toBe('peak-week');
          expect(phaseOn(season, a.date)?.kind).toBe('peak-week');
          expect(phaseOn(season, addDays(a.date, 1))?.name).toBe('Recover');
          if (gap > 14) expect(names).toContain('Push');
        },
      ),
    );
  });
  test('three shows three weeks apart: peak, recover, push, peak, recover, push, peak', () => {
    const season = [150, 171, 192].reduce(
      (s, days, i) => layEvent(s, show(`s${i}`, days), TODAY, newId),
      year(),
    );
    sound(season);
    expect(kinds(season)).toEqual([
      'off-season', 'contest-prep', 'peak-week', 'Recover', 'Push', 'peak-week', 'Recover', 'Push', 'peak-week', 'post-show', 'off-season',
    ]); // prettier-ignore
  });
  test('shows far apart have a prep each', () => {
    const season = [150, 320].reduce((s, days, i) => layEvent(s, show(`s${i}`, days), TODAY, newId), year());
    sound(season);
    expect(kinds(season).filter((k) => k === 'contest-prep')).toHaveLength(2);
  });
  test('a shoot and a trip are marked and lay nothing', () => {
    for (const kind of ['shoot', 'trip'] as const)
      expect(kinds(layEvent(year(), show('x', 90, kind), TODAY, newId))).toEqual(['off-season']);
  });
  test('today is near enough: a peak week of one day', () => {
    const season = layEvent(year(), show('now', 0), TODAY, newId);
    expect(phaseOn(season, TODAY)).toMatchObject({ kind: 'peak-week', from: TODAY, to: TODAY });
  });
});

describe('moving shows', () => {
  test('law: there and back again is where it was', () => {
    fc.assert(
      fc.property(fc.integer({ min: -20, max: 60 }), (days) => {
        const season = layEvent(year(), show('s', 200), TODAY, newId);
        const there = moveEvent(season, 's', addDays(TODAY, 200 + days), TODAY, newId).season;
        const back = there && moveEvent(there, 's', addDays(TODAY, 200), TODAY, newId).season;
        const spans = (s: Season | undefined) =>
          s && phasesInOrder(s).map((p) => `${p.kind} ${p.from} ${p.to}`);
        expect(spans(back)).toEqual(spans(season));
      }),
    );
  });
  test('a second show that comes near becomes a pair, and apart again keeps its own peak', () => {
    const apart = [150, 260].reduce((s, days, i) => layEvent(s, show(`s${i}`, days), TODAY, newId), year());
    const near = moveEvent(apart, 's1', addDays(TODAY, 171), TODAY, newId).season;
    expect(near && kinds(near)).toContain('Recover');
    expect(near && seasonProblems(near)).toEqual([]);
  });
  test('an event that is over, or gone, does not move', () => {
    const over = { ...year(), events: [{ ...show('old', -3) }] };
    expect(moveEvent(over, 'old', addDays(TODAY, 5), TODAY, newId).problems[0]).toContain(
      'is over; what was stays as it was',
    );
    expect(moveEvent(over, 'none', TODAY, TODAY, newId).problems).toEqual([
      'This event is not there any more.',
    ]);
  });
  test('earlier than there is room: the prep is shortened, and lengths after it stay', () => {
    const season = layEvent(year(), show('s', 150), TODAY, newId);
    const { season: moved, problems } = moveEvent(season, 's', addDays(TODAY, 60), TODAY, newId);
    expect(problems).toEqual([]);
    const prep = moved?.phases.find((p) => p.kind === 'contest-prep');
    expect(prep && daysBetween(TODAY, prep.from)).toBeGreaterThanOrEqual(0);
    expect(moved?.phases.filter((p) => p.kind === 'peak-week').map(phaseDays)).toEqual([7]);
    expect(moved && seasonProblems(moved)).toEqual([]);
  });
});
