import { describe, expect, test } from '@jest/globals';
import { toolsFor } from './tools.ts';

describe('tools by a word of the quick line', () => {
  const keys = (text: string) => toolsFor(text).map((t) => t.key);
  test.each([
    ['fit', 'fit'],
    ['paper', 'paper'],
    ['pause', 'pause'],
    ['print', 'paper'],
    ['eating out', 'out'],
    ['Caffeine', 'caffeine'],
    ['training', 'thing'],
  ])('“%s” offers %s', (text, key) => expect(keys(text)).toContain(key));
  test.each(['fi', '150 g fit', '', 'oats'])('“%s” offers none', (text) => expect(keys(text)).toEqual([]));
});
