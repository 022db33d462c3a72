import { type ContentOf, routes } from '@maul/contract/routes';
import type { DayDocument } from '@maul/contract/diary';

/** The rows of a day. */
export const DAY_ROUTES = [
  'putMeal',
  'putPortion',
  'putNote',
  'putWeighIn',
  'putDayEntry',
  'putStanding',
] as const;
export type DayRoute = (typeof DAY_ROUTES)[number];
/** The rows of a kitchen: they belong to no day. */
export const KITCHEN_ROUTES = ['putKitchenThing', 'putStock', 'putStockMove', 'putYield'] as const;
export type KitchenRoute = (typeof KITCHEN_ROUTES)[number];

/** The rows of a pantry: written at once, and ahead of the server only while it is away. */
export const PANTRY_ROUTES = ['putFood', 'putContainer'] as const;
export type PantryRoute = (typeof PANTRY_ROUTES)[number];

/** The rows that a device writes ahead of the server. */
export const OUTBOX_ROUTES = [...DAY_ROUTES, ...KITCHEN_ROUTES, ...PANTRY_ROUTES] as const;
export type OutboxRoute = (typeof OUTBOX_ROUTES)[number];

/** What a row says, without its id, version and whether it is there. */
export type Content = Record<string, unknown>;

/** The fields that are written of each kind of row: those of its schema, and nothing else. */
export const FIELDS = Object.fromEntries(
  OUTBOX_ROUTES.map((route) => [
    route,
    Object.keys(routes[route].body.shape).filter((field) => field !== 'base' && field !== 'deleted'),
  ]),
) as unknown as Readonly<Record<OutboxRoute, readonly string[]>>;

/** Fields that go together: who changes one has changed all of them. */
export const LINKED: {
  readonly [R in OutboxRoute]: readonly (readonly (keyof ContentOf<R>)[])[];
} = {
  putMeal: [['day', 'time', 'zone']],
  putPortion: [
    ['grams', 'method', 'division', 'trail', 'spread', 'guess'],
    ['mealId', 'position'],
  ],
  putNote: [],
  putWeighIn: [],
  putDayEntry: [],
  putStanding: [],
  putKitchenThing: [],
  putStock: [
    ['grams', 'division'],
    ['place', 'since', 'thawed', 'useBy'],
  ],
  putStockMove: [],
  putYield: [['rawGrams', 'cookedGrams']],
  putFood: [['per100g', 'state']],
  putContainer: [],
};

/** What a row says, from the row itself or from a change of it. */
export const contentOf = (route: OutboxRoute, row: object): Content =>
  Object.fromEntries(FIELDS[route].map((field) => [field, (row as Content)[field] ?? null]));

/** Alike in all that is written. */
export const sameContent = (a: Content | null, b: Content | null): boolean =>
  a === null || b === null ? a === b : JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

/** Alike in all but the versions in them: what the server has kept of a change looks like the change. */
export const looksAlike = (a: unknown, b: unknown): boolean => {
  if (Object.is(a, b)) return true;
  if (!isObject(a) || !isObject(b) || Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => key in b && (key === 'version' || looksAlike(a[key], b[key])))
  );
};

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
export const rowOn = (day: DayDocument, route: DayRoute, id: string): (Identified & object) | undefined => {
  const rows: Record<DayRoute, readonly Identified[]> = {
    putMeal: day.meals,
    putPortion: day.portions,
    putNote: day.notes,
    putWeighIn: day.weighIn ? [day.weighIn] : [],
    putDayEntry: day.entries,
    putStanding: day.standing,
  };
  return rows[route].find((row) => row.id === id);
};
