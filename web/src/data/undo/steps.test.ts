import { afterAll, afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { DayDocument } from '@maul/contract/diary';
import { ME, testDay, testMeal, testPortion } from '../../testing/samples.ts';
import { endTimers } from '../../testing/timers.ts';
import { withPending } from '../day.ts';
import { splitMeal } from '@maul/core/diary';
import { addMeal, saveMeal, savePortion, writeChanges } from '../edit.ts';
import { useOutbox } from '../sending/outbox.ts';
import { heldBy, keptAside } from '../reach.ts';
import { outbox, queryClient } from '../session.ts';
import { asStep, openSteps, takeStep, useSteps } from './steps.ts';

// Nothing is sent here: what waits is the day.
globalThis.fetch = jest.fn(() => Promise.reject(new TypeError('Failed to fetch')));
endTimers();
// What was kept beside the log has been written before the tests end.
afterAll(() => keptAside());
// It is let go at the end of each test.
const dropped = () => useOutbox.getState().entries.forEach((entry) => outbox.drop(entry.key));
afterEach(dropped);

const meal = testMeal('m1');
const portion = testPortion('p1', 'm1', { plannedGrams: 60 });
const server = testDay({ meals: [meal], portions: [portion] });
const now = (): DayDocument => withPending(server, useOutbox.getState().entries, ME);
const content = (day: DayDocument) => ({
  meals: day.meals.map(({ time, eaten, id }) => ({ id, time, eaten })),
  portions: day.portions.map(({ id, plannedGrams, grams }) => ({ id, plannedGrams, grams })),
});

const has = (day: DayDocument) => queryClient.setQueryData(['day', ME.id, day.date], day);

beforeEach(() => {
  has(server);
  useOutbox.setState({ entries: [], reachable: true, trouble: null });
  useSteps.setState({ byDay: {} });
  localStorage.clear();
});

describe('every step of a day can be taken back', () => {
  test('changes, new rows and rows taken away, one by one and forward again', () => {
    const before = content(now());
    saveMeal(now(), meal, { eaten: true });
    savePortion(now(), portion, { grams: 61, method: 'scale' });
    addMeal(now(), '12:00', 'm2');
    saveMeal(now(), now().meals.find((m) => m.id === 'm1') ?? meal, { deleted: true });
    const after = content(now());
    expect(after.meals.map((m) => m.id)).toEqual(['m2']);
    for (let i = 0; i < 4; i += 1) expect(takeStep(now(), 'undo')?.left).toBe(0);
    expect(content(now())).toEqual(before);
    expect(takeStep(now(), 'undo')).toBeUndefined();
    for (let i = 0; i < 4; i += 1) takeStep(now(), 'redo');
    expect(content(now())).toEqual(after);
  });
  test('what is done together is taken back together', () => {
    asStep(now(), 'Both', () => {
      saveMeal(now(), meal, { time: '09:00' });
      savePortion(now(), portion, { plannedGrams: 80 });
    });
    expect(takeStep(now(), 'undo')).toEqual({ label: 'Both', left: 0 });
    expect(content(now())).toEqual(content(server));
  });
  test('an edit of many rows is one step', () => {
    const changes = splitMeal(now(), 'm1', ['p1'], { time: '10:00', part: 0.5 }, () => `new${Math.random()}`);
    writeChanges(now(), changes, 'The meal split');
    expect(now().portions).toHaveLength(2);
    expect(takeStep(now(), 'undo')).toEqual({ label: 'The meal split', left: 0 });
    expect(content(now())).toEqual(content(server));
  });
  test('the way back outlives the page', async () => {
    await heldBy(ME.id);
    saveMeal(now(), meal, { time: '09:00' });
    useSteps.setState({ byDay: {} });
    await openSteps();
    expect(takeStep(now(), 'undo')?.label).toBe('The meal');
    expect(now().meals[0]?.time).toBe('08:00');
  });
  test('a row that was changed elsewhere since is left alone, and said', () => {
    saveMeal(now(), meal, { time: '09:00' });
    useOutbox.setState({ entries: [] });
    has({ ...server, meals: [{ ...meal, time: '10:30', version: 3 }] });
    expect(takeStep(server, 'undo')).toEqual({ label: 'The meal', left: 1 });
    expect(useOutbox.getState().entries).toEqual([]);
  });
  test('a day that is not before us has no way back', () => {
    saveMeal(now(), meal, { time: '09:00' });
    queryClient.clear();
    expect(takeStep(server, 'undo')).toBeUndefined();
    has(server);
    expect(takeStep(server, 'undo')?.label).toBe('The meal');
  });
  test('what changes nothing is no step', () => {
    saveMeal(now(), meal, { time: '08:00' });
    expect(takeStep(now(), 'undo')).toBeUndefined();
  });
});
