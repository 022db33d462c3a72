/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, expect, test } from '@jest/globals';
import { QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { MemoryRouter, Route, Routes } from 'react-router';
import { deviceToday } from '../../data/device.ts';
import { queryClient } from '../../data/session.ts';
import { afresh } from '../../testing/render.tsx';
import { ME, testDay, testMeal, testPortion } from '../../testing/samples.ts';
import { TodayPage } from './TodayPage.tsx';
// The parts that a browser fetches when they are needed.
import './DayCautions.tsx';
import './DayMenu.tsx';
import './Dock.tsx';
import './Weighed.tsx';
import '../closing/Closing.tsx';
import '../entries/Drinks.tsx';
import '../meal/AsYesterday.tsx';
import '../quick/QuickLine.tsx';

const date = deviceToday();
const meals = [testMeal('m1', '08:00'), testMeal('m2', '12:00')].map((m) => ({ ...m, day: date }));
const portions = [testPortion('p1', 'm1'), testPortion('p2', 'm2')];

// Drawn in slices: a busy machine takes its time.
const PATIENT = { timeout: 10_000 };

beforeEach(() => {
  afresh();
  // As wide as a desk: the bench stands beside the meals.
  globalThis.matchMedia = ((query: string) => ({
    matches: query.includes('min-width'),
    media: query,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    addListener: () => undefined,
    removeListener: () => undefined,
  })) as unknown as typeof globalThis.matchMedia;
  globalThis.ResizeObserver = class {
    observe = () => undefined;
    unobserve = () => undefined;
    disconnect = () => undefined;
  };
});

test('a meal that is eaten opens the next one, and the bench goes there without a word in between', async () => {
  queryClient.setQueryData(['session'], { person: { ...ME, role: 'athlete' } });
  queryClient.setQueryData(['day', ME.id, date], { ...testDay({ meals, portions }), date, today: date });
  render(
    <MemoryRouter initialEntries={['/today']}>
      <QueryClientProvider client={queryClient}>
        <Routes>
          <Route path="today/:date?" element={<TodayPage />} />
        </Routes>
      </QueryClientProvider>
    </MemoryRouter>,
  );
  const bench = await waitFor(() => {
    const found = document.querySelector('.bench');
    if (!found) throw new Error('No bench yet.');
    return found;
  }, PATIENT);
  const strip = () => bench.querySelector('.bench-strip b')?.textContent;
  const open = () => document.querySelector('.meal-open')?.getAttribute('aria-label');
  await waitFor(() => expect(strip()).toBe('Meal 1, 08:00'), PATIENT);
  expect(open()).toContain('Meal 1');
  const said: (string | null | undefined)[] = [];
  new MutationObserver(() => said.push(bench.querySelector('.bench-name b')?.textContent)).observe(bench, {
    subtree: true,
    childList: true,
    characterData: true,
  });
  fireEvent.click(
    within(screen.getByRole('article', { name: /Meal 1/ })).getByRole('button', { name: 'Eaten' }),
  );
  await waitFor(() => expect(strip()).toBe('Meal 2, 12:00'), PATIENT);
  expect(open()).toContain('Meal 2');
  expect(document.querySelector('[data-meal="m1"]')?.textContent).toContain('eaten');
  expect(said).toContain('Food p2');
  expect(said).not.toContain('All portions are weighed');
}, 40_000);
