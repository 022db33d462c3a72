import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { labelAudit, type Label } from './labelAudit.ts';
import { labelInterval, servingsEnergy } from './labelRounding.ts';

const label = (change: Partial<Label>): Label => ({
  rules: 'us',
  grams: 100,
  energy: 0,
  unit: 'kcal',
  protein: 0,
  fat: 0,
  carbs: 0,
  carbBasis: 'total',
  ...change,
});

// 21 CFR 101.9(c), case by case.
describe('rounding of United States labels', () => {
  test.each([
    [0, 'energy', 0, 5],
    [5, 'energy', 2.5, 7.5],
    [45, 'energy', 42.5, 47.5],
    [50, 'energy', 47.5, 55],
    [110, 'energy', 105, 115],
    [0, 'fat', 0, 0.5],
    [0.5, 'fat', 0.5, 0.75],
    [4.5, 'fat', 4.25, 4.75],
    [5, 'fat', 4.75, 5.5],
    [12, 'fat', 11.5, 12.5],
    [0, 'gram', 0, 0.5],
    [1, 'gram', 0.5, 1.5],
    [27, 'gram', 26.5, 27.5],
    [0, 'sodium', 0, 5],
    [5, 'sodium', 2.5, 7.5],
    [140, 'sodium', 137.5, 145],
    [150, 'sodium', 145, 155],
    // Finer than the rules write it: as it stands.
    [523, 'energy', 522.5, 523.5],
    [3.25, 'gram', 3.245, 3.255],
  ] as const)('%d %s may be %d to %d', (value, figure, low, high) =>
    expect(labelInterval(value, figure, 'us')).toEqual({ low, high }),
  );
  // Free sauces add up: five servings of a stated 0 are 0 to 25, of a stated 5 they are 12.5 to 37.5.
  test('five servings', () => {
    expect(servingsEnergy(0, 5, 'us')).toEqual({ low: 0, high: 25 });
    expect(servingsEnergy(5, 5, 'us')).toEqual({ low: 12.5, high: 37.5 });
  });
  test('a negative figure is refused', () =>
    expect(() => labelInterval(-1, 'gram', 'us')).toThrow('never negative'));
});

// EU guidance 2012, from memory.
test.each([
  [523, 'energy', 522.5, 523.5],
  [0, 'gram', 0, 0.5],
  [12, 'gram', 11.5, 12.5],
  [10, 'gram', 9.95, 10.5],
  // 1 g of salt, and 0.4 g and 1.2 g of salt.
  [400, 'sodium', 398, 420],
  [160, 'sodium', 158, 162],
  [480, 'sodium', 460, 500],
] as const)('a European %d %s may be %d to %d', (value, figure, low, high) =>
  expect(labelInterval(value, figure, 'eu')).toEqual({ low, high }),
);

describe('one label per verdict', () => {
  test('4/9/4', () => {
    // By hand: 4 x 20 + 9 x 5 + 4 x 30 = 245, which reads 250 on a US label.
    const found = labelAudit(label({ energy: 250, protein: 20, fat: 5, carbs: 30 }));
    expect(found).toMatchObject({ verdict: 'fits', rule: '4/9/4', plain: 245 });
  });
  test('less the fibre', () => {
    // 4 x 10 + 9 x 2 + 4 x 60 = 298; less 4 x 30 of fibre 178.
    const found = labelAudit(label({ energy: 180, protein: 10, fat: 2, carbs: 60, fibre: 30 }));
    expect(found).toMatchObject({ verdict: 'fits', rule: '4/9/4 less the fibre' });
  });
  // A day with much fibre, common practice, no source: 4/4/9 gives 2,320; counting the fibre at 2 gives 2,224; stated 2,232.
  test('fibre at 2', () => {
    const day = label({ grams: 2000, energy: 2230, protein: 172, fat: 76, carbs: 237, fibre: 48 });
    expect(labelAudit(day)).toMatchObject({ verdict: 'fits', rule: '4/9/4 with fibre at 2', plain: 2320 });
  });
  test('fibre outside, European', () => {
    const found = labelAudit(
      label({
        rules: 'eu',
        carbBasis: 'available',
        energy: 372,
        protein: 13.5,
        fat: 7,
        carbs: 58.7,
        fibre: 10,
      }),
    );
    expect(found).toMatchObject({ verdict: 'fits', rule: '4/9/4 with fibre at 2' });
  });
  test('sugar alcohols by kind', () => {
    // 4 x 20 + 9 x 8 + 4 x 40 = 312; 25 g of erythritol at 0: 212; of maltitol at 2.1: 264.5.
    const bar = { protein: 20, fat: 8, carbs: 40 };
    expect(labelAudit(label({ ...bar, energy: 210, polyols: { kind: 'erythritol', grams: 25 } })).rule).toBe(
      '4/9/4 with erythritol at 0',
    );
    expect(labelAudit(label({ ...bar, energy: 260, polyols: { kind: 'maltitol', grams: 25 } })).rule).toBe(
      '4/9/4 with maltitol at 2.1',
    );
  });
  test('the old specific factors are a last resort of United States labels, and said as such', () => {
    const found = labelAudit(label({ energy: 340, protein: 10, fat: 2, carbs: 75 }));
    expect(found).toMatchObject({ verdict: 'ask', rule: 'specific factors (within 10 %)' });
    expect(found.sentence).toContain('Only the old specific factors explain');
    // 4 x 10 + 9 x 2 + 4 x 75 = 358: in Europe nothing explains 340.
    const eu = label({ rules: 'eu', carbBasis: 'available', energy: 340, protein: 10, fat: 2, carbs: 75 });
    expect(labelAudit(eu)).toMatchObject({ verdict: 'mild', rule: undefined });
    expect(labelAudit(eu).sentence).toContain('less than any rule explains');
  });
  test('alcohol', () =>
    expect(
      labelAudit(
        label({
          rules: 'eu',
          carbBasis: 'available',
          energy: 86,
          protein: 0,
          fat: 0,
          carbs: 2.6,
          alcohol: 10.8,
        }),
      ).rule,
    ).toBe('4/9/4 with alcohol at 7'));
  test('kilojoules on the label are kilojoules', () =>
    expect(
      labelAudit(label({ rules: 'eu', energy: 1025, unit: 'kJ', protein: 20, fat: 5, carbs: 30 })).verdict,
    ).toBe('fits'));
  test('kilojoules typed as kcal are asked about', () => {
    const found = labelAudit(label({ energy: 1020, protein: 20, fat: 5, carbs: 30 }));
    expect(found).toMatchObject({ verdict: 'ask', rule: undefined });
    expect(found.sentence).toContain('Is it kilojoules? Then it is 244 kcal.');
  });
  test('kilojoules of a food with much fibre are caught under the rule that explains them', () => {
    // Bran, by hand: 17 x 15 + 37 x 4 + 17 x 20 + 8 x 45 = 1,103 kJ; 4.7 times its plain 4/9/4 of 176 and 4.1 of the 266 with fibre.
    const bran = label({ rules: 'eu', carbBasis: 'available', energy: 1103, protein: 15, fat: 4, carbs: 20, fibre: 45 });
    expect(labelAudit(bran)).toMatchObject({ verdict: 'ask', rule: undefined });
    expect(labelAudit(bran).sentence).toContain('Is it kilojoules? Then it is 264 kcal.');
  }); // prettier-ignore
  test('fat swapped with protein, or with carbs, is asked about', () => {
    expect(labelAudit(label({ energy: 240, protein: 4, fat: 25, carbs: 26 })).sentence).toContain(
      'fat and protein',
    );
    expect(labelAudit(label({ energy: 410, protein: 30, fat: 60, carbs: 5 })).sentence).toContain(
      'fat and carbs',
    );
  });
  test('protein swapped with carbs cannot be seen and is never claimed', () => {
    expect(labelAudit(label({ energy: 250, protein: 30, fat: 5, carbs: 20 })).verdict).toBe('fits');
  });
  test('impossible figures', () => {
    expect(labelAudit(label({ energy: 100, carbs: 5, fibre: 20 })).sentence).toContain('more fibre');
    expect(labelAudit(label({ energy: 100, carbs: 5, sugars: 9 })).sentence).toContain('more sugars');
    expect(labelAudit(label({ energy: 600, protein: 60, fat: 50, carbs: 40 }))).toMatchObject({
      verdict: 'error',
    });
    expect(() => labelAudit(label({ grams: 0 }))).toThrow('for how many grams');
  });
  test('what no rule explains is said with its size', () => {
    expect(labelAudit(label({ energy: 290, protein: 20, fat: 5, carbs: 30 }))).toMatchObject({
      verdict: 'mild',
    });
    const strong = labelAudit(label({ energy: 500, protein: 20, fat: 5, carbs: 30 }));
    expect(strong.verdict).toBe('strong');
    expect(strong.sentence).toMatch(
      /states \d+ kcal more than any rule explains; plain 4\/9\/4 gives 245\. Both are kept\./,
    );
  });
});

test('law: a label made by 4/9/4 and rounded by the rules always fits', () => {
  const gram = fc.integer({ min: 0, max: 330 }).map((n) => n / 10);
  fc.assert(
    fc.property(gram, gram, gram, (protein, fat, carbs) => {
      const kcal = 4 * protein + 9 * fat + 4 * carbs;
      const energy = kcal < 5 ? 0 : kcal <= 50 ? Math.round(kcal / 5) * 5 : Math.round(kcal / 10) * 10;
      const us = (g: number) => (g < 0.5 ? 0 : Math.round(g));
      const usFat = fat < 0.5 ? 0 : fat < 5 ? Math.round(fat * 2) / 2 : Math.round(fat);
      expect(labelAudit(label({ energy, protein: us(protein), fat: usFat, carbs: us(carbs) })).verdict).toBe(
        'fits',
      );
    }),
  );
});
