import { z } from 'zod';
import { Base, Day, Id, Name, Version, text } from '../common.ts';
import { PortionFood } from '../foods/index.ts';

const At = z.iso.datetime({ offset: true });
const Grams = z.number('A weight is a number of grams.').positive('A weight is more than 0 g.').max(100_000);

const stock = {
  /** A box of a batch, what was left of a cooking, a closed pack, an opened pack. */
  kind: z.enum(['box', 'left', 'raw', 'opened']),
  batchId: Id.nullable(),
  name: Name,
  food: PortionFood,
  /** What was put there. */
  grams: Grams,
  division: z.number().positive().max(1000).nullable(),
  place: z.enum(['fridge', 'freezer', 'cupboard', 'bag']),
  /** Since when it is at that place. */
  since: At,
  /** Whether it was frozen before. */
  thawed: z.boolean(),
  /** The end of its cooking; null for what is raw. */
  cookedAt: At.nullable(),
  openedAt: At.nullable(),
  labelUntil: At.nullable(),
  /** Until when it may be eaten; null where nobody says. Never later than the rule of its kind and place. */
  useBy: At.nullable(),
  /** Names of what is in it. */
  holds: z.array(text({ max: 120 })).max(60),
  /** Whose box it is, if somebody's who eats along. */
  dinerId: Id.nullable(),
};
export const StockRow = z.strictObject({
  id: Id,
  ...stock,
  version: Version,
  deleted: z.boolean(),
});
export const PutStock = z.strictObject({ base: Base, ...stock, deleted: z.boolean() });

/** Something in stock with what is left of it: what was taken by portions and moves is off. */
export const InStock = StockRow.extend({
  athleteId: Id,
  /** Below zero where more was taken than was there. */
  left: z.number(),
  /** Planned in meals and not eaten yet, grams. */
  planned: z.number(),
});
export type InStock = z.infer<typeof InStock>;
export type StockContent = Omit<z.infer<typeof PutStock>, 'base' | 'deleted'>;

export const MOVES = ['waste', 'given', 'corrected', 'eaten', 'cooked'] as const;
const move = {
  stockId: Id,
  /** Taken off what is there, grams; below zero where more was found. */
  grams: z.number().min(-100_000).max(100_000),
  why: z.enum(MOVES),
  at: At,
};
export const StockMove = z.strictObject({ id: Id, ...move, version: Version, deleted: z.boolean() });
export type StockMove = z.infer<typeof StockMove>;
export const PutStockMove = z.strictObject({ base: Base, ...move, deleted: z.boolean() });

/** As many rows come at once; more with the last one's place. */
export const STOCK_PAGE = 60;
export const StockQuery = z.strictObject({
  /** Rows after so many. */
  skip: z.coerce.number().int().min(0).max(20_000).default(0),
  /** Parts of a name. */
  q: text({ max: 120 }).default(''),
});
export const StockList = z.strictObject({
  stock: z.array(InStock).max(STOCK_PAGE),
  more: z.boolean(),
  /** Thrown away in the last 28 days, grams. */
  waste: z.number(),
});
export type StockList = z.infer<typeof StockList>;

/** What is planned to be eaten in a kitchen: the athlete's own and their mates'. */
export const KitchenPlan = z.strictObject({
  portions: z
    .array(
      z.strictObject({
        athleteId: Id,
        name: z.string(),
        day: Day,
        time: z.string(),
        food: PortionFood,
        grams: z.number(),
      }),
    )
    .max(2000),
});
export type KitchenPlan = z.infer<typeof KitchenPlan>;
