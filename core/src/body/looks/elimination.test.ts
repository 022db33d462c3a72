import { describe, expect, test } from '@jest/globals';
import { seededRandom } from '../../random/index.ts';
import { addDays, type IsoDate } from '../../units/index.ts';
import {
  compareElimination,
  type Elimination,
  eliminationDates,
  type EliminationDay,
  eliminationOn,
} from './elimination.ts';

const plan: Elimination = { from: '2026-03-20' as IsoDate, washOutDays: 3, outDays: 14, backDays: 10 };
const start = addDays(plan.from, -14);
const random = () => seededRandom(3);

/** Digestion by stage: before, out and back each with a small wobble. */
const days = (
  levels: { before: number; out: number; back: number },
  change: (day: IsoDate) => Partial<EliminationDay<'digestion'>> = () => ({}),
): EliminationDay<'digestion'>[] => {
  const { countsFrom, backFrom, until } = eliminationDates(plan);
  const all: EliminationDay<'digestion'>[] = [];
  for (let day = start, i = 0; day <= until; day = addDays(day, 1), i += 1) {
    const level = day < plan.from ? levels.before : day < backFrom ? levels.out : levels.back;
    const marks = { digestion: day >= plan.from && day < countsFrom ? 1 : level + (i % 3) / 10 };
    all.push({ day, eaten: day < plan.from || day >= backFrom, marks, ...change(day) });
  }
  return all;
};
const told = (list: EliminationDay<'digestion'>[]) => compareElimination(plan, list, ['digestion'], random());

describe('where an elimination stands', () => {
  // Spring forward of 29 March 2026 lies in it: days are calendar days.
  test('the days that divide it', () =>
    expect(eliminationDates(plan)).toEqual({
      countsFrom: '2026-03-23',
      backFrom: '2026-04-06',
      until: '2026-04-15',
    }));
  test.each([
    ['2026-03-19', { stage: 'coming', day: 0, of: 0 }],
    ['2026-03-20', { stage: 'washing out', day: 1, of: 3 }],
    ['2026-03-22', { stage: 'washing out', day: 3, of: 3 }],
    ['2026-03-23', { stage: 'out', day: 1, of: 14 }],
    ['2026-04-05', { stage: 'out', day: 14, of: 14 }],
    ['2026-04-06', { stage: 'back', day: 1, of: 10 }],
    ['2026-04-15', { stage: 'back', day: 10, of: 10 }],
    ['2026-04-16', { stage: 'done', day: 0, of: 0 }],
  ])('on %s', (day, at) => expect(eliminationOn(plan, day as IsoDate)).toEqual(at));
});

describe('what came of it', () => {
  test('better without and back to what it was: it returned; the days of washing out do not count', () => {
    const { marks, eatenWhileOut } = told(days({ before: 2, out: 4, back: 2 }));
    expect(marks[0]?.verdict).toBe('returned');
    expect(marks[0]?.out).toMatchObject({ with: { days: 14 }, without: { days: 14 } });
    expect(marks[0]?.back).toMatchObject({ with: { days: 10 }, without: { days: 14 } });
    expect(marks[0]?.out?.difference).toBeCloseTo(2, 1);
    expect(eatenWhileOut).toEqual([]);
  });
  test('better without and just as well with it again: it changed, the food need not be why', () =>
    expect(told(days({ before: 2, out: 4, back: 4 })).marks[0]?.verdict).toBe('changed'));
  test('as before is nothing', () =>
    expect(told(days({ before: 3, out: 3, back: 3 })).marks[0]?.verdict).toBe('nothing'));
  test('a day out with the food counts on neither side and is named', () => {
    const slip = '2026-03-30' as IsoDate;
    const { marks, eatenWhileOut } = told(
      days({ before: 2, out: 4, back: 2 }, (day) => (day === slip ? { eaten: true } : {})),
    );
    expect(eatenWhileOut).toEqual([slip]);
    expect(marks[0]?.out?.with.days).toBe(13);
  });
  test('a week out is too few days to say anything', () => {
    const week = days({ before: 2, out: 5, back: 2 }).filter((d) => d.day < '2026-03-30');
    expect(told(week).marks[0]?.verdict).toBe('few');
  });
  test('without a morning nothing is compared', () => {
    const silent = days({ before: 2, out: 4, back: 2 }, () => ({ marks: { digestion: null } }));
    expect(told(silent).marks).toEqual([
      { mark: 'digestion', out: undefined, back: undefined, verdict: 'few' },
    ]);
  });
});
