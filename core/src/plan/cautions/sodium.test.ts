import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { sodiumCautions, sodiumOfDay, type SodiumDay } from './sodium.ts';

const day = (mg: number, change: Partial<SodiumDay> = {}): SodiumDay => ({
  mg,
  atLeast: false,
  complete: true,
  ...change,
});
const ids = (now: SodiumDay, before?: SodiumDay) =>
  sodiumCautions(now, before).map((c) => `${c.id} ${c.level}`);

describe('sodium of a day', () => {
  test('is summed over what states it; what does not makes it a lower bound', () => {
    const salted = { per100g: { NA: 400 }, grams: 250 };
    expect(sodiumOfDay([salted, { per100g: { NA: 0 }, grams: 80 }], true)).toEqual(day(1000));
    expect(sodiumOfDay([salted, { per100g: { PROCNT: 20 }, grams: 80 }], false)).toEqual(
      day(1000, { atLeast: true, complete: false }),
    );
    expect(sodiumOfDay([], false)).toEqual(day(0, { complete: false }));
  });
});

// Limits: common practice, no source.
describe('a swing from day to day', () => {
  test.each([
    ['more than three times as much', 4600, 1500, ['sodium-swing note']],
    ['three times as much and no more', 4500, 1500, []],
    ['less than a third', 1400, 4500, ['sodium-swing note']],
    ['a third and no less', 1500, 4500, []],
    ['much the same', 2300, 2500, []],
  ])('%s', (_, now, before, found) => expect(ids(day(now), day(before))).toEqual(found));

  test('down to almost nothing is a swing and low', () =>
    expect(ids(day(300), day(2400))).toEqual(['sodium-low confirm', 'sodium-swing note']));

  test('a day still to be eaten is not low, but may already be three times as much', () => {
    expect(ids(day(300, { complete: false }), day(2400))).toEqual([]);
    expect(ids(day(7300, { complete: false }), day(2400))).toEqual(['sodium-swing note']);
  });
  test('unknown sodium is not zero', () => {
    expect(ids(day(300, { atLeast: true }), day(2400))).toEqual([]);
    expect(ids(day(7300), day(2400, { atLeast: true }))).toEqual([]);
    expect(ids(day(600), day(2400, { atLeast: true }))).toEqual(['sodium-swing note']);
    expect(sodiumCautions(day(600), day(2400, { atLeast: true }))[0]?.sentence).toContain(
      'at least 2,400 to 600',
    );
  });
  test('a day before that was not logged whole says nothing', () => {
    expect(ids(day(2400), day(300, { complete: false }))).toEqual([]);
    expect(ids(day(2400), undefined)).toEqual([]);
    expect(ids(day(2400), day(0))).toEqual([]);
  });
  test('two days swing the one way as the other', () =>
    fc.assert(
      fc.property(fc.integer({ min: 500, max: 9000 }), fc.integer({ min: 500, max: 9000 }), (a, b) => {
        expect(ids(day(a), day(b))).toEqual(ids(day(b), day(a)));
      }),
    ));
});

test('low sodium carries its figure, so that a confirmation lapses when it sinks further', () => {
  expect(sodiumCautions(day(499.6), undefined)[0]).toMatchObject({
    figure: 500,
    worse: 'lower',
    level: 'confirm',
  });
  expect(ids(day(500))).toEqual([]);
});
