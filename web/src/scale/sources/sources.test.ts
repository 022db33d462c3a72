import { beforeEach, describe, expect, test } from '@jest/globals';
import { emptyScale, newSimulatedScale, taredAt, type ScaleEvent, type ScaleState } from '@maul/core/scale';
import { cueOf } from '../panel/cues.ts';
import { readDisplay } from '../panel/display.ts';
import { servingText } from '../techniques/serving.ts';
import { KEYBOARD, readPort, typeReading } from './sources.ts';
import { livePortion, useBench, wayOf } from '../store.ts';

const bench = () => useBench.getState();
beforeEach(() => {
  useBench.setState({
    scale: emptyScale,
    sim: newSimulatedScale(),
    mealId: null,
    portionId: null,
    names: {},
    technique: 'bowl',
    boxes: [],
    total: null,
  });
});

const streamOf = (...chunks: string[]) =>
  new ReadableStream<Uint8Array>({
    start: (stream) => {
      for (const chunk of chunks) stream.enqueue(new TextEncoder().encode(chunk));
      stream.close();
    },
  });
const never = () => new AbortController().signal;

describe('a serial port', () => {
  test('lines become readings, however they are cut; the greeting names the scale', async () => {
    const end = await readPort(
      streamOf('maul-scale 1 Ki', 'tchen\nw 386 g 1 mov', 'ing\r\nw 387 g 1 moving\n'),
      never(),
    );
    expect(end).toBe('ended');
    expect(bench().scale).toMatchObject({
      source: 'Kitchen',
      link: 'live',
      reading: { gross: 387, unit: 'g' },
    });
  });
  test('a line that cannot be read is skipped; a port full of them is no scale', async () => {
    await readPort(streamOf('w 386 g 1 moving\n??\nw 390 g 1 moving\n'), never());
    expect(bench().scale.reading?.gross).toBe(390);
    expect(await readPort(streamOf('hello\n'.repeat(20)), never())).toBe('not a scale');
  });
  test('it is let go when it is told to', async () => {
    const stop = new AbortController();
    const open = new ReadableStream<Uint8Array>({
      start: (stream) => stream.enqueue(new TextEncoder().encode('w 1 g 1 moving\n')),
    });
    const over = readPort(open, stop.signal);
    stop.abort();
    expect(await over).toBe('stopped');
  });
});

describe('readings typed by hand', () => {
  test('typed readings are steady at once, and can be tared and captured like any other', () => {
    typeReading(386, 1, 0);
    expect(bench().scale).toMatchObject({ source: KEYBOARD, stable: true });
    bench().dispatch({ type: 'tare' });
    typeReading(446.2, 0.1, 5000);
    bench().dispatch({ type: 'capture', portionId: 'rice' });
    expect(bench().scale.layers.at(-1)).toMatchObject({ net: 60.2, division: 0.1, source: KEYBOARD });
    expect(taredAt(bench().scale)).toBe(446.2);
  });
  test.each([
    ['386', { gross: 386, division: 1 }],
    ['386,4', { gross: 386.4, division: 0.1 }],
    ['0.05', { gross: 0.05, division: 0.01 }],
    ['-5', null],
    ['heavy', null],
    ['', null],
  ])('%j on a display', (text, read) => {
    const found = readDisplay(text);
    expect(found?.gross).toBe(read?.gross);
    if (read) expect(found?.division).toBeCloseTo(read.division, 9);
    else expect(found).toBeNull();
  });
});

describe('what the bench tells ears and hands', () => {
  const at = (gross: number, change: Partial<ScaleState> = {}): ScaleState => ({
    ...emptyScale,
    link: 'live',
    reading: { at: 0, gross: gross + 386, division: 1, unit: 'g' },
    layers: LAYERS,
    ...change,
  });
  const LAYERS: ScaleState['layers'] = [{ kind: 'tare', before: 0, gross: 386 }];
  test('the notch is reached, and passed', () => {
    expect(cueOf(at(140), at(149), 150)).toBe('notch');
    expect(cueOf(at(149), at(156), 150)).toBe('over');
    expect(cueOf(at(156), at(158), 150)).toBeNull();
    // Poured past it in one go.
    expect(cueOf(at(100), at(200), 150)).toBe('over');
  });
  test('it stands still with something on it', () => {
    expect(cueOf(at(100), at(100, { stable: true }), null)).toBe('stable');
    expect(cueOf(at(0), at(0, { stable: true }), null)).toBeNull();
    expect(cueOf(at(100, { layers: [] }), at(100, { layers: [], stable: true }), null)).toBeNull();
  });
});

// Common practice, no source: not every scoop weighs a scoop.
test.each([
  [30, '1 scoop of 30 g, to the gram'],
  [34, '1 scoop of 30 g and 4 g more'],
  [57.5, '2 scoops of 30 g less 2.5 g'],
  [14, null],
])('%d g against a printed scoop of 30 g', (net, text) => {
  expect(
    servingText(
      [
        { name: 'cup', grams: 100 },
        { name: 'scoop', grams: 30 },
      ],
      net,
    ),
  ).toBe(text);
  expect(servingText([{ name: 'cup', grams: 100 }], net)).toBeNull();
});

test('what is scooped out is live as what is missing', () => {
  const read = (gross: number): ScaleEvent => ({
    type: 'reading',
    reading: { at: gross * 10, gross, division: 1, unit: 'g' },
  });
  bench().dispatch({ type: 'connect', source: 'x' });
  typeReading(812, 1, 0);
  bench().dispatch({ type: 'tare' });
  bench().dispatch(read(790));
  expect(wayOf('jar')).toBe('take');
  expect(livePortion(bench().scale, 'butter', 'take')?.grams).toBe(22);
  expect(livePortion(bench().scale, 'butter', 'add')).toBeUndefined();
});
