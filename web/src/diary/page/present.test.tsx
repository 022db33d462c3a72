/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { fireEvent, render } from '@testing-library/react';
import { queryClient } from '../../data/session.ts';
import { sheetOf } from '../../data/day.ts';
import { afresh, button, dayNow } from '../../testing/render.tsx';
import { ME, TODAY, testDay, testMeal, testPortion } from '../../testing/samples.ts';
import { CloseDay } from '../closing/Closing.tsx';
import { eat } from '../meal/eat.ts';
import { keepLine } from '../quick/keep.ts';

// The page is drawn when there is time: all of this is pressed on a day that is not drawn anew in between.
const meal = testMeal('m1', '08:00');
const drawn = testDay({
  meals: [meal],
  portions: [testPortion('p1', 'm1'), testPortion('p2', 'm1', { position: 1 })],
});
beforeEach(() => {
  afresh();
  queryClient.setQueryData(['day', ME.id, TODAY], drawn);
});

describe('what is pressed before the page is drawn anew', () => {
  test('eaten, and at once not eaten after all', () => {
    eat(drawn, meal);
    expect(dayNow().meals[0]?.eaten).toBe(true);
    expect(dayNow().portions.map((p) => p.grams)).toEqual([150, 150]);
    eat(drawn, meal);
    expect(dayNow().meals[0]?.eaten).toBe(false);
    expect(dayNow().portions.map((p) => p.grams)).toEqual([null, null]);
  });
  test('the day closed twice is closed once', () => {
    render(<CloseDay day={drawn} sheet={sheetOf(drawn, undefined)} />);
    const closings = () => dayNow().entries.filter((e) => e.thing.kind === 'closing').length;
    fireEvent.click(button('Close the day'));
    expect(closings()).toBe(1);
    fireEvent.click(button('Close the day'));
    // Told by the day that is drawn it would have been closed a second time.
    expect(closings()).toBe(1);
  });
  test('two lines into a meal that is not there yet make one meal, in their order', () => {
    const food = testPortion('f').food;
    for (const plannedGrams of [100, 200])
      keepLine(
        drawn,
        [{ kind: 'portion', at: [0, 1], portion: { food, plannedGrams, grams: null, method: null }, says: '', assumed: null }],
        { time: '15:00', says: '' },
        new Map(),
        '10:00',
        'line',
      ); // prettier-ignore
    expect(dayNow().meals.map((m) => m.time)).toEqual(['08:00', '15:00']);
    const there = dayNow().meals[1]?.id;
    expect(
      dayNow()
        .portions.filter((p) => p.mealId === there)
        .map((p) => [p.plannedGrams, p.position]),
    ).toEqual([
      [100, 0],
      [200, 1],
    ]);
  });
});
