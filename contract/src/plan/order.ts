import { TargetName } from './season.ts';
import { z } from 'zod';
import { Day, Id, Moment, Name, ShortId, Text } from '../common.ts';

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
  /** Mean change of the energy balance that it asks for, kcal a day; null for orders of earlier versions. */
  expectedKcal: z.number().nullable(),
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

/** The protocol of a coach that something was made from. */
export const ProtocolVersion = z.strictObject({ id: Id, version: z.int().min(1).max(1_000_000) });

export const SignOrder = z.strictObject({
  ...orderBody,
  dayTypes: z.array(ShortId(60)).min(1, 'Choose at least one day type.').max(30).nullable(),
  reason: Text,
  confirmed: z.array(ShortId(120)).max(100),
  /** The protocol that it was made from, if one. */
  protocol: ProtocolVersion.nullable().default(null),
});
