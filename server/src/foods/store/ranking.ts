import { wordsOf } from '@maul/core/units';

/** A word in the singular, as far as its ending tells: eggs, berries, potatoes, radishes. Short words stay as they are. */
export const singular = (word: string): string => {
  if (word.length <= 3 || /(ss|us|is)$/.test(word)) return word;
  if (/ies$/.test(word)) return `${word.slice(0, -3)}y`;
  if (/(oes|ches|shes|xes)$/.test(word)) return word.slice(0, -2);
  return word.endsWith('s') ? word.slice(0, -1) : word;
};

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

/** What a match of one word of a question with a name is worth: the whole word, its beginning, or only what the food is also called. */
const MATCH = { whole: 1, begins: 0.4, elsewhere: 0.2 } as const;
/** What it is worth that a food is called nothing but what was asked, is a kind of it ("Green peas"), or begins with it ("Pea protein"). */
const HEAD = { only: 3, kind: 1.5, first: 0.75 } as const;

/**
 * How well a name answers a question, 0 and more: whole words before beginnings of words, singular and plural alike, and "Egg, whole" before
 * "Egg noodles" when eggs are asked for.
 */
export const nameMatch = (question: readonly string[], name: string): number => {
  if (question.length === 0) return 0;
  const asked = question.map(singular);
  const own = wordsOf(name).map(singular);
  const worth = asked.map((word) =>
    own.includes(word) ? MATCH.whole : own.some((o) => o.startsWith(word)) ? MATCH.begins : MATCH.elsewhere,
  );
  const head = wordsOf(name.split(',')[0] ?? name).map(singular);
  const only = head.length > 0 && head.every((word) => asked.includes(word));
  const kind = asked.includes(head.at(-1) ?? '');
  const first = own[0] !== undefined && own[0] === asked[0];
  return (
    (6 * worth.reduce((sum, w) => sum + w, 0)) / asked.length +
    (only ? HEAD.only : kind ? HEAD.kind : first ? HEAD.first : 0)
  );
};
