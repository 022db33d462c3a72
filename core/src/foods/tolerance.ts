/** Words of a name, lower case, without a plural's ending. */
const wordsOf = (name: string): string[] =>
  name
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
    .map((word) => (word.length > 3 ? word.replace(/(?<=[sxzo])es$|(?<!s)s$/u, '') : word));

/**
 * Whether a food goes by a name: every word of the name is a word of the food's, in any order, one or many of them. "Milk" names whole milk and
 * milk chocolate, not buttermilk.
 *
 * @example
 * namesFood('milk', 'Semi-skimmed milk'); // => true
 * namesFood('egg white', 'White of eggs'); // => true
 * namesFood('rice', 'Licorice'); // => false
 */
export const namesFood = (name: string, food: string): boolean => {
  const asked = wordsOf(name);
  const held = new Set(wordsOf(food));
  return asked.length > 0 && asked.every((word) => held.has(word));
};

/** The first name of a list that a food goes by; null where it goes by none. */
export const notToleratedAs = (food: string, list: readonly string[]): string | null =>
  list.find((name) => namesFood(name, food)) ?? null;
