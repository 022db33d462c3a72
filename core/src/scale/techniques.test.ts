import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { GRAMS_PER_OUNCE, GRAMS_PER_POUND } from '../units/index.ts';
import { boxShares, type Box } from './boxes.ts';
import { recogniseContainers, type Container } from './containers.ts';
import { cutLines, readScaleLine, writeScaleLine } from './line.ts';
import { meanPiece } from './pieces.ts';
import { emptyScale, scaleReducer } from './reducer.ts';
import type { ScaleEvent } from './types.ts';

const CONTAINERS: Container[] = [
  { id: 'a', name: 'Blue bowl', grams: 386 },
  { id: 'b', name: 'Glass box', grams: 388 },
  { id: 'c', name: 'Cup', grams: 212 },
];

describe('containers', () => {
  const onScale = (gross: number, count = 10) => {
    const events: ScaleEvent[] = Array.from({ length: count }, (_, i) => ({
      type: 'reading',
      reading: { at: i * 100, gross, division: 1, unit: 'g' },
    }));
    return events.reduce(scaleReducer, scaleReducer(emptyScale, { type: 'connect', source: 'x' }));
  };
  test('what weighs like one is offered, the nearest first', () => {
    expect(recogniseContainers(onScale(386), CONTAINERS).map((c) => c.name)).toEqual([
      'Blue bowl',
      'Glass box',
    ]);
    expect(recogniseContainers(onScale(213), CONTAINERS).map((c) => c.name)).toEqual(['Cup']);
  });
  test('nothing is offered for another weight, an empty pan or a moving scale', () => {
    expect(recogniseContainers(onScale(300), CONTAINERS)).toEqual([]);
    expect(recogniseContainers(onScale(0), CONTAINERS)).toEqual([]);
    expect(recogniseContainers(onScale(386, 3), CONTAINERS)).toEqual([]);
    expect(recogniseContainers(emptyScale, CONTAINERS)).toEqual([]);
  });
});

describe('boxes', () => {
  const box = (grams: number | null, aim: number | null = null): Box => ({ id: String(grams), aim, grams });
  // Common practice, no source: a 42 oz stew in four boxes is 10.5 oz each; 16 oz of mince split four ways is 113 g a box.
  test('equal boxes of a known total', () => {
    const stew = boxShares([box(null), box(null), box(null), box(null)], 42 * GRAMS_PER_OUNCE);
    for (const b of stew) expect((b.wanted ?? 0) / GRAMS_PER_OUNCE).toBeCloseTo(10.5, 9);
    const mince = boxShares([box(null), box(null), box(null), box(null)], 16 * GRAMS_PER_OUNCE);
    expect(Math.round(mince[0]?.wanted ?? 0)).toBe(113);
  });
  test('one filled too full is spread over the rest', () => {
    const shares = boxShares([box(320), box(null), box(null)], 900);
    expect(shares.map((b) => b.wanted)).toEqual([300, 290, 290]);
    expect(shares[0]?.share).toBe(1);
  });
  test('without a total the first box sets the others, given grams stand', () => {
    expect(boxShares([box(250), box(null), box(null, 180)]).map((b) => b.wanted)).toEqual([250, 250, 180]);
    expect(boxShares([box(null), box(null)]).map((b) => b.wanted)).toEqual([null, null]);
    expect(() => boxShares([box(null)], 0)).toThrow(RangeError);
  });
  test('law: shares add up to one, and what is wanted to the total', () => {
    const some = fc.array(fc.option(fc.integer({ min: 1, max: 200 }), { nil: null }), {
      minLength: 1,
      maxLength: 8,
    });
    fc.assert(
      fc.property(some, (filled) => {
        const shares = boxShares(
          filled.map((g) => box(g)),
          2000,
        );
        const sum = shares.reduce((s, b) => s + (b.share ?? 0), 0);
        if (filled.some((g) => g !== null)) expect(sum).toBeCloseTo(1, 9);
        const all = shares.reduce((s, b) => s + (b.grams ?? b.wanted ?? 0), 0);
        if (filled.some((g) => g === null)) expect(all).toBeCloseTo(2000, 6);
      }),
    );
  });
});

test('pieces: the scale’s doubt is shared by all of them', () => {
  const mean = meanPiece(348, 6, 1);
  expect(mean.grams).toBe(58);
  // JCGM 100:2008, by hand: sqrt(2/12 + (0.003 x 348)^2) / 6.
  expect(mean.uncertainty).toBeCloseTo(Math.sqrt(2 / 12 + 1.044 ** 2) / 6, 12);
  expect(() => meanPiece(348, 0, 1)).toThrow('Count the pieces');
  expect(() => meanPiece(0, 2, 1)).toThrow('nothing on the scale');
});

describe('the line of a serial scale', () => {
  // NIST SP 811: 1 oz = 28.349523125 g, 1 lb = 453.59237 g.
  test.each([
    ['w 142 g 1 steady', 142, 1, 'g'],
    ['w -27.4 g 0.1 moving', -27.4, 0.1, 'g'],
    ['w 0.386 kg 0.001 steady', 386, 1, 'g'],
    ['w 4.0 oz 0.1 steady', 40 * 2.8349523125, 2.8349523125, 'oz'],
    ['w 1.5 lb 0.01 steady', 1.5 * GRAMS_PER_POUND, GRAMS_PER_POUND / 100, 'oz'],
  ])('%s', (line, gross, division, unit) => {
    const read = readScaleLine(line);
    if (read.kind !== 'reading') throw new Error(JSON.stringify(read));
    expect(read.reading.gross).toBeCloseTo(gross, 5);
    expect(read.reading.division).toBeCloseTo(division, 5);
    expect(read.reading.unit).toBe(unit);
  });
  test('hello, overload and what cannot be read', () => {
    expect(readScaleLine('maul-scale 1 Bench 5 kg')).toEqual({ kind: 'hello', name: 'Bench 5 kg' });
    expect(readScaleLine('maul-scale 2')).toMatchObject({ kind: 'fault' });
    expect(readScaleLine('over')).toMatchObject({ reading: { overload: true } });
    expect(readScaleLine('w 142 stone 1 steady')).toMatchObject({ kind: 'fault' });
    expect(readScaleLine('w 142 g 0 steady')).toMatchObject({ kind: 'fault' });
  });
  test('law: nothing that comes down the line throws', () => {
    fc.assert(fc.property(fc.string(), (line) => void readScaleLine(line)));
  });
  test('law: lines are cut the same however the stream is broken', () => {
    const text = 'maul-scale 1 X\nw 1 g 1 steady\r\nw 2 g 1 moving\n';
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: text.length }), { maxLength: 6 }), (cuts) => {
        const at = [0, ...cuts.sort((a, b) => a - b), text.length];
        let rest = '';
        const lines: string[] = [];
        for (let i = 1; i < at.length; i += 1) {
          const cut = cutLines(rest, text.slice(at[i - 1], at[i]));
          lines.push(...cut.lines);
          rest = cut.rest;
        }
        expect(lines).toEqual(['maul-scale 1 X', 'w 1 g 1 steady', 'w 2 g 1 moving']);
      }),
    );
    expect(cutLines('', 'x'.repeat(500)).rest).toBe('');
  });
  test('what is written is read back', () => {
    for (const reading of [
      { at: 0, gross: 142, division: 1, unit: 'g' as const },
      { at: 0, gross: 113.398093, division: GRAMS_PER_OUNCE / 10, unit: 'oz' as const },
    ]) {
      const back = readScaleLine(writeScaleLine(reading, true));
      if (back.kind !== 'reading') throw new Error('no reading');
      expect(back.reading.gross).toBeCloseTo(reading.gross, 4);
      expect(back.reading.unit).toBe(reading.unit);
    }
    expect(writeScaleLine({ at: 0, gross: 0, division: 1, unit: 'g', overload: true }, true)).toBe('over');
  });
});
