/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { DayDocument } from '@maul/contract/diary';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { useUndo } from '../../data/undo/undo.ts';
import { afresh, button, dayNow, field, showOn, step, typeInto, textIn } from '../../testing/render.tsx';
import { testDay, testMeal, testPortion } from '../../testing/samples.ts';
import CopyDayDialog from '../page/CopyDayDialog.tsx';
import MealDialog from './MealDialog.tsx';
import { queryClient } from '../../data/session.ts';
import { sheetOf } from '../../data/day.ts';
import { useOutbox } from '../../data/sending/outbox.ts';

const closed = jest.fn();
const onFit = jest.fn();
const onAdded = jest.fn();
const DAY: Partial<DayDocument> = {
  meals: [testMeal('m1', '08:00'), testMeal('m2', '12:30', { eaten: true }), testMeal('m3', '19:00')],
  portions: [
    testPortion('p1', 'm1'),
    testPortion('p2', 'm1', { position: 1, plannedGrams: 60 }),
    testPortion('p3', 'm2', { grams: 140, method: 'scale', division: 1 }),
    testPortion('p4', 'm3'),
  ],
};
const show = (mealId: string | null, change: Partial<DayDocument> = DAY) =>
  showOn(testDay(change), (day) => {
    const meal = mealId === null ? null : (day.meals.find((m) => m.id === mealId) ?? null);
    if (mealId !== null && !meal) return null;
    return (
      <MealDialog
        day={day}
        sheet={sheetOf(day, undefined)}
        meal={meal}
        onClose={() => closed()}
        onAdded={onAdded}
        onFit={onFit}
      />
    );
  });
const type = (name: string | RegExp, value: string) => fireEvent.change(field(name), { target: { value } });
const meals = () =>
  dayNow()
    .meals.map((m) => `${m.time}${m.eaten ? ' eaten' : ''}`)
    .sort();
const portions = () =>
  dayNow()
    .portions.map((p) => `${p.food.name} ${p.grams ?? `(${p.plannedGrams})`}`)
    .sort();
const BEFORE = { meals: ['08:00', '12:30 eaten', '19:00'], portions: ['Food p1 (150)', 'Food p2 (60)', 'Food p3 140', 'Food p4 (150)'] }; // prettier-ignore

beforeEach(() => {
  afresh();
  for (const fn of [closed, onFit, onAdded]) fn.mockReset();
});

describe('a meal', () => {
  test('is added at its time', () => {
    show(null);
    typeInto('Time', '15:45');
    fireEvent.click(button('Add and choose a food'));
    expect(meals()).toContain('15:45');
    expect(onAdded).toHaveBeenCalledWith(expect.objectContaining({ time: '15:45', version: 0 }));
  });
  test('at 25:00 is none', () => {
    show(null);
    typeInto('Time', '25:00');
    expect(button('Add and choose a food')).toHaveProperty('disabled', true);
  });
  test('moved by its time, and by its number', () => {
    show('m3');
    fireEvent.mouseDown(screen.getByLabelText('Number in the day'));
    fireEvent.click(screen.getByRole('option', { name: /^1, where/ }));
    const time = textIn('Time');
    expect(time < '08:00').toBe(true);
    fireEvent.click(button('Keep'));
    expect(meals()).toEqual([time, '08:00', '12:30 eaten']);
    step();
    expect(meals()).toEqual(BEFORE.meals);
  });
  test('moved to another day is gone from this one, with a way back', () => {
    show('m1');
    typeInto('Day', '26/11/2026');
    fireEvent.click(button('Keep'));
    expect(meals()).toEqual(['12:30 eaten', '19:00']);
    expect(useUndo.getState().offer?.sentence).toMatch(/The meal is now on .*26/);
    step();
    expect(meals()).toEqual(BEFORE.meals);
  });
  test('taken away goes with what was in it, and comes back with it', () => {
    show('m1');
    fireEvent.click(button('Remove the meal'));
    expect(meals()).toEqual(['12:30 eaten', '19:00']);
    act(() => useUndo.getState().offer?.undo?.());
    expect(meals()).toEqual(BEFORE.meals);
    expect(portions()).toEqual(BEFORE.portions);
  });
  test('is fitted from here', () => {
    show('m1');
    fireEvent.click(button('Fit'));
    expect(onFit).toHaveBeenCalledWith('m1');
  });
});

describe('a meal as a whole', () => {
  test('split: what is chosen goes into the new one', () => {
    show('m1');
    fireEvent.click(button('Split'));
    fireEvent.click(screen.getByRole('checkbox', { name: 'Food p2, 60 g' }));
    typeInto('Time of the new meal', '10:00');
    fireEvent.click(button('Split it'));
    expect(meals()).toEqual(['08:00', '10:00', '12:30 eaten', '19:00']);
    expect(portions()).toEqual(BEFORE.portions);
    step();
    expect(meals()).toEqual(BEFORE.meals);
  });
  test('half now, half later: every portion twice, together what they were', () => {
    show('m1');
    fireEvent.click(button('Split'));
    fireEvent.click(screen.getByRole('checkbox', { name: 'Half now, half later' }));
    fireEvent.click(button('Split it'));
    expect(portions()).toEqual([
      'Food p1 (75)',
      'Food p1 (75)',
      'Food p2 (30)',
      'Food p2 (30)',
      'Food p3 140',
      'Food p4 (150)',
    ]);
    step();
    expect(portions()).toEqual(BEFORE.portions);
  });
  test('split with nothing chosen says so and changes nothing', () => {
    show('m1');
    fireEvent.click(button('Split'));
    fireEvent.click(button('Split it'));
    expect(screen.getByRole('alert').textContent).not.toBe('');
    expect(closed).not.toHaveBeenCalled();
    expect(meals()).toEqual(BEFORE.meals);
  });
  test('merged into another: one meal fewer, every portion kept', () => {
    show('m1');
    fireEvent.click(button('Merge'));
    fireEvent.mouseDown(screen.getByLabelText('Into'));
    fireEvent.click(screen.getByRole('option', { name: /19:00/ }));
    fireEvent.click(button('Merge them'));
    expect(meals()).toEqual(['12:30 eaten', '19:00']);
    expect(portions()).toEqual(BEFORE.portions);
    step();
    expect(meals()).toEqual(BEFORE.meals);
  });
  test('the only meal of a day has none to merge with', () => {
    show('m1', {});
    fireEvent.click(button('Merge'));
    expect(screen.getByText('There is no other meal on this day.')).toBeTruthy();
    expect(button('Merge them')).toHaveProperty('disabled', true);
  });
  test('repeated through the day: planned, an hour apart', () => {
    show('m2');
    fireEvent.click(button('Copy or repeat'));
    typeInto('At', '15:00');
    type(/Times a day/, '3');
    fireEvent.click(button('Copy'));
    expect(meals()).toEqual(['08:00', '12:30 eaten', '15:00', '16:00', '17:00', '19:00']);
    // What was weighed becomes the plan of its copy.
    expect(portions().filter((p) => p === 'Food p3 (140)')).toHaveLength(3);
    expect(useUndo.getState().offer?.sentence).toBe('3 copies are planned.');
    step();
    expect(portions()).toEqual(BEFORE.portions);
  });
  test.each([
    [/Times a day/, '0', 'Type a whole number from 1 to 12.'],
    [/Times a day/, '13', 'Type a whole number from 1 to 12.'],
    [/Days on end/, '32', 'Type a whole number from 1 to 31.'],
    [/Days on end/, '2.5', 'Type a whole number from 1 to 31.'],
    [/Days on end/, '', 'Type a number.'],
  ])('not repeated %s %s', (name, value, says) => {
    show('m1');
    fireEvent.click(button('Copy or repeat'));
    type(name, value);
    expect(screen.getByText(says)).toBeTruthy();
    expect(button('Copy')).toHaveProperty('disabled', true);
  });
  test('saved as a pattern, with the grams that count', () => {
    show('m2');
    fireEvent.click(button('Save as a meal'));
    type('Name', 'Noon');
    fireEvent.click(button('Save'));
    const [entry] = useOutbox.getState().entries;
    expect(entry?.route).toBe('putStanding');
    expect(entry?.body).toMatchObject({
      thing: { kind: 'meal', name: 'Noon', slots: [{ grams: 140, food: { name: 'Food p3' }, swaps: [] }] },
    });
    // Saved meals stand in the list of meals, not on the day itself.
    expect(dayNow().standing).toEqual([]);
    expect(closed).toHaveBeenCalled();
  });
  test('an empty meal cannot be saved', () => {
    show('m1', { portions: [] });
    fireEvent.click(button('Save as a meal'));
    expect(screen.getByText('There is nothing in this meal to save.')).toBeTruthy();
    type('Name', 'Nothing');
    expect(button('Save')).toHaveProperty('disabled', true);
  });
});

describe('a day is copied', () => {
  const showCopy = () => showOn(testDay(DAY), (day) => <CopyDayDialog day={day} onClose={() => closed()} />);
  test('from another one to here, planned, beside what stands here', async () => {
    showCopy();
    const source = testDay({ ...DAY, date: '2026-11-24' as never, meals: [testMeal('y1', '07:00', { day: '2026-11-24' as never, eaten: true })], portions: [testPortion('q1', 'y1', { grams: 99, method: 'scale' })] }); // prettier-ignore
    queryClient.setQueryData(['day', source.athlete.id, '2026-11-24'], source);
    fireEvent.click(button('Copy'));
    await waitFor(() => expect(closed).toHaveBeenCalled());
    expect(meals()).toEqual(['07:00', ...BEFORE.meals]);
    expect(portions()).toContain('Food q1 (99)');
    step();
    expect(meals()).toEqual(BEFORE.meals);
  });
  test('an empty day has nothing to copy: said, and nothing changed', async () => {
    showCopy();
    const source = testDay({ date: '2026-11-24' as never, meals: [], portions: [] });
    queryClient.setQueryData(['day', source.athlete.id, '2026-11-24'], source);
    fireEvent.click(button('Copy'));
    expect((await screen.findByRole('alert')).textContent).toMatch(/Nothing was changed\.$/);
    expect(meals()).toEqual(BEFORE.meals);
  });
  test('to days that come, and not onto itself', () => {
    showCopy();
    const which = within(screen.getByRole('group', { name: 'Which way' }));
    fireEvent.click(which.getByRole('button', { name: 'This day to others' }));
    expect(textIn('From this date on')).toBe('26/11/2026');
    typeInto('From this date on', '25/11/2026');
    expect(button('Copy')).toHaveProperty('disabled', true);
    typeInto('From this date on', '26/11/2026');
    type('Days on end', '40');
    expect(button('Copy')).toHaveProperty('disabled', true);
  });
});
