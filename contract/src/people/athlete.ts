import { ALLERGENS } from '../foods/index.ts';
import { CarbBasisName, FatPercent, Height, KnownKcal, Sex, EquationName } from '../body/index.ts';
import { NO_STATEMENTS } from '@maul/core/plan';
import { z } from 'zod';
import { Base, Day, Id, Version, Zone, text } from '../common.ts';
import { Routine } from './routine.ts';
import { Reader } from './sharing.ts';

export const DIETS = ['everything', 'fish', 'vegetarian', 'plants'] as const;

export const Units = z.strictObject({
  body: z.enum(['kg', 'lb']),
  food: z.enum(['g', 'oz']),
  energy: z.enum(['kcal', 'kJ']),
});
export type Units = z.infer<typeof Units>;

const Named = text({ min: 2, max: 120 }).nullable();
export const Health = z.strictObject({
  pregnant: z.boolean(),
  breastfeeding: z.boolean(),
  diabetes: z.boolean(),
  kidney: z.boolean(),
  heart: z.boolean(),
  lithium: z.boolean(),
  eatingDisorder: z.boolean(),
  periodLost: z.boolean(),
  lostLibido: z.boolean(),
  oftenIll: z.boolean(),
  stressFracture: z.boolean(),
  professional: Named,
  doctor: Named,
});

/** What an athlete has said about themselves; every assumption of the first plan stands here and can be changed. */
export const Profile = z.strictObject({
  units: Units,
  diet: z.enum(DIETS),
  allergens: z.array(z.enum(ALLERGENS)).max(14),
  /** Names of foods that are not tolerated: offered last, with this as the reason. */
  notTolerated: z
    .array(text({ min: 2, max: 60 }))
    .max(40, 'Forty foods at most.')
    .default([]),
  activityLevel: z.number().min(1.2).max(2.5),
  /** The equation for resting expenditure; null takes the preferred one. */
  equation: EquationName.nullable(),
  /** A maintenance known from experience, kcal; it is as good as an equation. */
  knownKcal: KnownKcal.nullable(),
  fat: z.strictObject({ percent: FatPercent, method: z.enum(['eye', 'tape', 'skinfold', 'dxa']) }).nullable(),
  weekStartsOn: z.int().min(1).max(7),
  routine: Routine,
  health: Health,
  /** What is not shown on screen. */
  hide: z.strictObject({ weight: z.boolean(), energy: z.boolean() }),
  /** Whether the days of a cycle are tracked. */
  cycle: z.boolean().default(false),
  /** The weekday on which the week goes to the coach, 1 is Monday. */
  checkInOn: z.int().min(1).max(7).default(1),
});
export type Profile = z.infer<typeof Profile>;

/** What Maul takes for granted until it is told otherwise; every line of it is shown and can be changed. */
export const DEFAULT_PROFILE: Profile = {
  units: { body: 'kg', food: 'g', energy: 'kcal' },
  diet: 'everything',
  allergens: [],
  notTolerated: [],
  activityLevel: 1.6,
  equation: null,
  knownKcal: null,
  fat: null,
  weekStartsOn: 1,
  routine: { waking: '06:30', sessions: [] },
  health: NO_STATEMENTS,
  hide: { weight: false, energy: false },
  cycle: false,
  checkInOn: 1,
};

/** What a start and a change of an athlete both say of the body. */
export const athleteBody = { sex: Sex, birthDate: Day, heightCm: Height, zone: Zone };

export const Athlete = z.strictObject({
  id: Id,
  name: z.string(),
  ...athleteBody,
  heightCm: z.number(),
  zone: z.string(),
  dayTurnsAt: z.int(),
  federationClass: z.string().nullable(),
  profile: Profile,
  hasCoach: z.boolean(),
  /** How whoever asks stands to this athlete: what is not shown to them is left out everywhere, and no health is stated. */
  reader: Reader,
  version: Version,
});
export type Athlete = z.infer<typeof Athlete>;

/** Changes what the athlete has said. A body figure that differs writes a new basis from today. */
export const PutAthlete = z.strictObject({
  base: Base,
  basisId: Id,
  ...athleteBody,
  dayTurnsAt: z.int().min(0).max(720),
  carbBasis: CarbBasisName,
  profile: Profile,
});
