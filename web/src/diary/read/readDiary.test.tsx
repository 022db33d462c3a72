/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, expect, jest, test } from '@jest/globals';
import { guessColumns, readDiary } from '@maul/core/diary';
import { isoDate } from '@maul/core/units';
import { runSteps, type Step, stepsOf } from './keep.ts';

const HEAD = ['Date', 'Meal', 'Food', 'Grams', 'Protein', 'Weight'];
const read = readDiary(
  [
    ['2026-11-20', 'One', 'Oats', '80', '10.4', '80.1'],
    ['2026-11-20', 'One', 'Milk', '200', '7', ''],
    ['2026-11-20', 'Two', 'Rice', '250', '', ''],
  ],
  { columns: guessColumns(HEAD), dates: 'year first', figures: 'the amount', carbs: 'with fibre' },
  isoDate('2026-11-29'),
);
const options = { file: 'abc', zone: 'Europe/Vienna', method: 'eye', foods: 'a file' } as const;

interface Sent {
  address: string;
  body: Record<string, unknown>;
}
let sent: Sent[] = [];
const answer = (status: number, body: object): Response =>
  ({ ok: status < 400, status, json: () => Promise.resolve(body) }) as Response;
beforeEach(() => {
  sent = [];
  globalThis.fetch = jest.fn<typeof fetch>((address, init) => {
    const body = JSON.parse(init?.body as string) as Record<string, unknown>;
    sent.push({ address: address as string, body });
    return Promise.resolve(
      answer(409, {
        type: 'urn:maul:problem:stale',
        title: 'Changed',
        status: 409,
        detail: 'There is a morning already.',
      }),
    );
  });
});

test('each meal comes before what stands in it, under ids that are the same when it is read again', () => {
  const steps = stepsOf(read, options);
  expect(steps.map((s) => s.route)).toEqual([
    'putMeal',
    'putPortion',
    'putPortion',
    'putMeal',
    'putPortion',
    'putWeighIn',
  ]);
  expect(stepsOf(read, options).map((s) => s.id)).toEqual(steps.map((s) => s.id));
  expect(stepsOf(read, { ...options, file: 'other' }).map((s) => s.id)).not.toEqual(steps.map((s) => s.id));
  expect(new Set(steps.map((s) => s.id)).size).toBe(6);
  const times = steps.flatMap((s) => ('time' in s.body ? [s.body.time] : []));
  expect(times).toEqual(['08:00', '11:00']);
  const [, oats] = steps;
  expect(oats?.body).toMatchObject({
    grams: 80,
    method: 'eye',
    plannedGrams: null,
    food: { name: 'Oats', per100g: { PROCNT: 13 } },
  });
});

test('what is refused is said once with how often, and the rest goes on', async () => {
  const steps = stepsOf(read, options);
  const progress: number[] = [];
  const kept = await runSteps('me', steps, false, { progress: (n) => progress.push(n), stop: () => false });
  expect(kept).toEqual({ done: 6, refused: [{ sentence: 'There is a morning already.', count: 6 }] });
  expect(progress.at(-1)).toBe(6);
  const meals = sent.findLastIndex((s) => s.address.includes('/meals/'));
  expect(meals).toBeLessThan(sent.findIndex((s) => s.address.includes('/portions/')));
});

test('taken back, portions go before their meals, and what is gone already is no fault', async () => {
  const kept = await runSteps('me', stepsOf(read, options), true, {
    progress: () => undefined,
    stop: () => false,
  });
  expect(kept.refused).toEqual([]);
  expect(sent.every((s) => s.body.deleted === true && s.body.base === 1)).toBe(true);
  expect(sent.findLastIndex((s) => s.address.includes('/portions/'))).toBeLessThan(
    sent.findIndex((s) => s.address.includes('/meals/')),
  );
});

test('stopped, it writes no more', async () => {
  const many: Step[] = Array.from({ length: 60 }, () => stepsOf(read, options)).flat();
  let at = 0;
  const kept = await runSteps('me', many, false, { progress: (n) => (at = n), stop: () => at >= 12 });
  expect(kept.done).toBeLessThan(30);
});
