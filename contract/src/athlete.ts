import { CAUTION_IDS, EXPENDITURE_SOURCES, NO_STATEMENTS } from '@maul/core';
import { z } from 'zod';
import { Base, Day, Id, Moment, Name, Text, Version, Zone } from './common.ts';
import { EquationName, MealPattern, PhaseKind, Routine, TargetName } from './season.ts';

export const Sex = z.enum(['male', 'female']);
export const Height = z
  .number('A height is a number of centimetres.')
  .min(100, 'Height lies between 100 and 250 cm.')
  .max(250, 'Height lies between 100 and 250 cm.');
export const BodyKg = z
  .number('A body mass is a number of kilograms.')
  .min(25, 'Body mass lies between 25 and 350 kg.')
  .max(350, 'Body mass lies between 25 and 350 kg.');
export const FatPercent = z
  .number('Body fat is a number of per cent.')
  .min(2, 'Body fat lies between 2 and 70 %.')
  .max(70, 'Body fat lies between 2 and 70 %.');
export const KnownKcal = z
  .number('A maintenance is a number of kcal.')
  .min(800, 'A maintenance lies between 800 and 8,000 kcal.')
  .max(8000, 'A maintenance lies between 800 and 8,000 kcal.');
const CarbBasisName = z.enum(['total', 'available']);

export const DIETS = ['everything', 'fish', 'vegetarian', 'plants'] as const;
/** The fourteen of Regulation (EU) 1169/2011 Annex II. */
export const ALLERGENS = [
  'gluten',
  'crustaceans',
  'eggs',
  'fish',
  'peanuts',
  'soya',
  'milk',
  'nuts',
  'celery',
  'mustard',
  'sesame',
  'sulphites',
  'lupin',
  'molluscs',
] as const;

export const Units = z.strictObject({
  body: z.enum(['kg', 'lb']),
  food: z.enum(['g', 'oz']),
  energy: z.enum(['kcal', 'kJ']),
});
export type Units = z.infer<typeof Units>;

const Named = z.string().trim().min(2).max(120).nullable();
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
});
export type Profile = z.infer<typeof Profile>;

/** What Maul takes for granted until it is told otherwise; every line of it is shown and can be changed. */
export const DEFAULT_PROFILE: Profile = {
  units: { body: 'kg', food: 'g', energy: 'kcal' },
  diet: 'everything',
  allergens: [],
  activityLevel: 1.6,
  equation: null,
  knownKcal: null,
  fat: null,
  weekStartsOn: 1,
  routine: { waking: '06:30', sessions: [] },
  health: NO_STATEMENTS,
  hide: { weight: false, energy: false },
};

const body = { sex: Sex, birthDate: Day, heightCm: Height, zone: Zone };

/** What a new athlete says; the first phase is made from it. */
export const Start = z.strictObject({
  seasonId: Id,
  basisId: Id,
  phaseId: Id,
  weighInId: Id,
  ...body,
  weightKg: BodyKg,
  carbBasis: CarbBasisName,
  profile: Profile,
  /** The kind of the first phase, its length, and how its meals are spread. */
  firstPhase: PhaseKind,
  weeks: z.int().min(1).max(104),
  pattern: MealPattern.nullable(),
});
export type Start = z.infer<typeof Start>;

export const Athlete = z.strictObject({
  id: Id,
  name: z.string(),
  ...body,
  heightCm: z.number(),
  zone: z.string(),
  dayTurnsAt: z.int(),
  federationClass: z.string().nullable(),
  profile: Profile,
  hasCoach: z.boolean(),
  version: Version,
});
export type Athlete = z.infer<typeof Athlete>;

/** Changes what the athlete has said. A body figure that differs writes a new basis from today. */
export const PutAthlete = z.strictObject({
  base: Base,
  basisId: Id,
  ...body,
  dayTurnsAt: z.int().min(0).max(720),
  carbBasis: CarbBasisName,
  profile: Profile,
});

export const Basis = z.strictObject({
  id: Id,
  from: Day,
  weightKg: z.number(),
  leanKg: z.number().nullable(),
  expenditure: z.number(),
  expenditureSd: z.number(),
  carbBasis: CarbBasisName,
  expenditureFrom: z.enum(EXPENDITURE_SOURCES),
  coreVersion: z.string(),
  inputsUntil: Moment,
});
export type BasisRow = z.infer<typeof Basis>;

export const CautionName = z.enum(CAUTION_IDS);
export const Caution = z.strictObject({
  id: CautionName,
  level: z.enum(['note', 'hard', 'X']),
  sentence: z.string(),
  source: z.string(),
  see: z.string(),
  figure: z.number().nullable(),
  worse: z.enum(['lower', 'higher']),
  needs: z.enum(['professional', 'doctor']).nullable(),
});
export const Confirmation = z.strictObject({
  cautionId: CautionName,
  figure: z.number().nullable(),
  by: z.enum(['coach', 'athlete']),
  at: Moment,
});

const orderBody = {
  phaseId: Id,
  from: Day,
  until: Day.nullable(),
  macro: TargetName,
  change: z.strictObject({
    kind: z.enum(['relative', 'absolute']),
    amount: z.number('A change is a number.').min(-5000).max(12_000),
  }),
  /** The food that carries the change. */
  lever: Name.nullable(),
};
export const Order = z.strictObject({
  id: Id,
  ...orderBody,
  dayTypes: z.array(z.string()).min(1).nullable(),
  reason: z.string(),
  signedAt: Moment,
  signedBy: Id,
  signedByName: z.string(),
  /** Cautions that the signer confirmed, by id. */
  confirmed: z.array(z.string()),
  acknowledgedAt: Moment.nullable(),
  /** Only with a hard caution: the day from which it binds, null while a confirmation is missing. */
  heldUntil: Day.nullable().optional(),
});
export type OrderRow = z.infer<typeof Order>;

export const SignOrder = z.strictObject({
  ...orderBody,
  dayTypes: z.array(z.string().min(1)).min(1, 'Choose at least one day type.').nullable(),
  reason: Text,
  confirmed: z.array(z.string()),
});

export const WeighIn = z.strictObject({
  id: Id,
  day: Day,
  kg: z.number(),
  version: Version,
  deleted: z.boolean(),
});
export const PutWeighIn = z.strictObject({ base: Base, day: Day, kg: BodyKg, deleted: z.boolean() });
export type WeighInRow = z.infer<typeof WeighIn>;
