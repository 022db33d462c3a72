import { describe, expect, test } from '@jest/globals';
import { seededRandom } from '../random/index.ts';
import { emptyScale, scaleReducer } from './reducer.ts';
import {
  clearPan,
  newSimulatedScale,
  pourAbout,
  pourExactly,
  pourFreely,
  putOn,
  stepScale,
  stopPouring,
  type SimulatedScale,
} from './simulated.ts';
import type { Reading } from './types.ts';

const watch = (scale: SimulatedScale, seconds: number, seed = 3) => {
  const random = seededRandom(seed);
  const seen: Reading[] = [];
  let now = scale;
  for (let i = 0; i < seconds * 10; i += 1) {
    const { scale: next, reading } = stepScale(now, 100, random);
    now = next;
    seen.push(reading);
  }
  return { scale: now, seen, last: seen.at(-1)! };
};

describe('the simulated scale', () => {
  test('settles on what was put on it and then stands still', () => {
    const { last, seen } = watch(putOn(newSimulatedScale(), 386), 3);
    expect(Math.abs(last.gross - 386)).toBeLessThanOrEqual(1);
    const state = seen.reduce(
      (s, reading) => scaleReducer(s, { type: 'reading', reading }),
      scaleReducer(emptyScale, { type: 'connect', source: 'x' }),
    );
    expect(state.stable).toBe(true);
  });
  test('overshoots and wobbles on the way', () => {
    const { seen } = watch(putOn(newSimulatedScale('0.1 g'), 1000), 2);
    expect(Math.max(...seen.map((r) => r.gross))).toBeGreaterThan(1020);
  });
  test('pours to what was asked, a hand some per cent beside it', () => {
    expect(Math.abs(watch(pourExactly(newSimulatedScale(), 156), 6).last.gross - 156)).toBeLessThanOrEqual(1);
    const poured = watch(pourAbout(newSimulatedScale(), 200, seededRandom(5)), 6).last.gross;
    expect(poured).toBeGreaterThan(180);
    expect(poured).toBeLessThan(220);
  });
  test('a held stream flows until it is let go', () => {
    const flowing = watch(pourFreely(newSimulatedScale()), 2).scale;
    expect(flowing.load).toBeCloseTo(80, 6);
    const stopped = stopPouring(flowing, seededRandom(1));
    expect(stopped.load).toBeGreaterThanOrEqual(80);
    expect(stopped.load).toBeLessThan(84.1);
    expect(watch(stopped, 1).scale.load).toBe(stopped.load);
    expect(clearPan(stopped).load).toBe(0);
  });
  test('a pot set down while it pours stays on', () => {
    const pouring = watch(pourExactly(newSimulatedScale(), 200), 0.5).scale;
    expect(watch(putOn(pouring, 1000), 5).scale.load).toBeCloseTo(1200, 6);
  });
  test('shows overload above its capacity', () => {
    expect(watch(putOn(newSimulatedScale(), 6000), 2).last.overload).toBe(true);
    expect(watch(putOn(newSimulatedScale(), 4900), 3).last.overload).toBeUndefined();
  });
  test('reads in whole divisions of its mode', () => {
    const { last } = watch(putOn(newSimulatedScale('oz'), 113.4), 3);
    expect(last.unit).toBe('oz');
    expect(Math.abs(last.gross / last.division - Math.round(last.gross / last.division))).toBeLessThan(1e-4);
    expect(Math.round(last.gross)).toBe(113);
  });
  test('the same seed reads the same; time only goes forward', () => {
    const scale = putOn(newSimulatedScale('0.1 g'), 250);
    expect(watch(scale, 2, 9).seen).toEqual(watch(scale, 2, 9).seen);
    expect(() => stepScale(scale, 0, seededRandom(1))).toThrow(RangeError);
  });
});
