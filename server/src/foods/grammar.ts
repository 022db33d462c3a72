import type { FoodDetails, Measure } from '@maul/contract/foods';
import { readNumber } from './imports/nutrients.ts';

/** The small grammar of cells in a table of foods, for our own files and for those that are imported. */

/** "milk; nuts" or "milk|nuts": the parts, without empty ones. */
export const readList = (text = ''): string[] =>
  text
    .split(/[;|]/)
    .map((part) => part.trim())
    .filter((part) => part !== '');

/** "slice=35; pack=500": household measures in grams, or what is wrong with them in a sentence. */
export const readMeasures = (text: string): Measure[] | string => {
  const found: Measure[] = [];
  for (const part of readList(text)) {
    const [name = '', grams = ''] = part.split('=');
    const value = readNumber(grams);
    if (name.trim() === '' || value === undefined || !(value > 0))
      return `The measure “${part}” is not written name=grams.`;
    found.push({ name: name.trim(), grams: value, spread: null });
  }
  return found;
};

/** "0.64 peel": the edible part and what is thrown away; null where a cell says nothing. A part that is no number is NaN, which no food takes. */
export const readEdible = (text: string): FoodDetails['edible'] => {
  if (text.trim() === '') return null;
  const [part = '', ...refuse] = text.trim().split(' ');
  return { part: readNumber(part) ?? NaN, refuse: refuse.join(' ') || 'refuse' };
};
