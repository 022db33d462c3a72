import { describe, expect, test } from '@jest/globals';
import { readEdible, readList, readMeasures } from './grammar.ts';

describe('cells in a table of foods', () => {
  test('lists are parted by semicolons or bars', () => {
    expect(readList('milk; nuts|eggs;')).toEqual(['milk', 'nuts', 'eggs']);
    expect(readList()).toEqual([]);
  });
  test('measures are names and grams, with a point or a comma', () =>
    expect(readMeasures('slice=35;pack = 0,5')).toEqual([
      { name: 'slice', grams: 35, spread: null },
      { name: 'pack', grams: 0.5, spread: null },
    ]));
  test.each(['slice', '=35', 'slice=', 'slice=none', 'slice=-3', 'slice=0'])('"%s" is no measure', (text) =>
    expect(readMeasures(text)).toBe(`The measure “${text}” is not written name=grams.`),
  );
  test('the edible part and what is thrown away', () => {
    expect(readEdible('0.64 peel')).toEqual({ part: 0.64, refuse: 'peel' });
    expect(readEdible('0,9 bone and skin')).toEqual({ part: 0.9, refuse: 'bone and skin' });
    expect(readEdible('0.8')).toEqual({ part: 0.8, refuse: 'refuse' });
    expect(readEdible(' ')).toBeNull();
    expect(readEdible('most')?.part).toBeNaN();
  });
});
