import { describe, expect, test } from '@jest/globals';
import { type Board, boardDays, keepPast, setCell } from '../peak/index.ts';
import { testBasis, testBoard, testOrder } from '../testing/index.ts';
import { addDays, isoDate } from '../units/index.ts';
import { NO_STATEMENTS } from './cautions/types.ts';
import { reviewOrder, reviewSeason, type ReviewedAthlete } from './review.ts';
import { movePhase, seasonChanges } from './season/edit.ts';
import { dayTypeOn, type Season, seasonProblems } from './season/season.ts';
import { phaseTemplate } from './season/templates.ts';
import { targetsFrom } from './targets/targets.ts';

const today = isoDate('2027-01-09');
const show = { id: 'show', kind: 'show' as const, name: 'Tarn Valley Open', date: isoDate('2027-01-16') };
const peak = phaseTemplate('peak-week', today, show.date, 'peak', { hangsOn: 'show' });
const seasonWith = (board: Board | undefined): Season => ({ phases: [{ ...peak, board }], events: [show] });
const athlete: ReviewedAthlete = {
  sex: 'male',
  birthDate: isoDate('1995-05-01'),
  heightCm: 176,
  hasCoach: true,
  profile: {
    equation: null,
    fat: { method: 'eye' },
    health: NO_STATEMENTS,
    routine: { waking: '06:30', sessions: [] },
  },
};
const bases = [testBasis({ from: addDays(today, -30) })];
const review = (board: Board, who: Partial<ReviewedAthlete> = {}) =>
  reviewSeason(
    { season: seasonWith(undefined), bases, orders: [] },
    seasonWith(board),
    { ...athlete, ...who },
    today,
  );
const levels = (board: Board, who: Partial<ReviewedAthlete> = {}): string[] =>
  review(board, who).cautions.map((c) => `${c.level} ${c.id}`);

describe('the days of a board are targets', () => {
  test('to the gram, with the tolerances of peak week and fibre as a ceiling', () => {
    const board = testBoard();
    const days = targetsFrom(seasonWith(board), bases, [], today, 8);
    const cells = boardDays({ from: today, to: show.date, board });
    // By hand for D−4: 4 x 180 + 4 x 231 + 9 x 50.
    expect(days[3]?.windows.ENERC?.aim).toBe(2094);
    expect(days.map((d) => d?.dayType.name)).toEqual('D−7 D−6 D−5 D−4 D−3 D−2 D−1 D0'.split(' '));
    days.forEach((day, i) => {
      const want = cells[i]?.cells;
      expect(day?.windows.CARB).toMatchObject({
        low: (want?.carbs.value ?? 0) - 2,
        aim: want?.carbs.value,
        high: (want?.carbs.value ?? 0) + 2,
      });
      expect(day?.windows.PROCNT?.aim).toBe(want?.protein.value);
      expect(day?.windows.FAT?.aim).toBe(want?.fat.value);
      expect(day?.windows.ENERC?.aim).toBe(
        4 * (want?.protein.value ?? 0) + 4 * (want?.carbs.value ?? 0) + 9 * (want?.fat.value ?? 0),
      );
      expect(day?.windows.FIBTG).toMatchObject({ kind: 'ceiling', aim: want?.fibre.value });
      expect(day?.problems).toEqual([]);
    });
  });
  test('an order does not act on a day of a board: what it plans is changed on the board', () => {
    const order = testOrder({ phaseId: 'peak', from: today, dayTypes: null });
    const season = seasonWith(testBoard());
    const [day] = targetsFrom(season, bases, [order], addDays(today, 3), 1);
    expect([day?.orders, day?.windows.CARB?.aim]).toEqual([[], 231]);
    const asked = reviewOrder({ season, bases, orders: [] }, order, athlete, today);
    expect(asked.fault?.kind).toBe('binds-nothing');
  });
  test('a show that moves takes its board along, day for day', () => {
    const season = seasonWith(testBoard());
    const moved = movePhase(season, 'peak', 7, today);
    const at = (s: Season, date: string) => {
      const phase = s.phases[0];
      return phase && dayTypeOn(phase, isoDate(date))?.change;
    };
    expect(moved.phases[0]?.to).toBe('2027-01-23');
    expect(at(moved, '2027-01-20')).toEqual(at(season, '2027-01-13'));
  });
  test('only a peak week has a board', () =>
    expect(
      seasonProblems({ phases: [{ ...peak, kind: 'cut', board: testBoard() }], events: [show] })[0],
    ).toContain('which only a peak week has'));
});

describe('a board before it is signed', () => {
  test('the steady one has nothing of its own against it', () =>
    expect(levels(testBoard()).filter((l) => l.includes('peak-'))).toEqual([]));
  test('water over the limit is refused to everybody', () =>
    expect(levels(setCell(testBoard(), -3, 'water', 7850))).toContain('refuse peak-water'));
  test('limits go by the known body mass, whatever the board was made from', () => {
    const heavy = setCell(testBoard({ weightKg: 300 }), -3, 'water', 7900);
    expect(bases[0]?.weightKg).toBeLessThan(79);
    expect(levels(heavy)).toContain('refuse peak-water');
  });
  test('load and cut: confirmed with a coach, refused without', () => {
    const cut = testBoard({ protocol: { ...testBoard().protocol, water: 'cut' } });
    expect(levels(cut)).toContain('confirm peak-water-cut');
    expect(levels(cut, { hasCoach: false })).toContain('refuse peak-water-cut');
  });
  test('minors never; with kidney disease only with the treating doctor named', () => {
    expect(levels(testBoard(), { birthDate: isoDate('2010-01-01') })).toContain('refuse minor');
    const ill = { profile: { ...athlete.profile, health: { ...NO_STATEMENTS, kidney: true } } };
    expect(review(testBoard(), ill).cautions.find((c) => c.id === 'illness')).toMatchObject({
      level: 'confirm',
      needs: 'doctor',
    });
  });
  test('a day that is over is not judged anew', () => {
    const board = setCell(testBoard(), -7, 'water', 900);
    const late = reviewSeason(
      { season: seasonWith(board), bases, orders: [] },
      seasonWith(board),
      athlete,
      addDays(today, 1),
    );
    expect(late.cautions.filter((c) => c.id === 'peak-water-low')).toEqual([]);
    expect(levels(board)).toContain('refuse peak-water-low');
  });
  test('what changes is said cell by cell', () => {
    const before = seasonWith(testBoard());
    expect(seasonChanges(seasonWith(undefined), before)).toEqual(['Peak week gets a board.']);
    expect(seasonChanges(before, seasonWith(setCell(testBoard(), -4, 'carbs', 251)))).toEqual([
      'Carbs on D−4: 251 g instead of 231 g.',
    ]);
    const raised = testBoard({ protocol: { ...testBoard().protocol, water: 'raised' } });
    expect(seasonChanges(before, seasonWith(raised))[0]).toContain('raised, then normal instead of as usual');
    const kept = keepPast(
      testBoard(),
      testBoard({ protocol: { ...testBoard().protocol, water: 'raised' } }),
      -7,
      -4,
    );
    expect(seasonChanges(before, seasonWith(kept))).toEqual([
      'Water on the board: raised, then normal instead of as usual, sipped on the day.',
    ]);
  });
});

describe('the weeks after the last show', () => {
  const after = (kcal: number, from: number, events = [show]): string[] => {
    const phase = phaseTemplate(
      'post-show',
      addDays(show.date, from),
      addDays(show.date, from + 20),
      'post',
      {
        energy: { kind: 'step', kcal },
      },
    );
    const season: Season = { phases: [phase], events };
    return reviewSeason({ season: { phases: [], events }, bases, orders: [] }, season, athlete, today)
      .cautions.filter((c) => c.id === 'after-show-deficit')
      .map((c) => c.level);
  };
  test('a deficit within four weeks is said, maintenance and a later one are not', () => {
    expect(after(-200, 1)).toEqual(['note']);
    expect(after(0, 1)).toEqual([]);
    expect(after(-200, 28)).toEqual(['note']);
    expect(after(-200, 29)).toEqual([]);
  });
  test('before a second show the first is not the last', () =>
    expect(after(-200, 1, [show, { ...show, id: 'second', date: addDays(show.date, 21) }])).toEqual([]));
});
