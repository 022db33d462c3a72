import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { seededRandom } from '../random/index.ts';
import { batchOf, boxDoubt, fatToAskFor, yieldAgainst, yieldTeller, type BatchInput } from './batch.ts';
import { unaccounted } from './divide.ts';

const turkey = {
  id: 'turkey',
  name: 'Turkey breast',
  state: 'raw',
  per100g: { ENERC: 104, PROCNT: 24, FAT: 0.7, CHOCDF: 0, FIBTG: 0 },
};
const input = (change: Partial<BatchInput> = {}): BatchInput => ({
  parts: [{ food: turkey, grams: 1200, division: 1 }],
  water: 0,
  pots: [{ gross: 1060, tare: 184, division: 1 }],
  poured: [],
  ...change,
}); // prettier-ignore
const made = (change: Partial<BatchInput> = {}) => {
  const result = batchOf(input(change));
  if (!result.ok) throw new Error(result.sentence);
  return result.batch;
};
const refused = (change: Partial<BatchInput>) => {
  const result = batchOf(input(change));
  return result.ok ? undefined : result;
};
/** Normally distributed with mean 0 and the given standard deviation, by Box and Muller. */
const normal = (random: () => number, sd: number): number =>
  sd * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

describe('a batch', () => {
  // common practice, no source: 1,200 g raw turkey breast of 24 g protein per 100 g cooks to 876 g.
  test('of 1,200 g turkey that cooks to 876 g has a yield of 0.730 and 32.9 g protein per 100 g cooked', () => {
    const batch = made();
    expect(batch.yield).toBeCloseTo(0.73, 6);
    expect(batch.per100g.PROCNT).toBeCloseTo(32.877, 3);
    expect((batch.per100g.PROCNT ?? 0) * 1.46).toBeCloseTo(48.0, 1);
    expect(batch.balance).toEqual({ raw: 1200, water: 0, cooked: 876, fatOut: 0, waterOut: 0, steam: 324 });
  });
  test('takes poured-off fat out as pure fat of 9 kcal a gram, and lets the fatty acids be unknown', () => {
    const fat = { ...turkey, per100g: { ...turkey.per100g, ENERC: 200, FAT: 15, FASAT: 5 } };
    const batch = made({ parts: [{ food: fat, grams: 1000, division: 1 }], pots: [{ gross: 700, tare: 0, division: 1 }], poured: [{ what: 'fat', grams: 50 }] });
    expect(batch.per100g.FAT).toBeCloseTo(100 / 7, 6);
    expect(batch.per100g.ENERC).toBeCloseTo((2000 - 450) / 7, 6);
    expect(batch.per100g.FASAT).toBeUndefined();
  }); // prettier-ignore
  test('does not state what one of its foods does not state, and names that food', () => {
    const salt = { id: 's', name: 'Broth', state: 'as sold', per100g: { ENERC: 5 } };
    const batch = made({
      parts: [
        { food: turkey, grams: 1200, division: 1 },
        { food: salt, grams: 20, division: 1 },
      ],
    });
    expect(batch.per100g.PROCNT).toBeUndefined();
    expect(batch.unstated.find((u) => u.key === 'PROCNT')?.foods).toEqual(['Broth']);
    expect(batch.per100g.ENERC).toBeCloseTo((1248 + 1) / 8.76, 6);
  });
  test('brings carbs that are stated with and without fibre together', () => {
    const beans = { id: 'b', name: 'Beans', state: 'raw', per100g: { CHOAVLDF: 10, FIBTG: 8 } };
    const rice = { id: 'r', name: 'Rice', state: 'dry', per100g: { CHOCDF: 78, FIBTG: 1 } };
    const batch = made({
      parts: [
        { food: beans, grams: 100, division: 1 },
        { food: rice, grams: 100, division: 1 },
      ],
      water: 200,
      pots: [{ gross: 400, tare: 0, division: 1 }],
    });
    expect(batch.per100g.CHOCDF).toBeCloseTo(24, 6);
    expect(batch.per100g.CHOAVLDF).toBeCloseTo(21.75, 6);
  });
  test.each([
    ['a pot lighter than its tare', { pots: [{ gross: 150, tare: 184, division: 1 }] }, 'pot-lighter', 'Is it this pot?'],
    ['more out than in without water', { pots: [{ gross: 1500, tare: 184, division: 1 }] }, 'gained', '116 g more than went in'],
    ['more poured off than there was', { poured: [{ what: 'water', grams: 500 }] }, 'poured-more', 'Check what was poured off'],
    ['more fat poured off than the foods hold', { poured: [{ what: 'fat', grams: 60 }] }, 'fat-more', 'Some of it was water'],
    ['nothing weighed in', { parts: [] }, 'nothing-in', 'Nothing has been weighed in'],
  ] as const)('with %s is a fault that says so', (_, change, fault, words) => {
    expect(refused(change as Partial<BatchInput>)).toMatchObject({ fault, sentence: expect.stringContaining(words) });
  }); // prettier-ignore
  test('balances: raw and water are cooked, poured off and steam, and the boxes are the batch', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 3000 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 0, max: 3000 }),
        fc.double({ min: 0.2, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 10 }),
        (raws, water, part, boxes) => {
          const into = raws.reduce((a, b) => a + b, 0) + water;
          const cooked = Math.max(1, Math.floor(into * part));
          const { balance } = made({
            parts: raws.map((grams) => ({ food: turkey, grams, division: 1 })),
            water,
            pots: [{ gross: cooked + 300, tare: 300, division: 1 }],
          });
          const { raw, cooked: out, fatOut, waterOut, steam } = balance;
          expect(raw + water).toBeCloseTo(out + fatOut + waterOut + steam, 6);
          const each = Math.floor(cooked / boxes);
          const left = cooked - each * boxes;
          expect(unaccounted(cooked, { boxes: each * boxes, left, waste: 0, loss: 0 })).toBe(0);
        },
      ),
      { numRuns: 100, seed: 3 },
    );
  });
  // Source: JCGM 101:2008 (propagation of distributions by Monte Carlo), 20,000 draws with a seed.
  test('has the doubt that a Monte Carlo of its compositions, weights, pot and box finds', () => {
    const rice = { id: 'rice', name: 'Rice', state: 'dry', per100g: { ENERC: 350 } };
    const parts = [
      { food: turkey, grams: 600, division: 5 },
      { food: rice, grams: 250, division: 5 },
    ];
    const batch = made({ parts, water: 500, pots: [{ gross: 1260, tare: 184, division: 5 }] });
    const doubt = boxDoubt(batch.doubt, 180, 5);
    const random = seededRandom(17);
    const reading = (mass: number): number =>
      mass * (1 + normal(random, 0.003)) + (random() - 0.5) * 5 + (random() - 0.5) * 5;
    const draws = Array.from({ length: 20_000 }, () => {
      const energy = parts.reduce(
        (sum, p) => sum + reading(p.grams) * ((p.food.per100g.ENERC ?? 0) / 100) * (1 + normal(random, 0.1)),
        0,
      );
      return (energy / reading(1076)) * reading(180);
    });
    const mean = draws.reduce((a, b) => a + b, 0) / draws.length;
    const sd = Math.sqrt(draws.reduce((sum, x) => sum + (x - mean) ** 2, 0) / draws.length);
    expect(doubt / (sd / mean)).toBeGreaterThan(0.95);
    expect(doubt / (sd / mean)).toBeLessThan(1.05);
  });
});

describe('what a batch tells of a yield', () => {
  test('is of the one food that is nearly all of it, whatever the seasoning', () => {
    const salt = { id: 'salt', name: 'Salt', state: 'as sold', per100g: {} };
    const with_ = (grams: number) => [
      { food: turkey, grams: 1000, division: 1 },
      { food: salt, grams, division: 1 },
    ];
    expect(yieldTeller(with_(10))?.id).toBe('turkey');
    expect(yieldTeller(with_(400))).toBeNull();
  });
  test('stands against one’s own earlier ones', () => {
    expect(yieldAgainst(0.73, [0.712, 0.741, 0.72, 0.735])).toMatchObject({ low: 0.712, high: 0.741, sentence: 'Your last 4 batches: 0.712 to 0.741' });
    expect(yieldAgainst(0.6, [0.712])?.sentence).toBe('Your last batch: 0.712. This one lost more');
    expect(yieldAgainst(0.73, [])).toBeUndefined();
  }); // prettier-ignore
});

test('fat that may have run off is asked for once: not where there is little, none is stated, or it was said', () => {
  const of = (fat: number | undefined, grams = 500) => ({
    food: { ...turkey, per100g: { ...turkey.per100g, FAT: fat } },
    grams,
    division: 1,
  });
  const asked = (parts: BatchInput['parts'], poured: BatchInput['poured'] = []) =>
    fatToAskFor({ parts, water: 0, pots: [], poured });
  expect(asked([of(20)])).toBeCloseTo(100, 9);
  expect(asked([of(1.5, 1200)])).toBeNull();
  expect(asked([of(20, 40)])).toBeNull();
  expect(asked([of(20), of(undefined)])).toBeNull();
  expect(asked([of(20)], [{ what: 'fat', grams: 30 }])).toBeNull();
});
