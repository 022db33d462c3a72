import { BodyKg } from './basis.ts';
import { z } from 'zod';
import { Base, Day, Id, Version } from '../common.ts';

/** Under what conditions one stood on the scale, and where the figure came from. */
export const WeighInConditions = z.strictObject({
  fasted: z.boolean(),
  toilet: z.boolean(),
  sameScale: z.boolean(),
  source: z.enum(['typed', 'scale']),
});
export type WeighInConditions = z.infer<typeof WeighInConditions>;

export const WeighIn = z.strictObject({
  id: Id,
  day: Day,
  kg: z.number(),
  /** null where they were not said. */
  conditions: WeighInConditions.nullable(),
  version: Version,
  deleted: z.boolean(),
});

export const PutWeighIn = z.strictObject({
  base: Base,
  day: Day,
  kg: BodyKg,
  conditions: WeighInConditions.nullable().default(null),
  deleted: z.boolean(),
});

export type WeighInRow = z.infer<typeof WeighIn>;
