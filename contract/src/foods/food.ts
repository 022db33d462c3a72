import { z } from 'zod';
import { Base, FoodState, Id, Moment, Name, Nutrients, Time, Version, text } from '../common.ts';
import { FoodDetails, Measure } from './portionFood.ts';

const foodBody = {
  name: Name,
  state: FoodState,
  per100g: Nutrients,
  measures: z.array(Measure).max(20),
};

/**
 * Where a food comes from: written down by the athlete, Maul's everyday foods, the package of a stand-in code, a published table, or a
 * file that the athlete imported.
 */
export const ORIGINS = ['own', 'everyday', 'package', 'table', 'imported'] as const;
export const FoodOrigin = z.enum(ORIGINS);
export type FoodOrigin = z.infer<typeof FoodOrigin>;

const keptFood = {
  ...foodBody,
  details: FoodDetails,
  source: z.string(),
  /** Something to know about these figures; null when there is nothing. */
  remark: z.string().nullable(),
};
/** A food as it is kept, wherever it comes from: one shape from the file it is read from to the portion it is copied into. */
export const KeptFood = z.strictObject(keptFood);
export type KeptFood = z.infer<typeof KeptFood>;

export const Food = z.strictObject({
  id: z.string(),
  ...keptFood,
  origin: FoodOrigin,
  version: z.int(),
  /** True when eaten in the last 28 days. */
  recent: z.boolean(),
  /** Gives way when a target moves. */
  lever: z.boolean(),
  inStock: z.boolean(),
});
export type Food = z.infer<typeof Food>;

/** By the id of a food: how often it was eaten lately, how much at once in grams, and at which hours of the day. */
export const SeenFoods = z.record(
  z.string(),
  z.strictObject({
    times: z.int(),
    usual: z.number(),
    largest: z.number(),
    hours: z.array(z.int().min(0).max(23)),
  }),
);
export type SeenFoods = z.infer<typeof SeenFoods>;

/** The details of a food of which nothing more is known. */
export const NO_DETAILS: FoodDetails = FoodDetails.parse({});

interface Vectored {
  per100g: z.infer<typeof Nutrients>;
}

/** What no food can hold, as sentences; the same for what is typed, sent and imported. */
export const foodFaults = ({ per100g }: Vectored): string[] => {
  const { PROCNT = 0, FAT = 0, CHOCDF, CHOAVLDF, FIBTG = 0, SUGAR = 0, ENERC = 0, WATER = 0 } = per100g;
  const carbs = CHOCDF ?? CHOAVLDF;
  const found: string[] = [];
  const over = Object.entries({
    Protein: PROCNT,
    Fat: FAT,
    Carbohydrate: carbs ?? 0,
    Fibre: FIBTG,
    Water: WATER,
  }).find(([, value]) => value > 100.5);
  if (over) found.push(`${over[0]} is ${over[1]} g in 100 g: more than there is.`);
  else if (PROCNT + FAT + (carbs ?? 0) > 100.5)
    found.push('Protein, fat and carbohydrate together are more than 100 g in 100 g.');
  if (CHOCDF !== undefined && FIBTG > CHOCDF + 0.5)
    found.push('There is more fibre than total carbohydrate. Are the carbs without fibre (net)?');
  if (carbs !== undefined && SUGAR > carbs + 0.5) found.push('There are more sugars than carbohydrate.');
  if (ENERC > 930)
    found.push(`${Math.round(ENERC)} kcal in 100 g is more than pure fat holds. Is it kilojoules?`);
  return found;
};

export const PutFood = z
  .strictObject({
    base: Base,
    ...foodBody,
    details: FoodDetails.default(NO_DETAILS),
    source: text({ min: 1, max: 300 }).default('own'),
    deleted: z.boolean(),
  })
  .superRefine((food, context) => {
    for (const message of foodFaults(food)) context.addIssue({ code: 'custom', message, path: ['per100g'] });
    const { packGrams, basis } = food.details;
    if (packGrams !== null && basis.kind === 'serving' && basis.grams > packGrams)
      context.addIssue({
        code: 'custom',
        message: 'One serving is more than the whole pack holds.',
        path: ['details', 'packGrams'],
      });
  });

/** One food of our own JSON file of foods; figures by INFOODS tagname, for what `details.basis` says. */
export const FoodInFile = z.strictObject({
  name: text({ min: 1, max: 1000 }),
  state: FoodState.default('as sold'),
  figures: z.record(z.string(), z.number()),
  measures: z.array(Measure).max(20).default([]),
  details: FoodDetails.default(NO_DETAILS),
  source: text({ max: 300 }).optional(),
});
/** Our own JSON file of foods: a list, or an object with one. Its schema is docs/formats/foods.schema.json. */
export const FoodsFile = z.union([z.array(FoodInFile), z.looseObject({ foods: z.array(FoodInFile) })]);

export const OwnFood = z.strictObject({ ...Food.shape, version: Version });
export const FoodQuery = z.strictObject({
  q: text({ max: 80 }).default(''),
  limit: z.coerce.number().int().min(1).max(50).default(20),
  /** The hour it is eaten at: what is usual then comes first. */
  at: Time.optional(),
});
export const FoodResults = z.strictObject({ foods: z.array(Food) });

/** What the athlete says of any food, own or not. */
export const FoodMark = z.strictObject({ lever: z.boolean(), inStock: z.boolean() });

/** One version that an own food had. */
export const FoodVersion = z.strictObject({
  version: Version,
  until: Moment.nullable(),
  name: z.string(),
  state: FoodState,
  per100g: Nutrients,
});
export const FoodVersions = z.strictObject({
  versions: z.array(FoodVersion),
  /** Past portions that keep another version than the present one. */
  older: z.int(),
});
export const Correction = z.strictObject({
  id: Id,
  portions: z.int(),
  /** Portions that were changed since and so keep what they are. */
  kept: z.int(),
});
