import { describe, expect, test } from '@jest/globals';
import { boardDay } from '../../peak/index.ts';
import { type PlanInForce, phaseOn, type Season } from '../../plan/index.ts';
import { testBasis, testBoard, testPhase } from '../../testing/index.ts';
import { addDays, isoDate } from '../../units/index.ts';
import { boardOfProtocol } from './board.ts';

const today = isoDate('2026-10-05');
const from = addDays(today, 1);
const show = { id: 'show', kind: 'show' as const, name: 'The Cup', date: addDays(today, 20) };
const open = testPhase({ from: addDays(today, -30), to: addDays(today, 100) });
const routine = { waking: '06:30', sessions: [] };
const logged = { sodium: { mean: 3204 }, water: { mean: 3620 }, sleep: { mean: 7.4 } };
const board = testBoard();
const plan = (season: Season): PlanInForce => ({ season, bases: [testBasis()], orders: [] });
const lay = (season: Season, known = logged as Parameters<typeof boardOfProtocol>[3]['logged']) =>
  boardOfProtocol(board, plan(season), from, { routine, logged: known }, () => 'new');

describe('a board for many', () => {
  test('before a show that has no peak week, from what is usual with this athlete', () => {
    const laid = lay({ phases: [open], events: [show] });
    if ('fault' in laid) throw new Error(laid.fault);
    const peak = phaseOn(laid.season, show.date);
    expect([peak?.kind, peak?.from, peak?.hangsOn]).toEqual(['peak-week', addDays(show.date, -6), 'show']);
    expect(peak?.board).toMatchObject({
      protocol: board.protocol,
      weightKg: testBasis().weightKg,
      show: null,
      // The log, rounded to the steps of the board; what nobody prescribed and no log tells is the protocol's.
      usual: { sodium: 3200, water: 3600, sleep: 7.5, training: board.usual.training },
    });
    expect(laid.from).toBe(peak?.from);
    expect(laid.notes.join(' ')).toContain('As the protocol has it: training');
  });

  test('one protocol gives each athlete other grams', () => {
    const laid = lay({ phases: [open], events: [show] });
    if ('fault' in laid) throw new Error(laid.fault);
    const mine = phaseOn(laid.season, show.date)?.board;
    if (!mine) throw new Error('no board');
    const share = (b: typeof board) => boardDay(b, -1).cells.carbs.value / b.usual.carbs;
    expect(share(mine)).toBeCloseTo(share(board), 1);
    expect(mine.usual.carbs).not.toBe(board.usual.carbs);
  });

  test('into a board that is laid: what was typed as usual there is kept, and its times', () => {
    const times = {
      wake: '05:00',
      bed: '22:00',
      stages: [{ name: 'A', at: '12:00' }],
      travel: null,
      checkIn: null,
      tan: null,
      pumpUpMinutes: 30,
    };
    const own = testBoard({ usual: { ...board.usual, water: 5000 }, show: times });
    const peak = testPhase({
      id: 'peak',
      kind: 'peak-week',
      from: addDays(show.date, -6),
      to: show.date,
      hangsOn: 'show',
      board: own,
    });
    const laid = lay(
      { phases: [{ ...open, to: addDays(peak.from, -1) }, peak], events: [show] },
      {
        sodium: null,
        water: null,
        sleep: null,
      },
    );
    if ('fault' in laid) throw new Error(laid.fault);
    expect(laid.season.phases.find((p) => p.id === 'peak')?.board).toMatchObject({
      usual: { water: 5000 },
      show: times,
    });
  });

  test('what is not known is never made up', () => {
    expect(lay({ phases: [open], events: [show] }, { ...logged, water: null, sodium: null })).toEqual({
      fault: 'Not known of them: what is usual in sodium, water. Lay it on their own board.',
    });
  });

  test('where it cannot be, it says why', () => {
    expect(lay({ phases: [open], events: [] })).toEqual({ fault: 'No show or shoot is planned.' });
    expect(lay({ phases: [open], events: [{ ...show, date: addDays(today, 4) }] })).toEqual({
      fault: 'Less than a week is left to The Cup.',
    });
    expect(lay({ phases: [open], events: [{ ...show, date: addDays(today, 90) }] })).toEqual({
      fault: 'Their peak week begins in 83 days: what is usual then is not known yet.',
    });
    const runs = testPhase({ kind: 'peak-week', from: today, to: addDays(today, 6) });
    expect(lay({ phases: [runs], events: [] })).toEqual({
      fault: 'Their peak week runs: change it on their board.',
    });
  });
});
