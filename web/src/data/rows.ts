import type { DayDocument } from '@maul/contract/diary';

/** The rows that a device writes ahead of the server. */
export type OutboxRoute = 'putMeal' | 'putPortion' | 'putNote' | 'putWeighIn' | 'putDayEntry' | 'putStanding';

/** What a row says, without its id, version and whether it is there. */
export type Content = Record<string, unknown>;

/** The fields that are written of each kind of row, and nothing else. */
export const FIELDS: Readonly<Record<OutboxRoute, readonly string[]>> = {
  putMeal: ['day', 'time', 'zone', 'eaten', 'ticks'],
  putPortion: [
    'mealId',
    'position',
    'food',
    'plannedGrams',
    'grams',
    'method',
    'division',
    'trail',
    'spread',
    'guess',
    'reason',
  ],
  putNote: ['day', 'mealId', 'text'],
  putWeighIn: ['day', 'kg'],
  putDayEntry: ['day', 'time', 'zone', 'thing'],
  putStanding: ['thing'],
};

/** Fields that go together: who changes one has changed all of them. */
export const LINKED: Readonly<Record<OutboxRoute, readonly (readonly string[])[]>> = {
  putMeal: [['day', 'time', 'zone']],
  putPortion: [
    ['grams', 'method', 'division', 'trail', 'spread', 'guess'],
    ['mealId', 'position'],
  ],
  putNote: [],
  putWeighIn: [],
  putDayEntry: [],
  putStanding: [],
};

/** What a row says, from the row itself or from a change of it. */
export const contentOf = (route: OutboxRoute, row: object): Content =>
  Object.fromEntries(FIELDS[route].map((field) => [field, (row as Content)[field] ?? null]));

/** Alike in all that is written. */
export const sameContent = (a: Content | null, b: Content | null): boolean =>
  a === null || b === null ? a === b : JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

const sorted = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(sorted);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => a.localeCompare(b))
      .map(([k, v]) => [k, sorted(v)]),
  );
};

interface Identified {
  id: string;
  version: number;
}

/** A row of a day by its kind and id. */
export const rowOn = (
  day: DayDocument,
  route: OutboxRoute,
  id: string,
): (Identified & object) | undefined => {
  const rows: Record<OutboxRoute, readonly Identified[]> = {
    putMeal: day.meals,
    putPortion: day.portions,
    putNote: day.notes,
    putWeighIn: day.weighIn ? [day.weighIn] : [],
    putDayEntry: day.entries,
    putStanding: day.standing,
  };
  return rows[route].find((row) => row.id === id);
};
