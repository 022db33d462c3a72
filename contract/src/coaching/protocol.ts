import type { Board as CoreBoard } from '@maul/core/peak';
import { z } from 'zod';
import { Base, Day, Id, Moment, Name, Text } from '../common.ts';
import { Board } from '../peak/index.ts';
import { MenuPortions, Order, PhaseRules, Season } from '../plan/index.ts';
import { FormQuestion, MOST_QUESTIONS } from './form.ts';

/** An order with relative numbers. The first protocols were orders, and say no kind. */
const OrderTemplate = z.strictObject({
  kind: z.literal('order').optional(),
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
export type OrderTemplate = z.infer<typeof OrderTemplate>;

const Weeks = z.int('Weeks are a whole number.').min(1).max(104, 'At most two years.');
/** Phases one after another. A written menu is a protocol of its own, and so is a board. */
const SeasonTemplate = z.strictObject({
  kind: z.literal('season'),
  lay: z.enum(['from-tomorrow', 'to-show']),
  body: z.strictObject({
    weightKg: z.number().min(25).max(350),
    expenditure: z.number().min(500).max(12_000),
  }),
  phases: z
    .array(
      z.strictObject({
        weeks: Weeks,
        rules: PhaseRules.refine(
          ({ macros }) => macros.kind !== 'menu',
          'A written menu is a protocol of its own.',
        ),
      }),
    )
    .min(1, 'A season has a phase.')
    .max(12),
  reason: Text,
});

/** The same foods and meals for everybody, in portions that come to each one’s aims. */
const MenuTemplate = z.strictObject({
  kind: z.literal('menu'),
  menu: Name,
  portions: MenuPortions.min(1, 'A menu holds something.'),
  reason: Text,
});

/** A peak week: its schools, and what is set by hand as it stands to what is usual. */
const BoardTemplate = z.strictObject({
  kind: z.literal('board'),
  board: Board as unknown as z.ZodType<CoreBoard, CoreBoard>,
  reason: Text,
});

/** What a coach asks with every week. */
const FormTemplate = z.strictObject({
  kind: z.literal('form'),
  questions: z
    .array(FormQuestion)
    .min(1, 'A form asks something.')
    .max(MOST_QUESTIONS, `At most ${MOST_QUESTIONS} questions.`),
  reason: Text,
});

/** What is written once for many, in relative numbers. */
export const ProtocolDocument = z.discriminatedUnion('kind', [
  OrderTemplate,
  SeasonTemplate,
  MenuTemplate,
  BoardTemplate,
  FormTemplate,
]);
export type ProtocolDocument = z.infer<typeof ProtocolDocument>;
/** True for an order: the first of them say no kind. */
export const isOrder = (document: ProtocolDocument): document is OrderTemplate =>
  document.kind === undefined || document.kind === 'order';

/** The newest version of a protocol, and who runs which. */
export const Protocol = z.strictObject({
  id: Id,
  version: z.int(),
  name: z.string(),
  document: ProtocolDocument,
  writtenAt: Moment,
  /** Athletes whose newest order, season or form of it still holds, and of which version it is. */
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

/** So many are tried with the whole of what would be signed. */
export const MOST_TRIED = 60;
export const TryProtocol = z.strictObject({
  document: ProtocolDocument,
  /** Of these, what would be signed comes along; null looks at everybody. */
  athletes: z.array(Id).min(1).max(MOST_TRIED).nullable().default(null),
});
export type TryProtocol = z.infer<typeof TryProtocol>;

/** What a protocol would be for one athlete, from tomorrow on. */
export const ProtocolFor = z.strictObject({
  athleteId: Id,
  name: z.string(),
  /** Why there is nothing for them; null where there is something. */
  fault: z.string().nullable(),
  /** The first day that changes; null for a form, and where there is nothing. */
  from: Day.nullable(),
  order: z
    .strictObject({
      phaseId: Id,
      from: Day,
      dayTypes: z.array(z.string()).min(1).nullable(),
      change: Order.shape.change,
    })
    .nullable(),
  /** The season that would be signed and the revision it is made from; only for those who are asked for by name. */
  season: z.strictObject({ base: z.int(), season: Season }).nullable(),
  /** Aims of the first day that it binds and its energy, g and kcal, before and after; null is no such target. */
  aims: z
    .array(
      z.strictObject({
        macro: Order.shape.macro,
        before: z.number().nullable(),
        after: z.number().nullable(),
      }),
    )
    .max(5),
  /** What is worth knowing of it, in sentences. */
  notes: z.array(z.string()).max(20),
  /** All of it: what changes in the season, every portion of a menu, every day of a board. */
  lines: z.array(z.string()).max(100),
  /** Cautions that it would bring or leave; a hard one is signed athlete by athlete. */
  cautions: z
    .array(z.strictObject({ level: z.enum(['note', 'confirm', 'refuse']), sentence: z.string() }))
    .max(50),
});
export type ProtocolFor = z.infer<typeof ProtocolFor>;
