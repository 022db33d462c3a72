import { wordsOf } from '../units/index.ts';

/** A word in the singular, as far as its ending tells: eggs, berries, potatoes, radishes. Short words stay as they are. */
export const singular = (word: string): string => {
  if (word.length <= 3 || /(ss|us|is)$/.test(word)) return word;
  if (/ies$/.test(word)) return `${word.slice(0, -3)}y`;
  if (/(oes|ches|shes|xes)$/.test(word)) return word.slice(0, -2);
  return word.endsWith('s') ? word.slice(0, -1) : word;
};

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

/** Pieces of three letters of a text, each word with two blanks before it and one behind, as PostgreSQL's pg_trgm makes them. */
const trigrams = (text: string): ReadonlySet<string> =>
  new Set(
    wordsOf(text).flatMap((word) => {
      const padded = `  ${word} `;
      return Array.from({ length: padded.length - 2 }, (_, i) => padded.slice(i, i + 3));
    }),
  );

/** The share of a question's pieces that a name holds, 0 to 1: what is left of a mistyped word. */
export const likeness = (question: string, name: string): number => {
  const asked = trigrams(question);
  const held = trigrams(name);
  return asked.size === 0 ? 0 : [...asked].filter((piece) => held.has(piece)).length / asked.size;
};

/** A food as far as finding it goes. */
export interface Findable {
  id: string;
  name: string;
  state: string;
  origin: string;
  recent: boolean;
  inStock: boolean;
}

/** What is less like the question than this was not meant. */
const ALIKE = 0.5;

/**
 * Foods of a list that answer a question, the best first: words in any order, unfinished, in singular or plural, or mistyped. Own foods and those
 * eaten lately come before others. An empty question finds those that were eaten lately or are in stock.
 *
 * @example
 * findFoods([{ id: 'a', name: 'Chicken breast', state: 'raw', origin: 'everyday', recent: false, inStock: false }], 'bre chick', 20).length; // => 1
 */
export const findFoods = <F extends Findable>(foods: readonly F[], question: string, limit: number): F[] => {
  const asked = wordsOf(question);
  const begun = asked.map(singular);
  const judged = foods.map((food) => {
    const text = `${food.name} ${food.state}`;
    const words = wordsOf(text).map(singular);
    const weight =
      (food.origin === 'own' ? 6 : food.origin === 'everyday' ? 3 : 0) +
      (food.recent ? 2 : 0) +
      (food.inStock ? 1.5 : 0);
    return {
      food,
      meant:
        asked.length === 0
          ? food.recent || food.inStock
          : begun.every((word) => words.some((w) => w.startsWith(word))),
      at: weight + nameMatch(asked, food.name) - food.name.length / 200,
      text,
    };
  });
  const meant = judged.filter((j) => j.meant);
  // Likeness is for what is mistyped: where the words are found it would only add what was not asked.
  const chosen =
    meant.length > 0 || asked.length === 0
      ? meant
      : judged
          .map((j) => ({ ...j, like: likeness(question, j.text) }))
          .filter((j) => j.like >= ALIKE)
          .map((j) => ({ ...j, at: j.at + 10 * j.like }));
  return chosen
    .sort((a, b) => b.at - a.at || a.food.name.localeCompare(b.food.name))
    .slice(0, limit)
    .map(({ food }) => food);
};
