/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { isoDate } from '@maul/core/units';
import { phaseTemplate, type DayTargets, type MacroPolicy } from '@maul/core/plan';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afresh, button, dayNow, served, showOn, step, typeInto } from '../../testing/render.tsx';
import { testDay, testPortion, testStanding } from '../../testing/samples.ts';
import SavedMealsDialog from './SavedMealsDialog.tsx';
import { MealBlock } from './MealBlock.tsx';
import { sheetOf } from '../../data/day.ts';

const ID = '01890a5d-ac96-774b-bcce-b302099a8060';
const oats = testPortion('a').food;
const rice = { ...testPortion('b').food, name: 'Rice cakes' };
const saved = testStanding(ID, {
  kind: 'meal',
  name: 'The usual morning',
  slots: [
    { food: oats, grams: 80, swaps: [{ food: rice, grams: 62.5 }] },
    { food: testPortion('c').food, grams: 30, swaps: [] },
  ],
});
const menu: MacroPolicy = {
  kind: 'menu',
  name: 'Eight weeks',
  portions: [
    {
      name: 'Turkey',
      grams: 180,
      per100g: { PROCNT: 24 },
      meal: 2,
      time: '13:00',
      state: 'cooked',
      foodId: 't',
    },
    { name: 'Oats', grams: 70, per100g: { PROCNT: 13, CHOAVLDF: 60 }, meal: 1, time: '07:30' },
    { name: 'Berries', grams: 100, per100g: {}, meal: 1, time: '07:30' },
  ],
};
const targets = (macros: MacroPolicy) =>
  ({
    phase: { ...phaseTemplate('cut', isoDate('2026-11-01'), isoDate('2027-01-31'), 'p'), macros },
  }) as DayTargets;
const show = (macros: MacroPolicy | null = null) =>
  showOn(testDay({ meals: [], portions: [] }), (day) => (
    <SavedMealsDialog day={day} targets={macros ? targets(macros) : undefined} onClose={() => undefined} />
  ));

beforeEach(afresh);

describe('saved meals', () => {
  test('are none yet, and say where they come from', async () => {
    served('GET /api/athletes/*/standing', { standing: [] });
    show();
    expect(await screen.findByText(/No saved meals yet. Open a meal by its title/)).toBeTruthy();
  });
  test('that cannot be had are said in the server’s words', async () => {
    show();
    expect((await screen.findByRole('alert', {}, { timeout: 5000 })).textContent).toContain(
      'does not answer',
    );
  });
  test('one is put on the day at its time, with the swap that was chosen', async () => {
    served('GET /api/athletes/*/standing', { standing: [saved] });
    show();
    fireEvent.click(await screen.findByRole('button', { name: 'Use The usual morning' }));
    typeInto('Time', '06:40');
    fireEvent.mouseDown(screen.getByLabelText('Place 1'));
    fireEvent.click(screen.getByRole('option', { name: '62.5 g Rice cakes' }));
    fireEvent.click(button('Add this meal'));
    const day = dayNow();
    expect(day.meals.map((m) => m.time)).toEqual(['06:40']);
    expect(day.portions.map((p) => [p.food.name, p.plannedGrams, p.grams, p.position])).toEqual([
      ['Rice cakes', 62.5, null, 0],
      ['Food c', 30, null, 1],
    ]);
    step();
    expect(dayNow().meals).toEqual([]);
    expect(dayNow().portions).toEqual([]);
  });
  test('one without a time of the day is not put anywhere', async () => {
    served('GET /api/athletes/*/standing', { standing: [saved] });
    show();
    fireEvent.click(await screen.findByRole('button', { name: 'Use The usual morning' }));
    typeInto('Time', '');
    expect(button('Add this meal')).toHaveProperty('disabled', true);
  });
});

describe('the menu of the phase', () => {
  test('is poured into the day: its meals at their times, planned, in one step', async () => {
    served('GET /api/athletes/*/standing', { standing: [] });
    show(menu);
    expect(screen.getByText(/the menu of this phase: 2 meals/)).toBeTruthy();
    fireEvent.click(button('Add it to the day'));
    const day = dayNow();
    const meals = [...day.meals].sort((a, b) => a.time.localeCompare(b.time));
    expect(meals.map((m) => m.time)).toEqual(['07:30', '13:00']);
    const inMeal = (i: number) =>
      day.portions.filter((p) => p.mealId === meals[i]?.id).map((p) => [p.food.name, p.plannedGrams]);
    expect(inMeal(0)).toEqual([
      ['Oats', 70],
      ['Berries', 100],
    ]);
    expect(inMeal(1)).toEqual([['Turkey', 180]]);
    expect(day.portions.find((p) => p.food.name === 'Turkey')?.food).toMatchObject({
      id: 't',
      state: 'cooked',
      source: 'Menu: Eight weeks',
    });
    // What the menu does not state stays unknown.
    expect(day.portions.find((p) => p.food.name === 'Berries')?.food.per100g).toEqual({});
    expect(step()?.label).toBe('Eight weeks');
    await waitFor(() => expect(dayNow().portions).toEqual([]));
  });
  test('without portions there is nothing to pour', async () => {
    served('GET /api/athletes/*/standing', { standing: [] });
    show({ ...menu, portions: [] });
    await screen.findByText(/No saved meals yet/);
    expect(screen.queryByRole('button', { name: 'Add it to the day' })).toBeNull();
  });
});

test('a plate is ticked off by group, without a number, and the tick can be taken back', () => {
  const groups = ['palm of protein', 'fist of vegetables'];
  const edit = { meal: () => undefined, portion: () => undefined, add: () => undefined };
  showOn(testDay({ portions: [] }), (day) => {
    const sheet = sheetOf(day, undefined);
    const [line, meal] = [sheet.meals[0], day.meals[0]];
    return line && meal ? (
      <MealBlock day={day} line={line} meal={meal} groups={groups} open={false} edit={edit} />
    ) : null;
  });
  const box = () => screen.getByRole<HTMLInputElement>('checkbox', { name: 'fist of vegetables' });
  expect(box().checked).toBe(false);
  fireEvent.click(box());
  expect(dayNow().meals[0]?.ticks).toEqual(['fist of vegetables']);
  expect(box().checked).toBe(true);
  fireEvent.click(box());
  expect(dayNow().meals[0]?.ticks).toEqual([]);
  step();
  expect(dayNow().meals[0]?.ticks).toEqual(['fist of vegetables']);
});
