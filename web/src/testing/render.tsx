import { jest } from '@jest/globals';
import type { DayDocument } from '@maul/contract/diary';
import { PROBLEM_PREFIX } from '@maul/contract/problems';
import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { queryClient, useDay } from '../data/session.ts';
import { takeStep, useSteps } from '../data/undo/steps.ts';
import { useOutbox } from '../data/sending/outbox.ts';
import { withPending } from '../data/day.ts';
import { ME, testDay } from './samples.ts';

/** What the server answers, by method and path (`*` for a part of it); all else it leaves unanswered, so that changes wait and can be looked at. */
const answers = new Map<string, () => unknown>();
export const served = (ask: string, answer: unknown): void => {
  answers.set(ask, typeof answer === 'function' ? (answer as () => unknown) : () => answer);
};
/** A refusal in the server's words. */
export const refusal =
  (name: string, detail: string, status = 422) =>
  () =>
    new Response(JSON.stringify({ type: `${PROBLEM_PREFIX}${name}`, title: name, status, detail }), {
      status,
    });

export const asked: { ask: string; body: unknown }[] = [];

const fakeFetch = (address: unknown, init?: { method?: string; body?: unknown }): Promise<Response> => {
  const path = String(address).split('?')[0] ?? '';
  const ask = `${init?.method ?? 'GET'} ${path}`;
  asked.push({ ask, body: typeof init?.body === 'string' ? JSON.parse(init.body) : undefined });
  const found = [...answers].find(([key]) => new RegExp(`^${key.replaceAll('*', '[^/]+')}$`).test(ask));
  if (!found) return Promise.reject(new TypeError('Failed to fetch'));
  const answer = found[1]();
  return Promise.resolve(answer instanceof Response ? answer : new Response(JSON.stringify(answer)));
};

const Live = ({ date, children }: { date: string; children: (day: DayDocument) => ReactNode }) => {
  const { day } = useDay(ME.id, date);
  return day ? children(day) : null;
};

/** Shows a part of the app over a day that is kept here; what it changes is on the day at once, as in the app. */
export const showOn = (day: DayDocument, part: (day: DayDocument) => ReactNode) => {
  queryClient.setQueryData(['session'], { person: { ...ME, role: 'athlete' } });
  queryClient.setQueryData(['day', ME.id, day.date], day);
  return render(
    <MemoryRouter>
      <QueryClientProvider client={queryClient}>
        <Live date={day.date}>{part}</Live>
      </QueryClientProvider>
    </MemoryRouter>,
  );
};

/** The day with all that waits. */
export const dayNow = (date = testDay().date): DayDocument => {
  const day = queryClient.getQueryData<DayDocument>(['day', ME.id, date]);
  if (!day) throw new Error('No day is shown.');
  return withPending(day, useOutbox.getState().entries, ME);
};

/** Forgets what a test before has done. */
export const afresh = (): void => {
  cleanup();
  queryClient.clear();
  answers.clear();
  asked.length = 0;
  localStorage.clear();
  sessionStorage.clear();
  useOutbox.setState({ entries: [], reachable: true, trouble: null });
  useSteps.setState({ byDay: {} });
  globalThis.fetch = jest.fn(fakeFetch);
};

export const button = (name: string | RegExp): HTMLElement => screen.getByRole('button', { name });
/** The one field of a name; the sections of a date or time field are no fields of their own. */
export const field = (name: string | RegExp): HTMLInputElement => {
  const found = screen
    .getAllByLabelText<HTMLInputElement>(name)
    .filter((one) => /^(INPUT|TEXTAREA)$/.test(one.tagName) && one.getAttribute('aria-hidden') !== 'true');
  const [only] = found;
  if (!only || found.length > 1) throw new Error(`There are ${found.length} fields ${String(name)}.`);
  return only;
};
const clockInput = (name: string | RegExp): HTMLInputElement => {
  const input = screen.getByRole('group', { name }).parentElement?.querySelector('input');
  if (!input) throw new Error(`There is no field ${String(name)}.`);
  return input;
};
/** What stands in a date or time field. */
export const textIn = (name: string | RegExp): string => clockInput(name).value;
/** Takes the last step of the day back, or does it again. */
export const step = (way: 'undo' | 'redo' = 'undo') => {
  let done: ReturnType<typeof takeStep>;
  act(() => {
    done = takeStep(dayNow(), way);
  });
  return done;
};

/** Types into a date or time field: `text` as a British reader writes it, empty to clear it. */
export const typeInto = (name: string | RegExp, text: string): void => {
  fireEvent.change(clockInput(name), { target: { value: text } });
};
