import { CAUTION_IDS } from '@maul/core/plan';
import { z } from 'zod';
import { Moment } from '../common.ts';

export const CautionName = z.enum(CAUTION_IDS);

export const Caution = z.strictObject({
  id: CautionName,
  level: z.enum(['note', 'confirm', 'refuse']),
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
