import { z } from 'zod';
import { Id, Name, Version, text } from '../common.ts';
import { PortionFood } from '../foods/index.ts';

/** Grams of one raw food of a pot. */
const PotGrams = z
  .number('A weight is a number of grams.')
  .positive('A weight is more than 0 g.')
  .max(50_000, 'More than 50 kg do not go into a pot: check the weight.');
const WaterGrams = z.number().min(0, 'Water is 0 g or more.').max(50_000);
const Degrees = z
  .number('A temperature is a number of degrees.')
  .min(30, 'Below 30 °C nothing cooks.')
  .max(300, 'Most ovens end at 300 °C. Is it in Fahrenheit?');
const StepMinutes = z.number().min(0.25).max(2880, 'Two days at most.');

export const RecipeStep = z.strictObject({
  id: Id,
  text: text({ min: 1, max: 300 }),
  minutes: StepMinutes.nullable(),
  celsius: Degrees.nullable(),
});
export type RecipeStep = z.infer<typeof RecipeStep>;

export const RecipeLine = z.strictObject({
  id: Id,
  food: PortionFood,
  grams: PotGrams,
  /** Grams of one piece or pack that is not divided; null for what is weighed. */
  piece: PotGrams.nullable(),
});
export type RecipeLine = z.infer<typeof RecipeLine>;

export const Recipe = z.strictObject({
  kind: z.literal('recipe'),
  name: Name,
  lines: z.array(RecipeLine).min(1, 'A recipe has at least one food.').max(60),
  water: WaterGrams,
  servings: z.number().positive('It makes more than 0 servings.').max(200),
  /** How it is cooked: "boiled", "baked". */
  method: text({ min: 1, max: 60 }),
  steps: z.array(RecipeStep).max(40),
  /** A container of the kitchen, and the most that it holds, grams. */
  potId: Id.nullable(),
  potHolds: PotGrams.nullable(),
  /** Minutes of hands and stove. */
  minutes: z.int('Minutes are a whole number.').min(0).max(600),
  /** Meals of the day it is for, by number; empty for every one. */
  meals: z.array(z.int().min(1).max(12)).max(12),
  freezes: z.boolean(),
  /** Eaten hot only: it goes on no trip without something to heat it. */
  hot: z.boolean(),
  /** Cooked only as a whole, once or several times: a tray, a loaf, a tin. */
  onlyWhole: z.boolean().optional(),
  notes: text({ max: 2000, lines: true }),
});
export type Recipe = z.infer<typeof Recipe>;

const Wish = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('equal') }),
  z.strictObject({ kind: z.literal('share'), share: z.number().positive().max(20) }),
  z.strictObject({ kind: z.literal('grams'), grams: PotGrams }),
  /** By the windows of somebody who eats along. */
  z.strictObject({ kind: z.literal('diner'), dinerId: Id }),
]);
export type Wish = z.infer<typeof Wish>;

/** One box of a batch; its id is that of its row in stock. */
export const BatchBox = z.strictObject({
  id: Id,
  label: text({ min: 1, max: 60 }),
  wish: Wish,
  place: z.enum(['fridge', 'freezer']),
  dinerId: Id.nullable(),
  grams: z.number().positive().max(50_000).nullable(),
  division: z.number().positive().max(1000).nullable(),
});
export type BatchBox = z.infer<typeof BatchBox>;

export const BatchPart = z.strictObject({
  id: Id,
  food: PortionFood,
  planned: PotGrams.nullable(),
  grams: PotGrams.nullable(),
  division: z.number().positive().max(1000).nullable(),
  /** The pack or leftover it was taken from, if one. */
  stockId: Id.nullable(),
});
export type BatchPart = z.infer<typeof BatchPart>;

const Gross = z.number().positive('A pot weighs more than 0 g.').max(100_000);
export const BatchPot = z.strictObject({
  id: Id,
  name: Name,
  gross: Gross,
  tare: z.number().min(0).max(50_000),
  division: z.number().positive().max(1000),
});
export type BatchPot = z.infer<typeof BatchPot>;

const At = z.iso.datetime({ offset: true });
/** A step as it was done: a timer that runs has a beginning and no end. */
export const BatchStep = RecipeStep.extend({
  startedAt: At.nullable(),
  endedAt: At.nullable(),
  didCelsius: Degrees.nullable(),
});
export type BatchStep = z.infer<typeof BatchStep>;

/** What was cooked together, from the first gram weighed in to the last box. */
export const Batch = z.strictObject({
  kind: z.literal('batch'),
  name: Name,
  recipeId: Id.nullable(),
  recipeVersion: Version.nullable(),
  startedAt: At,
  method: text({ min: 1, max: 60 }),
  parts: z.array(BatchPart).max(60),
  water: WaterGrams,
  steps: z.array(BatchStep).max(40),
  /** The thickest part, measured. */
  coreCelsius: z.number().min(0).max(110).nullable(),
  cookedAt: At.nullable(),
  coldAt: At.nullable(),
  pots: z.array(BatchPot).max(8),
  poured: z
    .array(z.strictObject({ what: z.enum(['fat', 'water']), grams: z.number().positive().max(50_000) }))
    .max(4),
  boxes: z.array(BatchBox).max(60),
  /** What became of the rest of the pot; grams. */
  left: z.number().min(0).max(50_000),
  leftStockId: Id.nullable(),
  waste: z.number().min(0).max(50_000),
  /** What clings to pot and spoon, as the athlete confirms it. */
  loss: z.number().min(0).max(50_000),
  done: z.boolean(),
});
export type Batch = z.infer<typeof Batch>;
