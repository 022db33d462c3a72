import { describe, expect, test } from '@jest/globals';
import { energyAim } from '../targets/parts.ts';
import { dayTargets } from '../targets/targets.ts';
import { testBasis } from '../../testing/index.ts';
import { addDays, isoDate } from '../../units/index.ts';
import { dayTypeFrom, READY_DAY_TYPES, typeDays } from './dayTypes.ts';
import { defaultRate, defaultTolerance, PHASE_KINDS } from './rules.ts';
import { phaseTemplate, templateMacros } from './templates.ts';

const from = isoDate('2026-11-23');
const template = (kind: (typeof PHASE_KINDS)[number]) => phaseTemplate(kind, from, addDays(from, 27), kind);

// Wanted rates, % of body mass a week: off-season Iraki 2019, cut and contest prep Helms 2014, mini-cut and after a show common practice.
describe('wanted rates by kind of phase', () => {
  test.each([
    ['off-season', 0.25, 0.5],
    ['mini-cut', -1.25, -0.7],
    ['cut', -1, -0.5],
    ['contest-prep', -1, -0.5],
    ['post-show', 0.25, 1],
  ] as const)('%s: %d to %d', (kind, low, high) => expect(defaultRate(kind)).toEqual({ low, high }));
  test.each(PHASE_KINDS)('%s begins with an energy rule inside its own wanted rate', (kind) => {
    const phase = template(kind);
    const { low, high } = phase.rate;
    if (phase.energy.kind !== 'rate') return expect(energyAim(phase, testBasis())).toBe(2540);
    expect(phase.energy.percentPerWeek).toBeGreaterThanOrEqual(low);
    expect(phase.energy.percentPerWeek).toBeLessThanOrEqual(high);
  });
});

// Default widths, common practice, no source.
describe('tolerance tightens towards the show', () => {
  test.each([
    ['off-season', { protein: { below: 10, above: 20 }, carbs: { below: 20, above: 20 }, fat: { below: 8, above: 8 }, energy: { part: 0.05 } }],
    ['cut', { protein: { below: 5, above: 5 }, carbs: { below: 5, above: 5 }, fat: { below: 3, above: 3 }, energy: { kcal: 50 } }],
    ['peak-week', { protein: { below: 2, above: 2 }, carbs: { below: 2, above: 2 }, fat: { below: 1, above: 1 }, energy: { kcal: 25 } }],
  ] as const)('%s', (kind, wanted) => expect(defaultTolerance(kind)).toEqual(wanted)); // prettier-ignore
});

describe('what a template asks for', () => {
  // Protein: 1.6-2.2 g per kg in the off-season (Iraki 2019, Morton 2018); fat 0.5-1.5 g per kg (Iraki 2019).
  test.each(PHASE_KINDS)('%s: protein and fat inside the published ranges', (kind) => {
    const macros = templateMacros(kind);
    if (macros.kind !== 'per-mass') throw new Error('templates go by mass');
    expect(macros.protein.amount).toBeGreaterThanOrEqual(1.6);
    expect(macros.protein.amount).toBeLessThanOrEqual(2.4);
    expect(macros.fat.amount).toBeGreaterThanOrEqual(0.5);
    expect(macros.fat.amount).toBeLessThanOrEqual(1.5);
  });
  test.each(PHASE_KINDS)('%s: every day of it has a possible target', (kind) => {
    const phase = template(kind);
    for (let i = 0; i < 28; i += 1) {
      const day = dayTargets({ phases: [phase], events: [] }, [testBasis()], [], addDays(from, i));
      expect(day?.problems).toEqual([]);
      expect(day?.windows.ENERC).not.toBeNull();
    }
  });
});

describe('ready day types', () => {
  test('reset, restaurant and rehearsal come ready; a reset takes nothing back, a restaurant is twice as wide', () => {
    expect(dayTypeFrom('reset').change).toEqual({ kind: 'energy', kcal: 0 });
    expect(dayTypeFrom('restaurant').widen).toBe(2);
    expect(dayTypeFrom('rehearsal').change).toMatchObject({ kind: 'energy' });
    expect(() => dayTypeFrom('cheat')).toThrow('There is no ready day type "cheat".');
  });
  test('no word of theirs blames or praises', () => {
    for (const { name, about } of READY_DAY_TYPES)
      expect(`${name} ${about}`).not.toMatch(/cheat|clean|bad|good|guilt|reward|earn/i);
  });
  test('in words', () =>
    expect([typeDays({ id: 'low', name: 'Low' }), typeDays({ id: 'every', name: 'Every' })]).toEqual([
      'low days',
      'every day',
    ]));
});
