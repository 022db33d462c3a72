import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { alignInFrame, nearestPicture } from './align.ts';

const FRAME = { width: 400, height: 600 };

describe('a picture in its frame', () => {
  test('crown and floor of any two pictures come to the same heights, in the middle', () => {
    const part = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(part(0.01, 0.4), part(0.5, 0.99), part(0.3, 0.7), part(300, 4000), (top, foot, x, size) => {
        const marks = { crown: { x, y: top }, floor: { x, y: foot } };
        const laid = alignInFrame({ width: size * 0.75, height: size }, marks, FRAME);
        expect(laid.top + top * laid.height).toBeCloseTo(30, 6);
        expect(laid.top + foot * laid.height).toBeCloseTo(570, 6);
        expect(laid.left + x * laid.width).toBeCloseTo(200, 6);
        expect(laid.width / laid.height).toBeCloseTo(0.75, 9);
      }),
    );
  });
  test('without marks it fills the height', () => {
    expect(alignInFrame({ width: 300, height: 600 }, null, FRAME)).toEqual({
      width: 300,
      height: 600,
      left: 50,
      top: 0,
    });
  });
});

test('the nearest of the same pose is found, and none that is too far or of another', () => {
  const at = (id: string, day: string, pose = 'front', name = '') => ({ id, day, pose, name });
  const all = [
    at('a', '2026-11-28'),
    at('b', '2026-11-20'),
    at('c', '2026-11-21', 'back'),
    at('d', '2026-11-21', 'class', 'vacuum'),
  ];
  expect(nearestPicture(all, { pose: 'front', name: '' }, '2026-11-21', 4, 'a')?.id).toBe('b');
  expect(nearestPicture(all, { pose: 'front', name: '' }, '2026-11-05', 4)).toBeUndefined();
  expect(nearestPicture(all, { pose: 'class', name: 'vacuum' }, '2026-11-21', 0)?.id).toBe('d');
  expect(nearestPicture(all, { pose: 'class', name: 'other' }, '2026-11-21', 9)).toBeUndefined();
});
