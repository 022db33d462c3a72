import { z } from 'zod';
import { Base, Day, Id, Moment, Name, Text } from '../common.ts';
import { Order } from '../plan/index.ts';

/** An order with relative numbers. */
export const ProtocolDocument = z.strictObject({
  macro: Order.shape.macro,
  amount: z.discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('percent'),
      percent: z
        .number('A change is a number.')
        .min(-50, 'At most half of it less.')
        .max(50, 'At most half of it more.')
        .refine((p) => p !== 0, { message: 'Zero per cent changes nothing.' }),
    }),
    z.strictObject({
      kind: z.literal('per-kg'),
      perKg: z.number('An amount is a number.').min(0.05).max(90, 'At most 90 for each kilogram.'),
    }),
  ]),
  /** Names of day types; empty for every day. */
  dayTypes: z.array(Name).max(10),
  reason: Text,
});
export type ProtocolDocument = z.infer<typeof ProtocolDocument>;

/** The newest version of a protocol, and who runs which. */
export const Protocol = z.strictObject({
  id: Id,
  version: z.int(),
  name: z.string(),
  document: ProtocolDocument,
  writtenAt: Moment,
  /** Athletes whose newest order of it still acts, and of which version it is. */
  runs: z.array(z.strictObject({ athleteId: Id, name: z.string(), version: z.int(), from: Day })).max(2000),
});
export type Protocol = z.infer<typeof Protocol>;
export const Protocols = z.strictObject({ protocols: z.array(Protocol).max(200) });

export const PutProtocol = z.strictObject({
  base: Base,
  name: Name,
  document: ProtocolDocument,
  /** A retired one is no longer offered; its orders stay. */
  retired: z.boolean(),
});

/** What a protocol would be for one athlete, from tomorrow on. */
export const ProtocolFor = z.strictObject({
  athleteId: Id,
  name: z.string(),
  /** Why there is no order for them; null where there is one. */
  fault: z.string().nullable(),
  order: z
    .strictObject({
      phaseId: Id,
      from: Day,
      dayTypes: z.array(z.string()).min(1).nullable(),
      change: Order.shape.change,
    })
    .nullable(),
  /** Aim of the first day that it binds, and its energy, kcal, before and after. */
  aim: z.strictObject({ before: z.number(), after: z.number() }).nullable(),
  kcal: z.strictObject({ before: z.number(), after: z.number() }).nullable(),
  /** Cautions that it would bring or leave; a hard one is signed athlete by athlete. */
  cautions: z
    .array(z.strictObject({ level: z.enum(['note', 'confirm', 'refuse']), sentence: z.string() }))
    .max(50),
});
export type ProtocolFor = z.infer<typeof ProtocolFor>;
