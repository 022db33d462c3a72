import { describe, expect, test } from '@jest/globals';
import { sumAudit } from './sumAudit.ts';

// A worked day of five meals, common practice, no source: fat, protein, carbs, fibre, kcal; the day 50, 230, 168, 14, 2,042.
const MEALS = [
  [13, 39, 30, 6, 393],
  [4, 56, 58, 2, 492],
  [2, 50, 4, 0, 234],
  [27, 29, 18, 4, 431],
  [4, 56, 58, 2, 492],
].map(([FAT, PROCNT, CARB, FIBTG, ENERC]) => ({ FAT, PROCNT, CARB, FIBTG, ENERC }));
const DAY = { FAT: 50, PROCNT: 230, CARB: 168, FIBTG: 14, ENERC: 2042 };

describe('a stated total against its parts', () => {
  test('the worked day adds up', () => {
    expect(sumAudit(DAY, MEALS)).toMatchObject({ conflicts: [], unknown: [] });
    expect(sumAudit(DAY, MEALS).sentence).toContain('are the sum of the parts');
  });
  test('energies that add up while the macros do not are a conflict with its differences', () => {
    const found = sumAudit({ ...DAY, PROCNT: 210, CARB: 188 }, MEALS);
    expect(found.conflicts).toEqual([
      { key: 'PROCNT', stated: 210, parts: 230 },
      { key: 'CARB', stated: 188, parts: 168 },
    ]);
    expect(found.sentence).toBe(
      'Stated protein 210 g, the parts hold 230 g: 20 g too little; carbs 188 g, the parts hold 168 g: 20 g too much.',
    );
  });
  test('rounding of the parts is no conflict', () =>
    expect(sumAudit({ FAT: 53 }, MEALS).conflicts).toEqual([]));
  test('a part that states nothing leaves the total open, unless the others are too much already', () => {
    const parts = [...MEALS, { FAT: undefined, PROCNT: undefined, CARB: undefined, FIBTG: undefined, ENERC: 300 }];
    expect(sumAudit({ FAT: 70 }, parts)).toMatchObject({ conflicts: [], unknown: ['FAT'] });
    expect(sumAudit({ FAT: 20 }, parts).conflicts).toEqual([{ key: 'FAT', stated: 20, parts: 50 }]);
  }); // prettier-ignore
  test('nothing stated, nothing said', () => expect(sumAudit({}, MEALS).sentence).toBeUndefined());
});
