import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { testBoard } from '../testing/index.ts';
import { boardDay, leverGrams, setCell } from './board.ts';
import { asBefore, departureInWords, departuresFrom, reuseBoard } from './compare.ts';
import { COLUMNS, DEFAULT_PROTOCOL } from './schools.ts';

const WEEK = { from: -7, to: 0 };
const heavier = {
  usual: { ...testBoard().usual, carbs: 315, water: 4800 },
  weightKg: 90,
  after: 0,
};

describe('an earlier board used again', () => {
  // Worked: 260 of usually 210 is 1.238; of usually 315 it is 390. Water 4,000 of 3,600 becomes 5,333, 5,350 on its step.
  test('a cell set by hand moves with what is usual, on the step of its column', () => {
    const earlier = setCell(setCell(testBoard(), -3, 'carbs', 260), -2, 'water', 4000);
    expect(reuseBoard(earlier, heavier).set).toEqual({ '-3 carbs': 390, '-2 water': 5350 });
  });
  test('the hours are left out; rules and lever food come along', () => {
    const lever = { name: 'Rice cakes', carbs: 81, keeps: true };
    const again = reuseBoard(testBoard({ lever, rules: [{ propose: 'wait', why: 'Always.' }] }), heavier);
    expect(again).toMatchObject({ show: null, lever, rules: [{ propose: 'wait' }], weightKg: 90 });
    expect(again.answers).toBeUndefined();
  });
  test('a school that is changed makes its cells anew; the others keep theirs', () => {
    const earlier = setCell(setCell(testBoard(), -3, 'carbs', 260), -2, 'water', 4000);
    const again = reuseBoard(earlier, heavier, { carbs: 'load-early' });
    expect(again.protocol).toEqual({ ...DEFAULT_PROTOCOL, carbs: 'load-early' });
    expect(Object.keys(again.set)).toEqual(['-2 water']);
  });
  test('law: used again for the same body it departs nowhere', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -7, max: 0 }),
        fc.constantFrom(...COLUMNS),
        fc.integer({ min: 0, max: 400 }),
        (offset, column, value) => {
          const earlier = setCell(testBoard(), offset, column, value);
          const again = reuseBoard(earlier, earlier);
          expect(departuresFrom(again, earlier, WEEK)).toEqual([]);
        },
      ),
    ));
});

describe('where two boards depart', () => {
  test('the same protocol for another body is no departure', () =>
    expect(departuresFrom(testBoard(heavier), testBoard(), WEEK)).toEqual([]));
  test('another school says itself, and the days on which it differs', () => {
    const now = testBoard({ protocol: { ...DEFAULT_PROTOCOL, sodium: 'reduced' } });
    const [one, ...more] = departuresFrom(now, testBoard(), WEEK);
    expect(more).toEqual([]);
    expect(one?.days.map((d) => [d.offset, d.now, d.then])).toEqual([
      [-2, 0.6, 1],
      [-1, 0.6, 1],
      [0, 0.6, 1],
    ]);
    expect(one && departureInWords(one)).toBe(
      'Sodium: Reduced, reset after (before: Constant); D−2 60 % of usual (before 100 %); D−1 60 % of usual (before 100 %); D0 60 % of usual (before 100 %)',
    );
  });
  test('a cell set by hand is one day of one column', () => {
    const found = departuresFrom(setCell(testBoard(), -1, 'fibre', 21), testBoard(), WEEK);
    expect(found).toMatchObject([
      { column: 'fibre', schools: null, days: [{ offset: -1, now: 0.7, then: 0.4 }] },
    ]);
  });
});

describe('mornings as earlier peaks answered', () => {
  const then = [
    { offset: -4, kg: 60 },
    { offset: -1, kg: 60.6 },
    { offset: 0, kg: 60.9 },
  ];
  // Worked: from D−4 on +0.6 and +0.9.
  test('one peak: what the scale did from the same day on, and that it is one', () =>
    expect(asBefore([{ offset: -4, kg: 58.2 }], [then], [-1, 0])).toEqual([
      { offset: -1, kg: 58.2 + (60.6 - 60), low: 58.2 + (60.6 - 60), high: 58.2 + (60.6 - 60), peaks: 1 },
      { offset: 0, kg: 58.2 + (60.9 - 60), low: 58.2 + (60.9 - 60), high: 58.2 + (60.9 - 60), peaks: 1 },
    ]));
  test('two peaks: their mean, and both ends', () => {
    const other = [
      { offset: -4, kg: 61 },
      { offset: 0, kg: 61.3 },
    ];
    const [one] = asBefore([{ offset: -4, kg: 58 }], [then, other], [0]);
    expect(one?.peaks).toBe(2);
    expect(one?.kg).toBeCloseTo(58.6, 9);
    expect([one?.low, one?.high].map((v) => v?.toFixed(2))).toEqual(['58.30', '58.90']);
  });
  test('a day that no earlier peak weighed, and a peak that has no weight of now, say nothing', () => {
    expect(asBefore([{ offset: -4, kg: 58 }], [then], [-2])).toEqual([]);
    expect(asBefore([{ offset: -4, kg: null }], [then], [0])).toEqual([]);
    expect(asBefore([{ offset: -3, kg: 58 }], [then], [0])).toEqual([]);
  });
});

// Worked: 40 g of carbs in a food of 81 g in 100 g are 49 g of it.
test('grams of the lever food that hold so many carbs', () =>
  expect(leverGrams({ name: 'Rice cakes', carbs: 81, keeps: true }, 40)).toBe(49));
test('a lever food moves no cell', () =>
  expect(boardDay(testBoard({ lever: { name: 'Rice cakes', carbs: 81, keeps: true } }), -2)).toEqual(
    boardDay(testBoard(), -2),
  ));
