/** @jest-environment ./jsdomWithNode.mjs */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { act, cleanup, renderHook } from '@testing-library/react';
import { useBench } from '../store.ts';
import { useBenchPrefs } from './prefs.ts';
import { AUTO_MS, useAutoCapture } from './autoCapture.ts';

const captured = jest.fn();
let at = 0;
/** What the scale reads on and on for so many ms. */
const reads = (gross: number, ms: number): void =>
  act(() => {
    for (let t = 0; t < ms; t += 100) {
      at += 100;
      useBench.getState().dispatch({ type: 'reading', reading: { gross, division: 1, unit: 'g', at, overload: false } as never });
      jest.advanceTimersByTime(100);
    }
  }); // prettier-ignore
const show = () => renderHook(() => useAutoCapture('p1', 120, captured));

beforeEach(() => {
  jest.useFakeTimers();
  captured.mockReset();
  useBenchPrefs.getState().set({ auto: true });
  act(() => {
    useBench.getState().dispatch({ type: 'connect', source: 'test' });
  });
  reads(300, 1500);
  act(() => useBench.getState().dispatch({ type: 'tare' }));
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

describe('capture by itself', () => {
  test('after the pan has stood still inside the notch, once', () => {
    show();
    reads(420, 900);
    expect(captured).not.toHaveBeenCalled();
    reads(420, AUTO_MS + 400);
    expect(captured).toHaveBeenCalledTimes(1);
  });
  test('never while it is switched off, or beside the notch, or while it moves', () => {
    useBenchPrefs.getState().set({ auto: false });
    show();
    reads(420, 4000);
    act(() => useBenchPrefs.getState().set({ auto: true }));
    reads(380, 4000);
    for (let i = 0; i < 20; i += 1) reads(410 + (i % 2) * 15, 200);
    expect(captured).not.toHaveBeenCalled();
  });
});
