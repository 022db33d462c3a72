import { BodyKg, CarbBasisName } from '../body/index.ts';
import { MealPattern, PhaseKind } from './season.ts';
import { Profile, athleteBody } from '../people/index.ts';
import { z } from 'zod';
import { Id } from '../common.ts';

/** What a new athlete says; the first phase is made from it. */
export const Start = z.strictObject({
  seasonId: Id,
  basisId: Id,
  phaseId: Id,
  weighInId: Id,
  ...athleteBody,
  weightKg: BodyKg,
  carbBasis: CarbBasisName,
  profile: Profile,
  /** The kind of the first phase, its length, and how its meals are spread. */
  firstPhase: PhaseKind,
  weeks: z.int().min(1).max(104),
  pattern: MealPattern.nullable(),
});
export type Start = z.infer<typeof Start>;
