import { describe, expect, test } from '@jest/globals';
import { testBasis, testSeason } from '../../testing/index.ts';
import { addDays, isoDate } from '../../units/index.ts';
import { targetsFrom } from '../targets/targets.ts';
import { AFTER_SHOW_STEPS, planAfterShow } from './afterShow.ts';
import { phasesInOrder, type Season } from './season.ts';
import { phaseTemplate } from './templates.ts';

const TODAY = isoDate('2026-11-25');
const ids = () => {
  let n = 0;
  return () => `new-${(n += 1)}`;
};
const after = (weeks: number, began = 4): Season => ({
  events: [],
  phases: [phaseTemplate('post-show', addDays(TODAY, -began), addDays(TODAY, 7 * weeks - 1), 'post')],
});
const told = (season: Season) =>
  phasesInOrder(season).map((p) => [p.from, p.to, p.energy.kind === 'step' ? p.energy.kcal : p.energy.kind]);

describe('two ways after a show', () => {
  test('small steps: a week each, the last one to the end; days before today stay', () =>
    expect(told(planAfterShow(after(8), TODAY, 'steps', ids()))).toEqual([
      ['2026-11-21', '2026-11-24', 'rate'],
      ['2026-11-25', '2026-12-01', 0],
      ['2026-12-02', '2026-12-08', 75],
      ['2026-12-09', '2026-12-15', 150],
      ['2026-12-16', '2027-01-19', 225],
    ]));
  test('at once: maintenance from today to the end', () =>
    expect(told(planAfterShow(after(8), TODAY, 'at once', ids()))).toEqual([
      ['2026-11-21', '2026-11-24', 'rate'],
      ['2026-11-25', '2027-01-19', 0],
    ]));
  test('a short phase gets as many steps as it has weeks; one that begins today is not cut before', () => {
    expect(told(planAfterShow(after(2, 0), TODAY, 'steps', ids()))).toEqual([
      ['2026-11-25', '2026-12-01', 0],
      ['2026-12-02', '2026-12-08', 75],
    ]);
  });
  test('outside the weeks after a show nothing is changed', () => {
    const season = testSeason();
    expect(planAfterShow(season, TODAY, 'steps', ids())).toBe(season);
  });
  test('law: neither way plans a deficit', () => {
    for (const way of ['steps', 'at once'] as const) {
      const basis = testBasis();
      const days = targetsFrom(planAfterShow(after(8), TODAY, way, ids()), [basis], [], TODAY, 56);
      for (const day of days) expect(day?.windows.ENERC?.aim).toBeGreaterThanOrEqual(basis.expenditure - 1);
    }
    expect(Math.min(...AFTER_SHOW_STEPS)).toBe(0);
  });
});
