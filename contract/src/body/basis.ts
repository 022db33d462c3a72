import { EQUATION_IDS, EXPENDITURE_SOURCES } from '@maul/core/body';
import { z } from 'zod';
import { Day, Id, Moment } from '../common.ts';

export const Sex = z.enum(['male', 'female'], 'Choose one: the equations differ.');

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

export const CarbBasisName = z.enum(['total', 'available']);

export const BodyBasis = z.strictObject({
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

export type BasisRow = z.infer<typeof BodyBasis>;

export const EquationName = z.enum(EQUATION_IDS);
