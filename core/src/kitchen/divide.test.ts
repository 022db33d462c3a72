import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { divideBatch, gramsForWindows, type BoxToFill, type BoxWish } from './divide.ts';

const box = (id: string, wish: BoxWish = { kind: 'equal' }, filled: number | null = null): BoxToFill => ({
  id,
  wish,
  filled,
});
const aims = (total: number, boxes: BoxToFill[]) => divideBatch(total, boxes, { PROCNT: 0.329 }).boxes.map((b) => Math.round(b.aim * 100) / 100); // prettier-ignore

describe('dividing a batch', () => {
  // common practice, no source: six equal boxes of 876 g are 146 g each; four of a 42 oz stew are 10.5 oz.
  test('gives six equal boxes of 876 g 146 g each, and four of 42 oz 10.5 oz', () => {
    expect(aims(876, ['1', '2', '3', '4', '5', '6'].map((id) => box(id)))).toEqual([146, 146, 146, 146, 146, 146]); // prettier-ignore
    expect(
      aims(
        42,
        ['1', '2', '3', '4'].map((id) => box(id)),
      ),
    ).toEqual([10.5, 10.5, 10.5, 10.5]);
  });
  test('spreads a box that was filled too full over those still empty', () => {
    expect(aims(876, [box('1', undefined, 156), box('2'), box('3')])[1]).toBe(360);
  });
  test('gives shares of what given grams leave: two beside one is twice as much', () => {
    expect(aims(900, [box('a', { kind: 'grams', grams: 300 }), box('b', { kind: 'share', share: 2 }), box('c', { kind: 'share', share: 1 })])).toEqual([300, 400, 200]); // prettier-ignore
  });
  test('says when the boxes come to more than the pot holds', () => {
    const { sentence } = divideBatch(
      500,
      [box('a', { kind: 'grams', grams: 400 }), box('b', { kind: 'grams', grams: 300 })],
      {},
    );
    expect(sentence).toBe(
      'The boxes come to 700 g, the pot holds 500 g. Weigh one of them again, or give one less.',
    );
  });
  test('gives each owner as much as their own windows take', () => {
    const hers = { kind: 'windows', windows: [{ key: 'PROCNT', low: 28, high: 32 }] } as const;
    const his = { kind: 'windows', windows: [{ key: 'PROCNT', low: 45, high: 50 }] } as const;
    const { boxes, remains } = divideBatch(876, [box('a', hers), box('b', his)], { PROCNT: 0.329 });
    expect((boxes[0]?.aim ?? 0) * 0.329).toBeCloseTo(30, 1);
    expect((boxes[1]?.aim ?? 0) * 0.329).toBeCloseTo(47.5, 1);
    expect(remains).toBeCloseTo(876 - (boxes[0]?.aim ?? 0) - (boxes[1]?.aim ?? 0), 6);
  });
  test('hands out neither more nor less than there is when boxes share it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 5000 }),
        fc.array(fc.option(fc.integer({ min: 1, max: 80 }), { nil: null }), { minLength: 2, maxLength: 12 }),
        (total, filled) => {
          const boxes = filled.map((f, i) => box(String(i), { kind: 'equal' }, f));
          const { remains, boxes: out } = divideBatch(total, boxes, {});
          const handed = out.reduce((sum, b) => sum + (b.filled ?? b.aim), 0);
          expect(handed + remains).toBeCloseTo(total, 6);
          const full = boxes.reduce((sum, b) => sum + (b.filled ?? 0), 0);
          if (boxes.some((b) => b.filled === null) && full < total) expect(remains).toBeCloseTo(0, 6);
        },
      ),
      { numRuns: 100, seed: 4 },
    );
  });
});

describe('grams for windows', () => {
  test('names the two windows that one food cannot meet together', () => {
    const found = gramsForWindows({ PROCNT: 0.1, FAT: 0.1 }, [
      { key: 'PROCNT', low: 40, high: 50 },
      { key: 'FAT', low: 0, high: 15 },
    ]);
    expect(found.fault).toBe('40 g of protein and at most 15 g of fat cannot both be had of this alone.');
    expect(found.aim).toBe(400);
  });
  test('promises nothing of what is not stated', () => {
    expect(gramsForWindows({ PROCNT: 0.3 }, [{ key: 'PROCNT', low: 30, high: 33 }, { key: 'CARB', low: 10, high: 20 }]).fault).toBe('It does not state carbs.'); // prettier-ignore
  });
});
