import type { Food } from '@maul/contract/foods';
import { parseQuickLine, pickFood, readQuickAmount, type QuickFood } from '@maul/core/diary';
import { call } from '../../data/api.ts';

/** What a pasted line came to. */
export type ReadLine =
  | { kind: 'food'; text: string; food: Food; grams: number; said: string | null }
  | { kind: 'which'; text: string; fragment: string; foods: Food[] }
  | { kind: 'fault'; text: string; says: string };

/** Lines that are read at once. */
const MOST_LINES = 60;
/** What a recipe is made of goes in as it is bought. */
const isRaw = (food: Food): boolean => food.state !== 'cooked';

const foodIn = (text: string): QuickFood | undefined =>
  parseQuickLine(text).entries.find((e): e is QuickFood => e.kind === 'food');

/** What stands before a food in a pasted recipe and is none: bullets and numbers of a list. */
const cleaned = (line: string): string => line.replace(/^\s*(?:[-–•*]|\d+[.)](?=\s))\s*/, '').trim();

const readOne = async (
  line: string,
  athleteId: string,
  inOunces: boolean,
  chosen: ReadonlyMap<string, Food>,
): Promise<ReadLine> => {
  const text = cleaned(line);
  const entry = foodIn(text);
  if (!entry)
    return {
      kind: 'fault',
      text,
      says: parseQuickLine(text).faults[0]?.sentence ?? 'No food was found in this line.',
    };
  const fragment = entry.food;
  let food = chosen.get(fragment);
  if (!food) {
    const { foods } = await call('foods', {
      params: { athleteId },
      query: { q: fragment.slice(0, 80), limit: 8 },
    });
    const picked = pickFood(
      fragment,
      foods.filter(isRaw).map((f) => ({ ...f, own: f.origin === 'own' })),
    );
    if ('none' in picked)
      return { kind: 'fault', text, says: `Nothing is called “${fragment}”. Add it from its label first.` };
    if ('ask' in picked) return { kind: 'which', text, fragment, foods: picked.ask };
    ({ food } = picked);
  }
  if (!entry.amount)
    return { kind: 'fault', text, says: `How much ${food.name}? Type its grams in the line.` };
  const read = readQuickAmount(
    entry.amount,
    { measures: food.measures, density: food.details.density },
    'plan',
    inOunces,
  );
  if ('fault' in read) return { kind: 'fault', text, says: read.fault };
  if ('ask' in read)
    return {
      kind: 'fault',
      text,
      says: `How much ${food.name}: ${read.ask.map((a) => a.label).join(' or ')}? Type it so.`,
    };
  return { kind: 'food', text, food, grams: Math.round(read.grams * 10) / 10, said: read.assumed };
};

/** Reads a pasted recipe line by line. What is not understood is asked, never guessed. */
export const readLines = async (
  text: string,
  athleteId: string,
  inOunces: boolean,
  chosen: ReadonlyMap<string, Food>,
): Promise<ReadLine[]> => {
  const lines = text
    .split('\n')
    .filter((line) => cleaned(line) !== '')
    .slice(0, MOST_LINES);
  return Promise.all(lines.map((line) => readOne(line, athleteId, inOunces, chosen)));
};
