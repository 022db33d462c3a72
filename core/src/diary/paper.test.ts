import { describe, expect, test } from '@jest/globals';
import { daySheet, type SheetMeal, type SheetPortion } from './daySheet.ts';
import { testBasis } from '../testing/index.ts';
import { isoDate } from '../units/index.ts';
import type { DayInputs } from './assembleDay.ts';
import { dayPaper, paperText, type PaperInput } from './paper.ts';
import { guessedDay } from './guess.ts';

const portion = (
  id: string,
  name: string,
  grams: number | null,
  change: Partial<SheetPortion> = {},
): SheetPortion => ({
  id,
  food: { id: name, name, state: 'cooked', per100g: { PROCNT: 20, CHOAVLDF: 10, FAT: 5, FIBTG: 0 } },
  plannedGrams: 100,
  grams,
  method: grams === null ? null : 'scale',
  division: grams === null ? null : 1,
  ...change,
});
const meals: SheetMeal[] = [
  {
    id: 'a',
    time: '08:00',
    eaten: true,
    portions: [portion('p', 'Stew', 120), portion('q', 'Greens', null)],
  },
  {
    id: 'b',
    time: '19:00',
    eaten: false,
    portions: [portion('r', 'Curry', null, { plannedGrams: 300, guess: { low: 200, high: 450 } })],
  },
];
const window = (low: number, high: number) => ({ low, aim: low, high, kind: 'point' as const });
const windows = {
  ENERC: window(700, 900),
  PROCNT: window(95, 110),
  CARB: window(40, 60),
  FAT: window(20, 35),
  FIBTG: null,
};
const inputsOf = (all: readonly SheetMeal[], entries: DayInputs['entries'] = []): DayInputs => ({
  date: isoDate('2026-11-25'),
  meals: all,
  portions: all.flatMap((meal) => meal.portions.map((p) => ({ ...p, mealId: meal.id }))),
  entries,
  windows,
  bases: [testBasis({ carbBasis: 'available' })],
});
const input: PaperInput = {
  kind: 'plan',
  day: inputsOf(meals),
  units: { food: 'g', energy: 'kcal' },
  showEnergy: true,
};

describe('a day on paper', () => {
  test('the plan keeps what was planned, the log what was measured', () => {
    const plan = dayPaper(input);
    expect(plan.meals.map((m) => m.rows.map((r) => r.amount))).toEqual([
      ['100 g', '100 g'],
      ['300 g (200 g to 450 g)'],
    ]);
    expect(plan.total).toEqual(['825', '100.0', '50.0', '25.0']);
    const log = dayPaper({ ...input, kind: 'log' });
    expect(log.meals.map((m) => m.rows.map((r) => [r.name, r.amount, r.method]))).toEqual([
      [['Stew, cooked', '120 g', 'weighed']],
    ]);
  });
  test('ounces, kilojoules, hidden energy, and what is not stated', () => {
    const bare = { id: 'x', name: 'Soup', state: 'as sold', per100g: { ENERC: 50 } };
    const withBare = [
      {
        ...(meals[0] as SheetMeal),
        portions: [portion('p', 'Stew', 120), portion('s', 'Soup', 100, { food: bare })],
      },
    ];
    const paper = dayPaper({
      ...input,
      day: inputsOf(withBare),
      kind: 'log',
      units: { food: 'oz', energy: 'kJ' },
    });
    expect(paper.meals[0]?.rows[0]?.amount).toBe('4.23 oz');
    expect(paper.meals[0]?.rows[1]?.figures).toEqual(['209', '?', '?', '?']);
    expect(paper.total[1]).toBe('>24.0');
    expect(dayPaper({ ...input, showEnergy: false }).total[0]).toBe('');
  });
  test('counted supplements are part of the totals and stand under the meals: planned ones on the plan, taken ones on the log', () => {
    const shake = { kind: 'supplement' as const, supplementId: 's', name: 'Shake', counted: true };
    const nutrients = { PROCNT: 25, CHOAVLDF: 3, FAT: 1, FIBTG: 0 };
    const entries = [
      { id: 'x', thing: { ...shake, done: true, nutrients } },
      { id: 'y', thing: { ...shake, name: 'Night shake', done: false, nutrients } },
    ];
    const plan = dayPaper({ ...input, day: inputsOf(meals, entries) });
    expect(plan.total).toEqual(['1067', '150.0', '56.0', '27.0'].map((t) => (t === '1067' ? '1,067' : t)));
    expect(plan.supplements.map((r) => r.name)).toEqual(['Shake', 'Night shake']);
    const log = dayPaper({ ...input, day: inputsOf(meals, entries), kind: 'log' });
    expect(log.total).toEqual(['319', '49.0', '15.0', '7.0']);
    expect(paperText([], log)).toContain('Supplements\n   Shake: 121 kcal, P 25.0, C 3.0, F 1.0');
  });
  test('as text, to be sent', () => {
    expect(paperText(['Wednesday'], dayPaper(input)).split('\n')).toEqual([
      'Wednesday',
      '',
      'energy, kcal: 825 (window 700–900)',
      'protein, g: 100 (window 95–110)',
      'carbs, g: 50 (window 40–60)',
      'fat, g: 25 (window 20–35)',
      'fibre, g: 0',
      '',
      '1  08:00  330 kcal, P 40.0, C 20.0, F 10.0',
      '   100 g Stew, cooked',
      '   100 g Greens, cooked',
      '',
      '2  19:00  495 kcal, P 60.0, C 30.0, F 15.0',
      '   300 g (200 g to 450 g) Curry, cooked',
      '',
      'Planned: 825 kcal, P 100.0, C 50.0, F 25.0',
    ]);
  });
});

describe('guesses with two ends', () => {
  test('whether the day lands for the low and for the high case, and what to ask about', () => {
    const sheet = daySheet({ meals, windows, carbBasis: 'available' });
    expect(sheet.nutrients.PROCNT.landsBetween.low).toBeCloseTo(104 - 20, 6);
    expect(sheet.nutrients.PROCNT.landsBetween.high).toBeCloseTo(104 + 30, 6);
    const guessed = guessedDay(sheet);
    expect(guessed?.lands).toBe(false);
    expect(guessed?.open.find((o) => o.key === 'PROCNT')).toMatchObject({
      low: { state: 'short' },
      high: { state: 'over' },
    });
    expect(guessed?.widest[0]).toMatchObject({ name: 'Curry', part: 1 });
  });
  test('nothing guessed, nothing said', () => {
    expect(
      guessedDay(daySheet({ meals: meals.slice(0, 1), windows, carbBasis: 'available' })),
    ).toBeUndefined();
  });
});
