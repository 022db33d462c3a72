import { z } from 'zod';
import { Base, Name, Nutrients, Version } from './common.ts';
import { FoodState } from './diary.ts';

export const Measure = z.strictObject({ name: z.string().min(1).max(40), grams: z.number().positive() });

const foodBody = {
  name: Name,
  state: FoodState,
  per100g: Nutrients,
  measures: z.array(Measure).max(20),
};

export const Food = z.strictObject({
  id: z.string(),
  ...foodBody,
  kind: z.enum(['own', 'reference']),
  source: z.string(),
  /** Something to know about these figures; null when there is nothing. */
  remark: z.string().nullable(),
  version: z.int(),
  /** True when eaten in the last 28 days. */
  recent: z.boolean(),
});
export type Food = z.infer<typeof Food>;

export const PutFood = z
  .strictObject({ base: Base, ...foodBody, deleted: z.boolean() })
  .refine(
    (food) =>
      (food.per100g.PROCNT ?? 0) +
        (food.per100g.FAT ?? 0) +
        (food.per100g.CHOCDF ?? food.per100g.CHOAVLDF ?? 0) <=
      100.5,
    {
      message: 'Protein, fat and carbohydrate together are more than 100 g in 100 g.',
      path: ['per100g'],
    },
  )
  .refine(
    (food) => food.per100g.CHOCDF === undefined || (food.per100g.FIBTG ?? 0) <= food.per100g.CHOCDF + 0.5,
    {
      message: 'There is more fibre than total carbohydrate. Are the carbs without fibre (net)?',
      path: ['per100g'],
    },
  );

export const OwnFood = z.strictObject({ ...Food.shape, version: Version });
export const FoodQuery = z.strictObject({
  q: z.string().max(80).default(''),
  limit: z.coerce.number().int().min(1).max(50).default(20),
});
export const FoodResults = z.strictObject({ foods: z.array(Food) });
