import { FOOD_GROUPS } from '@maul/core/foods';
import { z } from 'zod';
import { Base, Day, Id, Name, ShortId, Version, text } from '../common.ts';
import { Batch, Recipe } from './recipe.ts';

const Window = z
  .strictObject({
    key: z.enum(['ENERC', 'PROCNT', 'CARB', 'FAT', 'FIBTG']),
    low: z.number().min(0).max(20_000),
    high: z.number().positive().max(20_000),
  })
  .refine((w) => w.low <= w.high, 'The lower end of a window comes first.');

/** Somebody who eats along: by a name, or an athlete of Maul, who then shares the kitchen once both name each other. */
export const Diner = z.strictObject({
  kind: z.literal('diner'),
  name: Name,
  personId: Id.nullable(),
  /** How much of a pot beside the others: 1 is an equal share. */
  share: z.number().positive('A share is more than 0.').max(10),
  /** What one box of theirs should hold; empty where they go by their share. */
  windows: z.array(Window).max(5),
  /** Words of foods that they do not eat. */
  notEaten: z.array(text({ min: 2, max: 60 })).max(30),
});
export type Diner = z.infer<typeof Diner>;

/** Something to buy that no plan asks for. */
export const Extra = z.strictObject({
  kind: z.literal('extra'),
  text: text({ min: 1, max: 120 }),
  bought: z.boolean(),
});
export type Extra = z.infer<typeof Extra>;

/** What a pack of a food costs, in the smallest coin. */
export const Price = z.strictObject({
  kind: z.literal('price'),
  foodId: ShortId(80),
  foodName: Name,
  grams: z.number().positive('A pack weighs more than 0 g.').max(100_000),
  minor: z.int('A price is a whole number of the smallest coin.').min(0).max(10_000_000),
});
export type Price = z.infer<typeof Price>;

export const EVENINGS = 7;
/** How one cooks and buys: there is one of it in a kitchen. */
export const KitchenRules = z.strictObject({
  kind: z.literal('rules'),
  sessionsPerWeek: z.int('Sessions are a whole number.').min(0).max(14),
  /** Minutes that the evenings have, Monday first. */
  evenings: z.array(z.int().min(0).max(600)).length(EVENINGS),
  /** Days on which a session was put by hand, and on which none may be. */
  cookOn: z.array(Day).max(60),
  notOn: z.array(Day).max(60),
  /** Groups of foods in the order of one's shop. */
  shopOrder: z.array(z.enum(FOOD_GROUPS)).max(FOOD_GROUPS.length),
  currency: text({ max: 8 }),
  coolHours: z
    .number()
    .min(0, 'A cool bag lasts 0 hours or more.')
    .max(72, 'No bag stays cold for three days.'),
  /** True where thermometers and ovens read Fahrenheit. */
  fahrenheit: z.boolean(),
  /** A wish: the same dish at the same meal at most so often in a week. */
  most: z.int().min(1).max(7),
});
export type KitchenRules = z.infer<typeof KitchenRules>;

export const KitchenBody = z.discriminatedUnion('kind', [Recipe, Batch, Diner, Extra, Price, KitchenRules]);
export type KitchenBody = z.infer<typeof KitchenBody>;
export const KitchenThing = z.strictObject({
  id: Id,
  thing: KitchenBody,
  version: Version,
  deleted: z.boolean(),
});
export type KitchenThing = z.infer<typeof KitchenThing>;
export const PutKitchenThing = z.strictObject({ base: Base, thing: KitchenBody, deleted: z.boolean() });

/** One row of a kitchen, of one kind. */
export type Of<T extends KitchenBody> = Omit<KitchenThing, 'thing'> & { thing: T };

/** Whose kitchens one works in: one’s own and those of who shares it. */
export const Mate = z.strictObject({ athleteId: Id, name: z.string() });
export type Mate = z.infer<typeof Mate>;

export const MOST_THINGS = 600;
export const RECENT_BATCHES = 60;
/** Recipes, people who eat along, prices and rules, and the latest batches. */
export const KitchenBook = z.strictObject({
  things: z.array(KitchenThing).max(MOST_THINGS + RECENT_BATCHES),
  mates: z.array(Mate).max(20),
});
export type KitchenBook = z.infer<typeof KitchenBook>;

export const RecipeVersions = z.strictObject({
  versions: z
    .array(z.strictObject({ version: Version, recipe: Recipe, until: z.string().nullable() }))
    .max(50),
});
