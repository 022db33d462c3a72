import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { GRAMS_PER_OUNCE } from '../units/index.ts';
import { emptyScale, liveNet, scaleReducer, showMass, taredAt } from './reducer.ts';
import type { Reading, ScaleEvent, ScaleState } from './types.ts';

const run = (state: ScaleState, ...events: ScaleEvent[]) => events.reduce(scaleReducer, state);

/** A scale that reads a gross for a while, ten times a second. */
let clock = 0;
const readings = (gross: number, count = 10, extra: Partial<Reading> = {}): ScaleEvent[] =>
  Array.from({ length: count }, () => {
    clock += 100;
    return { type: 'reading', reading: { at: clock, gross, division: 1, unit: 'g', ...extra } };
  });
const connect: ScaleEvent = { type: 'connect', source: 'test scale' };
const capture = (portionId: string, force = false): ScaleEvent => ({ type: 'capture', portionId, force });
const tare: ScaleEvent = { type: 'tare' };
const undo: ScaleEvent = { type: 'undo' };
const bowl = () => run(emptyScale, connect, ...readings(386), tare);
const nets = (state: ScaleState) => state.layers.flatMap((l) => (l.kind === 'portion' ? [l.net] : []));

describe('stability', () => {
  test('eight tenths of a second within one division is still, less is not', () => {
    expect(run(emptyScale, connect, ...readings(100, 8)).stable).toBe(false);
    expect(run(emptyScale, connect, ...readings(100, 9)).stable).toBe(true);
    expect(run(emptyScale, connect, ...readings(100, 5), ...readings(101, 5)).stable).toBe(true);
    expect(run(emptyScale, connect, ...readings(100, 5), ...readings(102, 5)).stable).toBe(false);
  });
  test('a change of division starts anew', () => {
    expect(run(emptyScale, connect, ...readings(100), ...readings(100, 5, { division: 0.1 })).stable).toBe(
      false,
    );
  });
});

describe('one bowl, three portions', () => {
  test('tare, pour, capture, each from zero', () => {
    const state = run(
      bowl(),
      ...readings(417),
      capture('oats'),
      ...readings(437),
      capture('whey'),
      ...readings(593),
      capture('egg'),
    );
    expect(nets(state)).toEqual([31, 20, 156]);
    expect(taredAt(state)).toBe(593);
    expect(liveNet(state)).toBe(0);
    expect(state.said).toEqual({ kind: 'captured', sentence: 'Captured 156 g.' });
  });
  test('undo gives the mass back to the pan', () => {
    const state = run(bowl(), ...readings(417), capture('oats'), undo);
    expect(nets(state)).toEqual([]);
    expect(liveNet(state)).toBe(31);
    expect(run(state, capture('oats')).layers).toHaveLength(2);
  });
  test('capture and tare wait for the scale to stand still', () => {
    const armed = run(bowl(), ...readings(420, 3), capture('oats'));
    expect(armed.said?.kind).toBe('armed');
    expect(nets(armed)).toEqual([]);
    expect(nets(run(armed, ...readings(417)))).toEqual([31]);
    const waits = run(emptyScale, connect, ...readings(300, 2), tare);
    expect(waits.layers).toEqual([]);
    expect(taredAt(run(waits, ...readings(386)))).toBe(386);
    expect(run(armed, undo).armed).toBeNull();
  });
  test('forced while it moves, and said so', () => {
    const state = run(bowl(), ...readings(420, 3), capture('oats', true));
    expect(state.layers.at(-1)).toMatchObject({ net: 34, settled: 'forced' });
  });
});

describe('what cannot be', () => {
  test('nothing on, less on, too much on, twice the same', () => {
    expect(run(bowl(), ...readings(386), capture('a')).said?.kind).toBe('nothing-on');
    const less = run(bowl(), ...readings(300), capture('a'));
    expect(less.said?.sentence).toContain('86 g less on the scale');
    expect(nets(less)).toEqual([]);
    const heavy = run(bowl(), ...readings(5387), capture('a'));
    expect(heavy.said?.kind).toBe('absurd');
    expect(heavy.said?.sentence).toContain('5001 g is more than one portion can be');
    expect(run(bowl(), ...readings(400), capture('a'), ...readings(450), capture('a')).said?.kind).toBe(
      'already-captured',
    );
  });
  test('no scale at all', () => {
    expect(run(emptyScale, capture('a')).said?.sentence).toBe('No scale is answering. Nothing was captured.');
    expect(run(emptyScale, tare).said?.kind).toBe('no-reading');
    expect(run(emptyScale, undo).said?.kind).toBe('nothing-to-undo');
  });
  test('overload in the middle of a capture calls it off and keeps the rest', () => {
    const before = run(bowl(), ...readings(417), capture('oats'), ...readings(430, 2), capture('whey'));
    const over = run(before, ...readings(5200, 1, { overload: true }));
    expect(over.armed).toBeNull();
    expect(over.said).toEqual({
      kind: 'overload',
      sentence: 'The scale is overloaded: take something off. The portion captured before is kept.',
    });
    expect(liveNet(over)).toBeNull();
    expect(nets(run(over, ...readings(437)))).toEqual([31]);
    expect(run(over, capture('whey')).said?.kind).toBe('overload');
  });
});

describe('a scale that goes away', () => {
  test('in the middle of a capture: nothing is captured, nothing is lost', () => {
    const gone = run(bowl(), ...readings(417), capture('oats'), ...readings(430, 2), capture('whey'), {
      type: 'disconnect',
    });
    expect(gone.said?.sentence).toBe(
      'The scale went away before it stood still, so nothing new was captured. The portion captured before is kept.',
    );
    expect(nets(gone)).toEqual([31]);
  });
  test('and comes back as it was: goes on', () => {
    const back = run(
      bowl(),
      ...readings(417),
      capture('oats'),
      ...readings(430),
      { type: 'disconnect' },
      connect,
      ...readings(430),
    );
    expect(back.said?.kind).toBe('back');
    expect(nets(run(back, capture('whey')))).toEqual([31, 13]);
  });
  test('and comes back with another zero: counts anew and says what was not captured', () => {
    const back = run(
      bowl(),
      ...readings(417),
      capture('oats'),
      ...readings(430),
      { type: 'disconnect' },
      connect,
      ...readings(0),
    );
    expect(back.said).toEqual({
      kind: 'zero-moved',
      sentence:
        'The scale came back at 0 g where it stood at 430 g, so it counts from zero again. 13 g lay on it uncaptured. The portion captured before is kept.',
    });
    expect(nets(run(back, ...readings(20), capture('whey')))).toEqual([31, 20]);
  });
});

test('ounces are shown as the scale shows them', () => {
  const like = { unit: 'oz' as const, division: GRAMS_PER_OUNCE / 10 };
  expect(showMass(113.398, like)).toBe('4.0 oz');
  expect(showMass(-0.01, { unit: 'g', division: 0.1 })).toBe('0.0 g');
});

describe('taken out of what stands on the scale', () => {
  const jar = () => run(emptyScale, connect, ...readings(812), tare);
  const take = (portionId: string): ScaleEvent => ({ type: 'capture', portionId, way: 'take' });
  test('what left the jar is the portion, and the next one starts from there', () => {
    const state = run(jar(), ...readings(785), take('butter'), ...readings(765), take('again'));
    expect(nets(state)).toEqual([27, 20]);
    expect(taredAt(state)).toBe(765);
    expect(state.said?.sentence).toBe('Captured 20 g, taken out.');
    expect(run(state, undo).said?.sentence).toBe(
      'The capture of 20 g is undone; it is missing from the jar again.',
    );
  });
  test('nothing taken, or more put on, is said', () => {
    expect(run(jar(), ...readings(812), take('a')).said?.sentence).toContain(
      'Nothing has been taken out yet',
    );
    const more = run(jar(), ...readings(900), take('a'));
    expect(more.said?.sentence).toContain('88 g more on the scale than before');
    expect(nets(more)).toEqual([]);
  });
  test('a capture that waits keeps its way', () => {
    expect(nets(run(jar(), ...readings(790, 3), take('a'), ...readings(785)))).toEqual([27]);
  });
});

describe('a container known from before', () => {
  test('is set aside with its remembered weight, in whole divisions, and counts as a third reading', () => {
    const state = run(
      emptyScale,
      connect,
      ...readings(500),
      { type: 'tare-known', name: 'Blue bowl', grams: 386.4 },
      capture('rice'),
    );
    expect(nets(state)).toEqual([114]);
    expect(state.layers.at(-1)).toMatchObject({ readings: 3, way: 'add' });
    expect(state.layers[0]).toMatchObject({ name: 'Blue bowl', known: true, gross: 386 });
  });
  test('without a weight, or without a scale, nothing is tared', () => {
    const none: ScaleEvent = { type: 'tare-known', name: 'Air', grams: 0 };
    expect(run(emptyScale, connect, ...readings(500), none).layers).toEqual([]);
    expect(run(emptyScale, { ...none, grams: 5 }).said?.kind).toBe('no-reading');
  });
});

test('a scale that says it moves does not stand still', () => {
  expect(run(emptyScale, connect, ...readings(100, 12, { moving: true })).stable).toBe(false);
});

test('a forced capture keeps how far the readings lay apart', () => {
  const state = run(bowl(), ...readings(416, 2), ...readings(422, 2), capture('oats', true));
  expect(state.layers.at(-1)).toMatchObject({ settled: 'forced', span: 36, net: 36 });
});

test('law: nets, tares and what is unclaimed always add up to the gross in whole divisions, whatever comes in whatever order', () => {
  const event = fc.oneof(
    fc.record({
      kind: fc.constant('read' as const),
      steps: fc.integer({ min: 0, max: 6000 }),
      count: fc.integer({ min: 1, max: 12 }),
    }),
    fc.constantFrom('tare' as const, 'undo' as const, 'disconnect' as const, 'connect' as const),
    fc.record({ kind: fc.constant('known' as const), grams: fc.integer({ min: -5, max: 900 }) }),
    fc.record({
      kind: fc.constant('capture' as const),
      id: fc.string({ maxLength: 2 }),
      force: fc.boolean(),
      way: fc.constantFrom('add' as const, 'take' as const),
    }),
  );
  const scales = [
    { division: 1, unit: 'g' as const },
    { division: 0.1, unit: 'g' as const },
    { division: GRAMS_PER_OUNCE / 10, unit: 'oz' as const },
  ];
  fc.assert(
    fc.property(fc.constantFrom(...scales), fc.array(event, { maxLength: 40 }), (scale, events) => {
      const inSteps = (mass: number) => mass / scale.division;
      let state = run(emptyScale, connect);
      for (const e of events) {
        const step: ScaleEvent[] =
          e === 'tare' || e === 'undo' || e === 'disconnect'
            ? [{ type: e }]
            : e === 'connect'
              ? [connect]
              : e.kind === 'known'
                ? [{ type: 'tare-known', name: 'Bowl', grams: e.grams }]
                : e.kind === 'read'
                  ? readings(Number((e.steps * scale.division).toFixed(6)), e.count, {
                      ...scale,
                      ...(e.steps > 5000 ? { overload: true } : {}),
                    })
                  : [{ type: 'capture', portionId: e.id, force: e.force, way: e.way }];
        state = run(state, ...step);
        let claimed = 0;
        for (const layer of state.layers) {
          const put = layer.gross - layer.before;
          claimed += layer.kind === 'portion' ? (layer.way === 'take' ? -layer.net : layer.net) : put;
          if (layer.kind !== 'portion') continue;
          expect(layer.net).toBeGreaterThan(0);
          expect(layer.net).toBeLessThanOrEqual(5000);
          expect(Math.abs(inSteps(layer.net) - Math.round(inSteps(layer.net)))).toBeLessThan(1e-3);
        }
        expect(Math.round(inSteps(claimed))).toBe(Math.round(inSteps(taredAt(state))));
        const net = liveNet(state);
        if (net !== null && state.reading)
          expect(Math.round(inSteps(claimed + net))).toBe(Math.round(inSteps(state.reading.gross)));
      }
    }),
    { numRuns: 400 },
  );
});
