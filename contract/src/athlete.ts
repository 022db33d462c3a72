import { z } from 'zod';
import { Base, Day, Id, Moment, Text, Version, Zone } from './common.ts';

export const Sex = z.enum(['male', 'female']);
export const Height = z
  .number('A height is a number of centimetres.')
  .min(100, 'Height lies between 100 and 250 cm.')
  .max(250, 'Height lies between 100 and 250 cm.');
export const BodyKg = z
  .number('A body mass is a number of kilograms.')
  .min(25, 'Body mass lies between 25 and 350 kg.')
  .max(350, 'Body mass lies between 25 and 350 kg.');

/** What a new athlete says about the body; the first phase, maintenance, is made from it. */
export const Start = z.strictObject({
  seasonId: Id,
  basisId: Id,
  phaseId: Id,
  weighInId: Id,
  sex: Sex,
  birthDate: Day,
  heightCm: Height,
  weightKg: BodyKg,
  activityLevel: z.number().min(1.2).max(2.5),
  carbBasis: z.enum(['total', 'available']),
  zone: Zone,
});
export type Start = z.infer<typeof Start>;

export const Athlete = z.strictObject({
  id: Id,
  name: z.string(),
  sex: Sex,
  birthDate: Day,
  heightCm: z.number(),
  zone: z.string(),
  dayTurnsAt: z.int(),
  federationClass: z.string().nullable(),
});
export type Athlete = z.infer<typeof Athlete>;

export const Basis = z.strictObject({
  id: Id,
  from: Day,
  weightKg: z.number(),
  leanKg: z.number().nullable(),
  expenditure: z.number(),
  expenditureSd: z.number(),
  carbBasis: z.enum(['total', 'available']),
  expenditureFrom: z.enum(['equation', 'balance', 'carried']),
  coreVersion: z.string(),
  inputsUntil: Moment,
});
export type BasisRow = z.infer<typeof Basis>;

export const Order = z.strictObject({
  id: Id,
  phaseId: Id,
  from: Day,
  until: Day.nullable(),
  dayTypes: z.array(z.string()).min(1).nullable(),
  macro: z.enum(['PROCNT', 'CARB', 'FAT']),
  change: z.strictObject({ kind: z.enum(['relative', 'absolute']), grams: z.number() }),
  reason: z.string(),
  signedAt: Moment,
  signedBy: Id,
  signedByName: z.string(),
  /** Cautions that the signer confirmed, by id. */
  confirmed: z.array(z.string()),
  acknowledgedAt: Moment.nullable(),
});
export type OrderRow = z.infer<typeof Order>;

export const SignOrder = z.strictObject({
  phaseId: Id,
  from: Day,
  until: Day.nullable(),
  dayTypes: z.array(z.string().min(1)).min(1, 'Choose at least one day type.').nullable(),
  macro: z.enum(['PROCNT', 'CARB', 'FAT']),
  change: z.strictObject({
    kind: z.enum(['relative', 'absolute']),
    grams: z.number('A change is a number of grams.').min(-1000).max(2000),
  }),
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
