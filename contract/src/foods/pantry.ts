import { z } from 'zod';
import { Base, Day, Id, Name, ShortId, Version, text } from '../common.ts';

const EmptyGrams = z
  .number('The empty weight is a number of grams.')
  .positive('An empty container weighs more than 0 g.')
  .max(10_000, 'No container here weighs more than 10 kg.');

const container = { name: Name, grams: EmptyGrams };
export const KitchenContainer = z.strictObject({
  id: Id,
  ...container,
  version: Version,
  deleted: z.boolean(),
});
export type KitchenContainer = z.infer<typeof KitchenContainer>;
export const PutContainer = z.strictObject({ base: Base, ...container, deleted: z.boolean() });

const Weighed = z.number().positive('It weighs more than 0 g.').max(50_000);
const seen = {
  foodId: ShortId(80),
  foodName: Name,
  method: text({ min: 1, max: 60 }),
  rawGrams: Weighed,
  cookedGrams: Weighed,
  day: Day,
  /** The pot, pan or tray it was cooked in, where that is known. */
  pot: text({ max: 60 }).nullable().default(null),
};
/** One weighing of a food before and after it was cooked. */
export const YieldSeen = z.strictObject({ id: Id, ...seen, version: Version, deleted: z.boolean() });
export type YieldSeen = z.infer<typeof YieldSeen>;
export const PutYield = z
  .strictObject({ base: Base, ...seen, deleted: z.boolean() })
  .refine((y) => y.cookedGrams / y.rawGrams > 0.1 && y.cookedGrams / y.rawGrams < 10, {
    message: 'Cooking makes no food ten times heavier or lighter: check the two weights.',
    path: ['cookedGrams'],
  });

/** What is remembered of the kitchen: containers with their empty weights, and yields seen. */
export const Kitchen = z.strictObject({
  containers: z.array(KitchenContainer),
  yields: z.array(YieldSeen),
});
export type Kitchen = z.infer<typeof Kitchen>;
