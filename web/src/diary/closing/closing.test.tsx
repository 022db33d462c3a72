/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { DayDocument } from '@maul/contract/diary';
import { addDays } from '@maul/core/units';
import { fireEvent, screen } from '@testing-library/react';
import { queryClient } from '../../data/session.ts';
import { sheetOf } from '../../data/day.ts';
import { afresh, button, dayNow, showOn, step } from '../../testing/render.tsx';
import { ME, TODAY, testDay, testMeal, testPortion, testStanding } from '../../testing/samples.ts';
import { CloseDay, Yesterday } from './Closing.tsx';

const YESTERDAY = addDays(TODAY, -1);
const said = (date = TODAY) =>
  dayNow(date).entries.flatMap(({ thing }) => (thing.kind === 'closing' ? [thing.complete] : []));
const weighed = (meal: string) =>
  testPortion(`p ${meal}`, meal, { grams: 150, method: 'scale', division: 1 });
/** A day with so many meals of one weighed portion each. */
const withMeals = (count: number, change: Partial<DayDocument> = {}) => {
  const ids = Array.from({ length: count }, (_, i) => `m${i}`);
  return testDay({
    meals: ids.map((id, i) => testMeal(id, `${String(8 + i).padStart(2, '0')}:00`, { eaten: true })),
    portions: ids.map(weighed),
    ...change,
  });
};
beforeEach(afresh);

describe('closing a day', () => {
  const show = (day: DayDocument) =>
    showOn(day, (now) => <CloseDay day={now} sheet={sheetOf(now, undefined)} />);
  test('a day of one meal says what speaks against it, and one press closes it', () => {
    show(withMeals(1));
    expect(screen.getByText(/One meal is logged/)).toBeTruthy();
    fireEvent.click(button('Close the day'));
    expect(said()).toEqual([true]);
    fireEvent.click(button('Open it again'));
    expect(said()).toEqual([]);
    step();
    expect(said()).toEqual([true]);
  });
  test('the key D does the same, and not while something is typed', () => {
    show(withMeals(2));
    fireEvent.keyDown(window, { key: 'd', ctrlKey: true });
    expect(said()).toEqual([]);
    fireEvent.keyDown(window, { key: 'd' });
    expect(said()).toEqual([true]);
  });
  test('three meals are a complete day of themselves', () => {
    show(withMeals(3));
    expect(screen.getByText(/counts as complete/)).toBeTruthy();
  });
});

describe('yesterday', () => {
  const show = (yesterday: DayDocument) => {
    queryClient.setQueryData(['day', ME.id, YESTERDAY], { ...yesterday, date: YESTERDAY });
    return showOn(testDay(), (day) => <Yesterday athleteId={day.athlete.id} today={day.today} />);
  };
  test('in doubt is asked about and answered with one key', () => {
    show(withMeals(1));
    expect(screen.getByText(/Was that all you ate/)).toBeTruthy();
    fireEvent.keyDown(window, { key: 'n' });
    expect(said(YESTERDAY)).toEqual([false]);
    expect(screen.queryByText(/Was that all you ate/)).toBeNull();
  });
  test('is answered by a press', () => {
    show(withMeals(2));
    fireEvent.click(button('That was all'));
    expect(said(YESTERDAY)).toEqual([true]);
  });
  test.each([
    ['complete of itself', withMeals(3)],
    ['empty', withMeals(0)],
    ['paused', withMeals(1, { standing: [testStanding('s', { kind: 'pause', from: YESTERDAY, until: null, why: '' })] })],
  ] as const)('is not asked about when it is %s', (_, day) => {
    show(day);
    expect(screen.queryByText(/Was that all you ate/)).toBeNull();
  }); // prettier-ignore
});
