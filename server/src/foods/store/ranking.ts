import { singular } from '@maul/core/foods';
import { wordsOf } from '@maul/core/units';

const PLURAL = (one: string): string =>
  /[^aeiou]y$/.test(one) ? `${one.slice(0, -1)}ies` : /(o|ch|sh|x)$/.test(one) ? `${one}es` : `${one}s`;
/** A word as it may stand in a name: as typed, in the singular and in the plural. */
const formsOf = (word: string): string[] => {
  const one = singular(word);
  return [...new Set([word, one, `${one}s`, PLURAL(one)])];
};

const every = (text: string, ending: string): string =>
  wordsOf(text)
    .map(
      (word) =>
        `(${formsOf(word)
          .map((form) => form + ending)
          .join(' | ')})`,
    )
    .join(' & ');

/** Letters and digits of each word, for a prefix search that takes singular and plural alike. Empty when nothing is left. */
export const prefixQuery = (text: string): string => every(text, ':*');
/** The same for whole words. */
export const wholeQuery = (text: string): string => every(text, '');
