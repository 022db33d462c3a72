import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays, daysBetween, isoDate, type IsoDate } from '../../units/index.ts';
import { testDayType, testPhase } from '../../testing/index.ts';
import {
  changePhase,
  edgeBounds,
  insertPhase,
  movePhase,
  placeDayType,
  putEvent,
  removeEvent,
  removePhase,
  seasonChanges,
  splitPhase,
  stretchPhase,
} from './edit.ts';
import {
  phaseDays,
  phasesInOrder,
  seasonProblems,
  seasonRemarks,
  type Phase,
  type Season,
} from './season.ts';
import { layEvent, moveEvent } from './shows.ts';
import { phaseTemplate } from './templates.ts';

const day = isoDate;
const TODAY = day('2026-11-24');
const phase = (id: string, from: string, to: string, more: Partial<Phase> = {}): Phase =>
  testPhase({ id, from: day(from), to: day(to), ...more });
let made = 0;
const newId = () => `new${(made += 1)}`;

/** Off-season (begun), prep, peak week on the show, weeks after. */
const season = (): Season => ({
  events: [{ id: 'show', kind: 'show', name: 'Spring show', date: day('2027-04-10') }],
  phases: [
    phase('off', '2026-09-01', '2026-12-20', { kind: 'off-season' }),
    phase('prep', '2026-12-21', '2027-04-03', { hangsOn: 'show' }),
    phase('peak', '2027-04-04', '2027-04-10', { kind: 'peak-week', hangsOn: 'show' }),
    phase('after', '2027-04-11', '2027-06-05', { kind: 'post-show', hangsOn: 'show' }),
  ],
});
const spans = (s: Season) => phasesInOrder(s).map((p) => `${p.id} ${p.from} ${p.to}`);
const gapless = (s: Season) => {
  const phases = phasesInOrder(s);
  return phases.every((p, i) => i === 0 || addDays(phases[i - 1]!.to, 1) === p.from);
};

describe('edges', () => {
  test('a neighbour that touches gives way, and keeps a day', () => {
    const stretched = stretchPhase(season(), 'off', 'to', day('2027-01-10'), TODAY);
    expect(spans(stretched).slice(0, 2)).toEqual(['off 2026-09-01 2027-01-10', 'prep 2027-01-11 2027-04-03']);
    const far = stretchPhase(season(), 'off', 'to', day('2030-01-01'), TODAY);
    expect(spans(far)[1]).toBe('prep 2027-04-03 2027-04-03');
  });
  test('days that are over stay: an end before yesterday does not move, a begun start neither', () => {
    expect(edgeBounds(season(), 'off', 'from', TODAY)).toBeUndefined();
    const shrunk = stretchPhase(season(), 'off', 'to', day('2026-10-01'), TODAY);
    expect(spans(shrunk)[0]).toBe('off 2026-09-01 2026-11-23');
    expect(stretchPhase(season(), 'off', 'from', day('2026-11-01'), TODAY)).toEqual(season());
  });
  test('exceptions outside the new dates go, those inside stay', () => {
    const s = season();
    s.phases[1]!.exceptions = { '2026-12-21': 'high', '2027-01-20': 'high' };
    expect(stretchPhase(s, 'prep', 'from', day('2027-01-05'), TODAY).phases[1]!.exceptions).toEqual({
      '2027-01-20': 'high',
    });
  });
  test('law: whatever edge goes wherever, order stays, nothing overlaps, no day is lost, the past is as it was', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('off', 'prep', 'peak', 'after'),
        fc.constantFrom('from' as const, 'to' as const),
        fc.integer({ min: -200, max: 400 }),
        (id, edge, days) => {
          const before = season();
          const after = stretchPhase(before, id, edge, addDays(TODAY, days), TODAY);
          expect(seasonProblems(after)).toEqual([]);
          expect(phasesInOrder(after).map((p) => p.id)).toEqual(['off', 'prep', 'peak', 'after']);
          expect(gapless(after)).toBe(true);
          for (let d: IsoDate = day('2026-09-01'); d < TODAY; d = addDays(d, 1))
            expect(after.phases.find((p) => p.from <= d && d <= p.to)?.id).toBe('off');
        },
      ),
    );
  });
});

describe('moving, splitting, adding, taking out', () => {
  test('a phase moves whole and its neighbours give way', () => {
    const moved = movePhase(season(), 'peak', -7, TODAY);
    expect(spans(moved).slice(1)).toEqual([
      'prep 2026-12-21 2027-03-27',
      'peak 2027-03-28 2027-04-03',
      'after 2027-04-04 2027-06-05',
    ]);
    expect(movePhase(season(), 'off', 7, TODAY)).toEqual(season());
  });
  test('split', () => {
    const split = splitPhase(season(), 'prep', day('2027-02-01'), 'second');
    expect(spans(split).slice(1, 3)).toEqual(['prep 2026-12-21 2027-01-31', 'second 2027-02-01 2027-04-03']);
    expect(() => splitPhase(season(), 'prep', day('2026-12-21'), 'x')).toThrow('cannot be cut on 2026-12-21');
  });
  test('put into the middle of a phase, it cuts it in two', () => {
    const breakWeek = phaseTemplate('diet-break', day('2027-02-01'), day('2027-02-07'), 'break');
    const next = insertPhase(season(), breakWeek, TODAY, newId);
    expect(gapless(next)).toBe(true);
    expect(phasesInOrder(next).map((p) => p.kind)).toEqual([
      'off-season', 'contest-prep', 'diet-break', 'contest-prep', 'peak-week', 'post-show',
    ]); // prettier-ignore
    expect(() => insertPhase(season(), { ...breakWeek, from: day('2026-01-01') }, TODAY, newId)).toThrow(
      'starts today (2026-11-24) at the earliest',
    );
  });
  test('taken out, its days go to the phase before it; one that has begun ends yesterday', () => {
    expect(spans(removePhase(season(), 'peak', TODAY))[1]).toBe('prep 2026-12-21 2027-04-10');
    expect(spans(removePhase(season(), 'off', TODAY)).slice(0, 2)).toEqual([
      'off 2026-09-01 2026-11-23',
      'prep 2026-11-24 2027-04-03',
    ]);
    expect(() => removePhase(season(), 'off', day('2027-01-01'))).toThrow(
      'past days keep the phase they had',
    );
  });
  test('day types on dates, events, and what changed in words', () => {
    const placed = placeDayType(season(), 'prep', day('2027-01-09'), 'high');
    expect(seasonChanges(season(), placed)).toEqual(['2027-01-09 becomes a high day.']);
    expect(placeDayType(placed, 'prep', day('2027-01-09'), null)).toEqual(season());
    expect(() => placeDayType(season(), 'prep', day('2026-01-09'), 'high')).toThrow(
      'lies outside Contest prep',
    );
    const trip = { id: 'trip', kind: 'trip' as const, name: 'Away', date: day('2027-01-20') };
    expect(seasonChanges(season(), putEvent(season(), trip))).toEqual(['Away on 2027-01-20 is new.']);
    const gone = removeEvent(season(), 'show');
    expect(gone.phases.every((p) => p.hangsOn === null)).toBe(true);
    const renamed = changePhase(season(), 'prep', { name: 'Push' });
    expect(seasonChanges(season(), renamed)).toEqual(['The rules of Push change.']);
    expect(() => changePhase(season(), 'x', {})).toThrow('not there any more');
  });
  test('gaps and events outside every phase are remarked', () => {
    const s = season();
    s.phases = s.phases.filter((p) => p.id !== 'peak');
    expect(seasonRemarks(s, TODAY)).toEqual([
      'No phase from 2027-04-04 to 2027-04-10: those days have no targets.',
      'Spring show on 2027-04-10 lies in no phase.',
    ]);
    expect(seasonRemarks(season(), day('2028-01-01'))[0]).toContain('The last phase ended on 2027-06-05');
  });
});

describe('shows', () => {
  test('a show lays what leads up to it and what follows', () => {
    const start: Season = {
      events: [],
      phases: [phase('off', '2026-09-01', '2027-08-30', { kind: 'off-season' })],
    };
    const laid = layEvent(start, { id: 's', kind: 'show', name: 'S', date: day('2027-06-05') }, TODAY, newId);
    expect(phasesInOrder(laid).map((p) => `${p.kind} ${p.from}`)).toEqual([
      'off-season 2026-09-01',
      'contest-prep 2027-02-07',
      'peak-week 2027-05-30',
      'post-show 2027-06-06',
      'off-season 2027-08-01',
    ]);
    expect(laid.phases.filter((p) => p.hangsOn === 's').map((p) => p.kind)).toEqual([
      'contest-prep',
      'peak-week',
      'post-show',
    ]);
    expect(seasonProblems(laid)).toEqual([]);
  });
  test('two shows three weeks apart become recover, push, peak by themselves', () => {
    const second = { id: 'b', kind: 'show' as const, name: 'Second', date: day('2027-05-01') };
    const laid = layEvent(season(), second, TODAY, newId);
    expect(
      phasesInOrder(laid)
        .slice(1)
        .map((p) => `${p.name ?? p.kind} ${p.from} ${p.to}`),
    ).toEqual([
      'contest-prep 2026-12-21 2027-04-03',
      'peak-week 2027-04-04 2027-04-10',
      'Recover 2027-04-11 2027-04-17',
      'Push 2027-04-18 2027-04-24',
      'peak-week 2027-04-25 2027-05-01',
      'post-show 2027-05-02 2027-06-26',
    ]);
    expect(seasonProblems(laid)).toEqual([]);
  });
  test('moving the show moves what hangs on it and what follows; the phase before gives the days', () => {
    const { season: moved, problems } = moveEvent(season(), 'show', day('2027-04-24'), TODAY, newId);
    expect(problems).toEqual([]);
    expect(moved && spans(moved)).toEqual([
      'off 2026-09-01 2027-01-03',
      'prep 2027-01-04 2027-04-17',
      'peak 2027-04-18 2027-04-24',
      'after 2027-04-25 2027-06-19',
    ]);
    expect(moved && seasonChanges(season(), moved)[0]).toBe(
      'Spring show moves from 2027-04-10 to 2027-04-24.',
    );
  });
  test('into the past, or over: a clear sentence and nothing changed', () => {
    expect(moveEvent(season(), 'show', day('2026-01-01'), TODAY, newId)).toEqual({
      season: undefined,
      problems: ['Spring show cannot move to 2026-01-01: that day is over. Today is 2026-11-24.'],
    });
    expect(() =>
      layEvent(season(), { id: 'x', kind: 'show', name: 'X', date: day('2026-01-01') }, TODAY, newId),
    ).toThrow('X on 2026-01-01 is over');
  });
  test('law: moving an event keeps the order, and the lengths of all that had room to move', () => {
    fc.assert(
      fc.property(fc.integer({ min: -120, max: 200 }), (days) => {
        const before = season();
        const { season: after, problems } = moveEvent(
          before,
          'show',
          addDays(day('2027-04-10'), days),
          TODAY,
          newId,
        );
        if (!after) return expect(problems[0]).toMatch(/cannot move/);
        expect(phasesInOrder(after).map((p) => p.id)).toEqual(['off', 'prep', 'peak', 'after']);
        expect(seasonProblems(after)).toEqual([]);
        expect(gapless(after)).toBe(true);
        const length = (s: Season, id: string) => phaseDays(s.phases.find((p) => p.id === id)!);
        for (const id of ['peak', 'after']) expect(length(after, id)).toBe(length(before, id));
        if (daysBetween(TODAY, day('2026-12-21')) + days > 0)
          expect(length(after, 'prep')).toBe(length(before, 'prep'));
      }),
    );
  });
});

test('every template is a whole phase without problems, and its day types average to the aim', () => {
  for (const kind of [
    'off-season',
    'mini-cut',
    'cut',
    'contest-prep',
    'peak-week',
    'between-shows',
    'post-show',
    'maintenance',
    'diet-break',
  ] as const) {
    const made = phaseTemplate(kind, TODAY, addDays(TODAY, 27), kind);
    expect(seasonProblems({ events: [], phases: [made] })).toEqual([]);
    const sum = made.week.reduce((s, id) => {
      const type = made.dayTypes.find((t) => t.id === id);
      return s + (type?.change.kind === 'energy' ? type.change.kcal : NaN);
    }, 0);
    expect(Math.abs(sum)).toBeLessThanOrEqual(7);
  }
  expect(testDayType('low', 0).name).toBe('Low');
});
