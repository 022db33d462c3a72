import { describe, expect, test } from '@jest/globals';
import { type PlanInForce, phaseOn, phasesInOrder, phaseTemplate, type Season } from '../../plan/index.ts';
import { testBasis, testBoard, testPhase, testSeason } from '../../testing/index.ts';
import { addDays, daysBetween, isoDate } from '../../units/index.ts';
import {
  protocolOfSeason,
  rulesFor,
  type SeasonProtocol,
  seasonOfProtocol,
  templateRules,
} from './season.ts';

const today = isoDate('2026-10-05');
const from = addDays(today, 1);
let made = 0;
const newId = (): string => `new-${(made += 1)}`;
const basis = testBasis();
const planOf = (season: Season): PlanInForce => ({ season, bases: [basis], orders: [] });
const open = testPhase({ from: addDays(today, -10), to: addDays(today, 400) });
const show = { id: 'show', kind: 'show' as const, name: 'The Cup', date: addDays(today, 84) };
const protocol = (change: Partial<SeasonProtocol> = {}): SeasonProtocol => ({
  lay: 'to-show',
  body: { weightKg: basis.weightKg, expenditure: basis.expenditure },
  phases: [
    { weeks: 10, rules: templateRules('contest-prep') },
    { weeks: 1, rules: templateRules('peak-week') },
    { weeks: 4, rules: templateRules('post-show') },
  ],
  ...change,
});
const laid = (of: SeasonProtocol, season: Season) => {
  const result = seasonOfProtocol(of, planOf(season), from, newId);
  if ('fault' in result) throw new Error(result.fault);
  return result;
};
const spans = (season: Season) => phasesInOrder(season).map((p) => [p.kind, p.from, p.to]);

describe('a season for many', () => {
  const withShow = { phases: [open], events: [show] };

  test('back from the show: the peak week ends on it, what follows comes after, all of it hangs on the show', () => {
    const { season, from: first, notes } = laid(protocol(), withShow);
    const peak = phaseOn(season, show.date);
    expect([peak?.kind, peak?.from, peak?.to]).toEqual(['peak-week', addDays(show.date, -6), show.date]);
    expect(first).toBe(addDays(show.date, -76));
    const after = phaseOn(season, addDays(show.date, 1));
    expect([after?.kind, after && daysBetween(after.from, after.to) + 1]).toEqual(['post-show', 28]);
    expect(
      phasesInOrder(season)
        .filter((p) => p.hangsOn === 'show')
        .map((p) => p.kind),
    ).toEqual(['contest-prep', 'peak-week', 'post-show']);
    // What was there goes on before and behind.
    expect(phaseOn(season, from)?.kind).toBe(open.kind);
    expect(notes).toHaveLength(1);
  });

  test('where fewer weeks are left, the first ones fall away and it is said', () => {
    const near = { ...withShow, events: [{ ...show, date: addDays(from, 5 * 7 - 1) }] };
    const { season, from: first, notes } = laid(protocol(), near);
    expect(first).toBe(from);
    expect(phaseOn(season, from)?.kind).toBe('contest-prep');
    expect(notes).toContain('Of 11 weeks to The Cup 5 are left: it begins in week 7.');
  });

  test('a board that is laid stays, and the prep ends where it begins', () => {
    const peak = testPhase({
      id: 'peak',
      kind: 'peak-week',
      from: addDays(show.date, -6),
      to: show.date,
      hangsOn: 'show',
      board: testBoard(),
    });
    const before = { phases: [{ ...open, to: addDays(peak.from, -1) }, peak], events: [show] };
    const { season, notes } = laid(protocol(), before);
    expect(season.phases.find((p) => p.id === 'peak')).toEqual(peak);
    expect(phaseOn(season, addDays(peak.from, -1))?.kind).toBe('contest-prep');
    expect(notes).toContain('The board for The Cup stays as it is.');
  });

  test('from tomorrow on, one after another; never over a show or a peak week', () => {
    const { season } = laid(protocol({ lay: 'from-tomorrow', phases: protocol().phases.slice(0, 1) }), {
      phases: [open],
      events: [],
    });
    expect(spans(season).slice(0, 3)).toEqual([
      [open.kind, open.from, today],
      ['contest-prep', from, addDays(from, 69)],
      [open.kind, addDays(from, 70), open.to],
    ]);
    expect(seasonOfProtocol(protocol({ lay: 'from-tomorrow' }), planOf(withShow), from, newId)).toEqual({
      fault: `It would run to ${addDays(from, 104)}, over The Cup on ${show.date}. Lay it to the show, or make it shorter.`,
    });
  });

  test('never over the peak week of a show that lies behind its end, nor over the next show', () => {
    const peak = testPhase({ id: 'peak', kind: 'peak-week', from: addDays(show.date, -6), to: show.date });
    const season = { phases: [{ ...open, to: addDays(peak.from, -1) }, peak], events: [show] };
    // It ends two days before the show: that is within its peak week.
    const weeks = protocol({
      lay: 'from-tomorrow',
      phases: [{ weeks: 11, rules: templateRules('contest-prep') }],
    });
    const near = {
      ...season,
      phases: [
        { ...open, to: addDays(from, 69) },
        { ...peak, from: addDays(from, 70) },
      ],
    };
    expect(seasonOfProtocol(weeks, planOf(near), from, newId)).toEqual({
      fault: `It would run to ${addDays(from, 76)}, over the peak week from ${addDays(from, 70)}. Lay it to the show, or make it shorter.`,
    });
    const second = { id: 'second', kind: 'show' as const, name: 'The Final', date: addDays(show.date, 21) };
    expect(
      seasonOfProtocol(protocol(), planOf({ phases: [open], events: [show, second] }), from, newId),
    ).toEqual({
      fault: `It would run to ${addDays(show.date, 28)}, over The Final on ${second.date}. Make what follows The Cup shorter.`,
    });
  });

  test('where it cannot be, it says why', () => {
    const fault = (season: Season, plan = planOf(season)) => {
      const result = seasonOfProtocol(protocol(), plan, from, newId);
      return 'fault' in result ? result.fault : 'laid';
    };
    expect(fault({ phases: [open], events: [] })).toBe('No show or shoot is planned.');
    expect(fault(withShow, { ...planOf(withShow), bases: [] })).toBe('No body mass is known.');
    const peaking = testSeason(testPhase({ kind: 'peak-week', from: today, to: addDays(today, 6) }));
    expect(fault(peaking)).toBe('Their peak week runs: lay it when that is over.');
  });

  test('taken from a season and laid for the same body, its rules are the same', () => {
    const phase = testPhase();
    const kept = protocolOfSeason([phase], basis, 'from-tomorrow');
    const rules = kept.phases[0]?.rules;
    expect(rules && rulesFor(rules, kept.body, { ...basis, expenditure: kept.body.expenditure })).toEqual(
      rules,
    );
    expect(rules).not.toHaveProperty('from');
  });

  // By hand: 2,800 / 2,400 = 7 / 6 of the energy, 90 / 75 = 6 / 5 of the mass.
  test('kcal move with expenditure, plain grams with mass, and what is relative stays', () => {
    const rules = templateRules('cut');
    const written = {
      ...rules,
      energy: { kind: 'step' as const, kcal: -300 },
      macros: {
        kind: 'per-mass' as const,
        protein: {
          by: 'body-kg' as const,
          amount: 2.2,
          to: null,
          floor: null,
          ceiling: null,
          as: 'point' as const,
        },
        fat: { by: 'grams' as const, amount: 50, to: 60, floor: 45, ceiling: null, as: 'point' as const },
        carbs: null,
        fibre: { per1000kcal: 14 },
      },
      dayTypes: [
        {
          id: 'low',
          name: 'Low',
          change: { kind: 'energy' as const, kcal: -120 },
          widen: 1,
          patternId: null,
        },
        {
          id: 'high',
          name: 'High',
          change: { kind: 'carbs' as const, grams: 50 },
          widen: 1,
          patternId: null,
        },
        {
          id: 'own',
          name: 'Own',
          change: { kind: 'own' as const, protein: 150, carbs: 100, fat: 40 },
          widen: 1,
          patternId: null,
        },
      ],
    };
    const other = rulesFor(written, { weightKg: 75, expenditure: 2400 }, { weightKg: 90, expenditure: 2800 });
    expect(other.energy).toEqual({ kind: 'step', kcal: -350 });
    expect(other.macros).toMatchObject({ protein: { amount: 2.2 }, fat: { amount: 60, to: 72, floor: 45 } });
    expect(other.dayTypes.map((t) => t.change)).toEqual([
      { kind: 'energy', kcal: -140 },
      { kind: 'carbs', grams: 60 },
      { kind: 'own', protein: 180, carbs: 120, fat: 48 },
    ]);
    for (const energy of [
      { kind: 'rate' as const, percentPerWeek: -0.7 },
      { kind: 'percent' as const, percent: -15 },
    ])
      expect(
        rulesFor(
          { ...written, energy },
          { weightKg: 75, expenditure: 2400 },
          { weightKg: 90, expenditure: 2800 },
        ).energy,
      ).toEqual(energy);
  });

  test('a template of a kind is the plan room’s own, without dates', () => {
    const {
      id: _i,
      from: _f,
      to: _t,
      hangsOn: _h,
      exceptions: _e,
      levels: _l,
      ...rules
    } = phaseTemplate('cut', from, addDays(from, 6), 'x');
    expect(templateRules('cut')).toEqual(rules);
  });
});
