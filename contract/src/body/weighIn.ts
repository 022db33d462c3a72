import { BodyKg } from './basis.ts';
import { z } from 'zod';
import { Base, Day, Id, Version } from '../common.ts';

export const WeighIn = z.strictObject({
  id: Id,
  day: Day,
  kg: z.number(),
  version: Version,
  deleted: z.boolean(),
});

export const PutWeighIn = z.strictObject({ base: Base, day: Day, kg: BodyKg, deleted: z.boolean() });

export type WeighInRow = z.infer<typeof WeighIn>;
