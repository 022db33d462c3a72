import { describe, expect, test } from '@jest/globals';
import { macroPart, type MacroPolicy } from '../season/rules.ts';
import { type Phase } from '../season/season.ts';
import { testBasis, testDayType, testMacros, testOrder, testPhase, testSeason } from '../../testing/index.ts';
import { isoDate } from '../../units/index.ts';
import { dayTargets } from './targets.ts';
import { whyTargets } from './why.ts';
import { TARGET_KEYS } from '../../nutrition/index.ts';

const DATE = isoDate('2026-11-24');
const fibre = { grams: 30 };
const rules: [string, MacroPolicy, Partial<Phase>][] = [
  ['per mass', testMacros(), {}],
  ['a split', { kind: 'split', protein: 30, carbs: 45, fat: 25, fibre }, {}],
  ['a protein floor and a range', { kind: 'protein-range', protein: macroPart('grams', 150), fatFloor: 50, fibre }, { energy: { kind: 'range', low: 2300, high: 2400 } }],
  ['a menu', { kind: 'menu', name: 'Plain', portions: [{ name: 'Rice', grams: 400, per100g: { PROCNT: 7, FAT: 1, CHOCDF: 79, FIBTG: 1 } }] }, {}],
  ['a percentage up', testMacros(), { energy: { kind: 'percent', percent: 12 } }],
  ['a step', testMacros(), { energy: { kind: 'step', kcal: -250 } }],
  ['by hand', testMacros(), { energy: { kind: 'hand', kcal: 2200 } }],
  ['own macros', testMacros(), { dayTypes: [testDayType('low', 0, { change: { kind: 'own', protein: 200, carbs: 100, fat: 60 } }), testDayType('high', 0)] }],
  ['carbs moved', testMacros(), { dayTypes: [testDayType('low', 0, { change: { kind: 'carbs', grams: -40 }, widen: 1.5 }), testDayType('high', 0)] }],
]; // prettier-ignore
const why = (macros: MacroPolicy, more: Partial<Phase>, orders = [testOrder({ from: DATE })]) =>
  whyTargets(testSeason(testPhase({ macros, ...more })), [testBasis()], orders, DATE);

describe('a derivation', () => {
  test.each(rules)('%s: the same targets, and a step for every window', (_, macros, more) => {
    const found = why(macros, more);
    const plain = dayTargets(
      testSeason(testPhase({ macros, ...more })),
      [testBasis()],
      [testOrder({ from: DATE })],
      DATE,
    );
    expect(found?.targets).toEqual(plain);
    for (const key of TARGET_KEYS) {
      if (!found?.targets.windows[key]) continue;
      const steps = found.steps.filter((s) => s.about.includes(key));
      expect(steps.length).toBeGreaterThanOrEqual(2);
      expect(steps.map((s) => s.text).join(' ')).toMatch(/Window|At least|At most/);
    }
  });
  const text = (macros: MacroPolicy, more: Partial<Phase>, orders?: Parameters<typeof why>[2]) =>
    why(macros, more, orders)
      ?.steps.map((s) => s.text)
      .join('\n') ?? '';
  test('each rule says its own form', () => {
    expect(text(testMacros(), { energy: { kind: 'percent', percent: 12 } })).toContain(
      'expenditure 2,540 kcal +12 % = 2,845 kcal',
    );
    expect(text(testMacros(), { energy: { kind: 'step', kcal: -250 } })).toContain(
      'expenditure 2,540 kcal −250 kcal = 2,290 kcal',
    );
    expect(text(rules[1]![1], {})).toContain('45 / 30 / 25 % of 1,963 kcal');
    expect(text(rules[2]![1], rules[2]![2])).toContain('anywhere from 2,300 to 2,400 kcal');
    expect(text(rules[3]![1], {})).toContain('Menu “Plain”, 1 portion:');
    expect(text(rules[7]![1], rules[7]![2])).toContain(
      'macros of their own: 200 g protein, 100 g carbs, 60 g fat',
    );
    expect(text(rules[8]![1], rules[8]![2])).toContain('1.5 times as wide on low days');
  });
  test('a floor, a ceiling, a held amount and a levelled day are told', () => {
    const macros: MacroPolicy = {
      ...(testMacros() as Extract<MacroPolicy, { kind: 'per-mass' }>),
      fat: macroPart('body-kg', 0.1, { floor: 50 }),
    };
    expect(text(macros, {})).toContain('held at its floor of 50 g, = 50 g');
    expect(text(testMacros(), { levels: { [DATE]: -60 } })).toContain(
      'Levelled so that the week keeps its mean: −60 kcal, so 1,903 kcal.',
    );
    expect(text(testMacros(), { kind: 'peak-week' })).toContain('At most');
  });
  test('a common rule without a source says so, and published ones name it', () => {
    const steps = why(testMacros(), { energy: { kind: 'percent', percent: 12 } })?.steps ?? [];
    expect(steps.find((s) => s.text.startsWith('Aim'))?.source).toContain('Iraki 2019');
    expect(steps.find((s) => s.text.startsWith('Fibre'))?.source).toContain('IOM 2005');
    expect(steps.find((s) => s.text.startsWith('Window'))?.source).toBe('common practice, no source');
  });
  test('without numbers it says why there are none', () => {
    expect(text({ kind: 'plate', groups: ['greens'] }, {})).toBe(
      'This phase goes by the plate, without numbers.',
    );
    expect(text({ kind: 'none' }, {})).toBe('This phase sets no target; the diary goes on.');
    expect(whyTargets(testSeason(), [testBasis()], [], isoDate('2030-01-01'))).toBeUndefined();
  });
});
