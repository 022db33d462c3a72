/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, expect, test } from '@jest/globals';
import { QueryClientProvider } from '@tanstack/react-query';
import { act, render } from '@testing-library/react';
import { afresh } from '../testing/render.tsx';
import { ME, testDay, testMeal, testPortion } from '../testing/samples.ts';
import { addPortion, saveEntry } from './edit.ts';
import { deviceToday } from './device.ts';
import { withSaved } from './day.ts';
import { queryClient, useOwnDayBesideMeals } from './session.ts';

const date = deviceToday();
const meal = { ...testMeal('m1'), day: date };
const day = { ...testDay({ meals: [meal], portions: [testPortion('p1')] }), date, today: date };
beforeEach(afresh);

test('a day without its meals is drawn anew for a glass of water and not for a portion', () => {
  queryClient.setQueryData(['session'], { person: { ...ME, role: 'athlete' } });
  queryClient.setQueryData(['day', ME.id, date], day);
  let draws = 0;
  const Shows = () => {
    const shown = useOwnDayBesideMeals();
    draws += 1;
    return <p>{shown?.entries.length}</p>;
  };
  const { container } = render(
    <QueryClientProvider client={queryClient}>
      <Shows />
    </QueryClientProvider>,
  );
  const before = draws;
  const { food } = testPortion('p2');
  act(() => void addPortion(day, 'm1', { food, plannedGrams: 100, grams: null, method: null, division: null, trail: null })); // prettier-ignore
  // As the server has kept it.
  act(() => {
    queryClient.setQueryData(['day', ME.id, date], (shown: typeof day) =>
      withSaved(shown, 'putPortion', testPortion('p1', 'm1', { grams: 150, version: 2 })),
    );
  });
  expect(draws).toBe(before);
  const glass = { kind: 'water', millilitres: 500, vessel: 'Mug', done: true } as const;
  act(() => saveEntry(day, null, { time: '08:00', thing: glass }, 'Mug'));
  expect(draws).toBeGreaterThan(before);
  expect(container.textContent).toBe('1');
});
