import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { whenPaused } from './paused.ts';

beforeEach(() => void jest.useFakeTimers({ now: 100_000 }));
afterEach(() => void jest.useRealTimers());

const listen = () => {
  let changed = 0;
  const told: { at: number; all: string[] }[] = [];
  const start = Date.now();
  const hear = whenPaused<string>(
    () => changed,
    (all) => told.push({ at: Date.now() - start, all }),
  );
  return { hear, told, edit: () => (changed = Date.now()) };
};

describe('what is heard from the server', () => {
  test('is told at once where nobody edits, in one go and each thing once', () => {
    const { hear, told } = listen();
    hear('meal', 'a meal');
    hear('portion', 'a portion');
    hear('portion', 'a portion again');
    jest.advanceTimersByTime(1);
    expect(told).toEqual([{ at: expect.any(Number), all: ['a meal', 'a portion again'] }]);
    expect(told[0]?.at).toBeLessThan(2);
  });
  test('waits until who edits has paused, also where they went on after it was heard', () => {
    const { hear, told, edit } = listen();
    edit();
    hear('meal', 'first');
    jest.advanceTimersByTime(1000);
    edit();
    hear('portion', 'second');
    jest.advanceTimersByTime(1499);
    expect(told).toEqual([]);
    jest.advanceTimersByTime(1);
    expect(told).toEqual([{ at: 2500, all: ['first', 'second'] }]);
    jest.advanceTimersByTime(20_000);
    expect(told).toHaveLength(1);
  });
  test('is told after six seconds to who never pauses, and what comes then begins anew', () => {
    const { hear, told, edit } = listen();
    for (let second = 0; second < 14; second += 1) {
      edit();
      hear('meal', `at ${second}`);
      jest.advanceTimersByTime(1000);
    }
    expect(told.map(({ at }) => at)).toEqual([6000, 12_000]);
    expect(told.map(({ all }) => all)).toEqual([['at 5'], ['at 11']]);
  });
});
