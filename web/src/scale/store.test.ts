import { beforeEach, describe, expect, test } from '@jest/globals';
import { emptyScale, newSimulatedScale } from '@maul/core/scale';
import { captureChanges, livePortion, SIMULATED, tick, useBench } from './store.ts';

const bench = () => useBench.getState();
const wait = (ticks = 40) => {
  for (let i = 0; i < ticks; i += 1) tick();
};
beforeEach(() => {
  useBench.setState({
    scale: emptyScale,
    sim: newSimulatedScale(),
    mealId: null,
    portionId: null,
    names: {},
  });
  bench().dispatch({ type: 'connect', source: SIMULATED });
  bench().choose('meal', 'oats');
});

describe('the bench', () => {
  test('bowl, tare, pour, capture: the day’s live portion follows the pan', () => {
    bench().pan({ type: 'bowl', grams: 386 });
    wait();
    expect(livePortion(bench().scale, 'oats')).toBeUndefined();
    bench().dispatch({ type: 'tare' });
    bench().pan({ type: 'pour-to', grams: 60, exactly: true });
    wait();
    const live = livePortion(bench().scale, 'oats');
    expect(Math.abs((live?.grams ?? 0) - 60)).toBeLessThanOrEqual(1);
    const before = bench().scale;
    bench().dispatch({ type: 'capture', portionId: 'oats' });
    expect(captureChanges(before, bench().scale).added.map((l) => l.portionId)).toEqual(['oats']);
    expect(livePortion(bench().scale, 'oats')).toBeUndefined();
    const captured = bench().scale;
    bench().dispatch({ type: 'undo' });
    expect(captureChanges(captured, bench().scale).removed.map((l) => l.portionId)).toEqual(['oats']);
  });
  test('another meal starts with an empty stack, another portion of it does not', () => {
    wait();
    bench().dispatch({ type: 'tare' });
    bench().choose('meal', 'whey');
    expect(bench().scale.layers).toHaveLength(1);
    bench().choose('another meal', null);
    expect(bench().scale.layers).toEqual([]);
  });
  test('an unplugged scale shows nothing live', () => {
    wait();
    bench().dispatch({ type: 'tare' });
    bench().pan({ type: 'pour' });
    wait(10);
    expect(livePortion(bench().scale, 'oats')).toBeDefined();
    bench().dispatch({ type: 'disconnect' });
    expect(livePortion(bench().scale, 'oats')).toBeUndefined();
  });
});
