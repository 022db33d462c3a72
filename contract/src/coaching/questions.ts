import { z } from 'zod';
import { Day, Id, Moment } from '../common.ts';

/** A word beside a day or a meal that nobody has answered yet. */
export const OpenWord = z.strictObject({
  /** Whose turn it is. */
  side: z.enum(['you', 'them']),
  athleteId: Id,
  athleteName: z.string(),
  id: Id,
  day: Day,
  mealId: Id.nullable(),
  /** When that meal is; null for a day as a whole, or a meal that was taken away. */
  mealTime: z.string().nullable(),
  portionId: Id.nullable(),
  orderId: Id.nullable(),
  pictureId: Id.nullable(),
  portionName: z.string().nullable(),
  text: z.string(),
  authorName: z.string(),
  at: Moment,
});
export type OpenWord = z.infer<typeof OpenWord>;
export const OpenWords = z.strictObject({ words: z.array(OpenWord).max(200) });
