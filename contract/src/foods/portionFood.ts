import { FOOD_GROUPS, METHODS, type Method } from '@maul/core/foods';
import { z } from 'zod';
import { ALLERGENS } from './allergens.ts';
import { Day, FoodState, Id, LARGEST_INT, Name, Nutrients, ShortId, Version, text } from '../common.ts';

export const MethodName = z.enum(METHODS as readonly [Method, ...Method[]]);

const Grams = z.number().positive('It weighs more than 0 g.').max(100_000);

/** A household measure: grams of one, and how far one may stray, as a relative standard uncertainty. */
export const Measure = z.strictObject({
  name: text({ min: 1, max: 60 }),
  grams: Grams,
  spread: z.number().min(0).max(2).nullable().default(null),
});
export type Measure = z.infer<typeof Measure>;

/** What a label states for one serving, for what its rounding hides. */
export const LabelServing = z.strictObject({
  rules: z.enum(['us', 'eu']),
  grams: Grams,
  kcal: z.number().min(0).max(10_000),
});

/** Grams per millilitre: from whipped cream to syrup. */
export const Density = z
  .number('A density is a number.')
  .min(0.05, 'A density lies between 0.05 and 3 g per mL.')
  .max(3, 'A density lies between 0.05 and 3 g per mL.');

export const Edible = z.strictObject({
  /** The part that is eaten, above 0 and at most 1. */
  part: z
    .number()
    .positive('Something of it is eaten.')
    .max(1, 'No more than all of it is eaten: 100 % at most.'),
  refuse: text({ min: 1, max: 40 }),
});

/** All that a food is besides its name, state and nutrients. */
export const FoodDetails = z.strictObject({
  /** What the figures of the source were for. */
  basis: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('100 g') }),
      z.strictObject({ kind: z.literal('100 mL') }),
      z.strictObject({ kind: z.literal('serving'), grams: Grams }),
    ])
    .default({ kind: '100 g' }),
  /** g/mL; null where it is unknown. */
  density: Density.nullable().default(null),
  edible: Edible.nullable().default(null),
  packGrams: Grams.nullable().default(null),
  /** What it is used as; null where its name must tell. */
  group: z.enum(FOOD_GROUPS).nullable().default(null),
  allergens: z.array(z.enum(ALLERGENS)).max(14).default([]),
  tags: z
    .array(text({ min: 1, max: 30 }))
    .max(12)
    .default([]),
  /** Trade item number, fourteen digits. */
  code: z
    .string()
    .regex(/^\d{14}$/, 'A code is kept as fourteen digits.')
    .nullable()
    .default(null),
  label: LabelServing.nullable().default(null),
  sourceDate: Day.nullable().default(null),
});
export type FoodDetails = z.infer<typeof FoodDetails>;

/** A yield that stands behind a food cooked from what is known raw, or the other way. */
export const UsedYield = z.strictObject({
  factor: z.number().positive().max(20),
  method: text({ max: 60 }),
  /** The state that the source knows. */
  from: FoodState,
  source: text({ max: 200 }),
  seen: z.int().min(0).max(LARGEST_INT),
  /** Grams of fat drained off per 100 g raw. */
  fatDrained: z.number().min(0).max(100).default(0),
});
export type UsedYield = z.infer<typeof UsedYield>;

/** A food as a portion keeps it: copied on the day it was weighed. */
export const PortionFood = z.strictObject({
  id: ShortId(80),
  name: Name,
  state: FoodState,
  source: text({ max: 300 }),
  per100g: Nutrients,
  /** The version of an own food that was copied. */
  version: Version.optional(),
  lever: z.boolean().optional(),
  density: Density.nullable().optional(),
  /** True for a food that its source states per 100 mL: it is read in millilitres too. */
  liquid: z.boolean().optional(),
  measures: z.array(Measure).max(20).optional(),
  label: LabelServing.nullable().optional(),
  allergens: z.array(z.enum(ALLERGENS)).max(14).optional(),
  edible: Edible.nullable().optional(),
  group: z.enum(FOOD_GROUPS).nullable().optional(),
  packGrams: Grams.nullable().optional(),
  yield: UsedYield.optional(),
  /** False for cooking fat that stays in the pan: it stands on the meal and counts nothing. */
  counted: z.boolean().optional(),
  /** Relative standard uncertainty of the composition, where it is not the usual one. */
  doubt: z.number().min(0).max(2).optional(),
  /** The box, pack or leftover it was taken from: what is eaten of it is off the stock. */
  stockId: Id.optional(),
});
export type PortionFood = z.infer<typeof PortionFood>;
