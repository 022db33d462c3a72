import { PACKET_ROWS } from '@maul/core/coaching';
import { z } from 'zod';
import { Day, Id, Moment, text } from '../common.ts';
import { LedgerRow } from '../body/index.ts';
import { Caution, PhaseKind } from '../plan/index.ts';
import { FormAnswer, MOST_QUESTIONS } from './form.ts';

/** So many pictures go along with a week. */
export const MOST_PICTURES = 24;
const Row = z.enum(PACKET_ROWS);
const RowWindow = z.strictObject({ low: z.number(), high: z.number().nullable() });
/** One day of a packet; a figure that is missing is not known. */
const PacketDay = z.strictObject({
  day: Day,
  dayType: z.string().nullable(),
  figures: z.partialRecord(Row, z.number()),
  atLeast: z.array(Row),
  windows: z.partialRecord(Row, RowWindow),
});
const WeekOfKg = z.strictObject({ kg: z.number(), mornings: z.int() }).nullable();

/** What came of a change that acts in the week, with what it was; as Trend said it when the week was made. */
const CameRow = LedgerRow.extend({ what: z.string() });
export type CameRow = z.infer<typeof CameRow>;

/** A week of an athlete on one page, as the log says it. */
export const Packet = z.strictObject({
  from: Day,
  to: Day,
  days: z.array(PacketDay).min(1).max(14),
  phase: z.strictObject({ kind: PhaseKind, week: z.int(), of: z.int() }).nullable(),
  show: z.strictObject({ name: z.string(), days: z.int() }).nullable(),
  /** Mean of the mornings that count, and of those of the seven days before; kg. */
  week: WeekOfKg,
  before: WeekOfKg,
  /** Pace that was wanted, % a week. */
  wanted: z.strictObject({ low: z.number(), high: z.number() }).nullable(),
  /** Days of the cycle at the end of the week, for who tracks one. */
  cycleDay: z.int().nullable(),
  /** Looks of the week, the last of each day. */
  looks: z
    .array(
      z.strictObject({
        day: Day,
        fullness: z.int().nullable(),
        tightness: z.int().nullable(),
        waist: z.int().nullable(),
      }),
    )
    .max(14),
  /** Ids of orders that act in the week or are not yet acknowledged, the newest first: an order is never changed. */
  orders: z.array(Id).max(20),
  /** Words of the athlete in the week that nobody has answered. */
  questions: z.array(z.strictObject({ id: Id, day: Day, text: z.string() })).max(20),
  /** What was changed lately and what came of it, the newest first; left out where nothing was. */
  came: z.array(CameRow).max(8).optional(),
  /** Cautions that stood at the end of the week, the gravest first; left out where none did. */
  cautions: z.array(Caution).max(12).optional(),
  /** Pictures that the athlete chose to go along; left out where none lay in those days. */
  pictures: z.array(Id).max(MOST_PICTURES).optional(),
  /** What the coach asks with every week, as it was answered; left out where nothing was. */
  said: z.array(FormAnswer).max(MOST_QUESTIONS).optional(),
});
export type Packet = z.infer<typeof Packet>;

export const Answer = z.strictObject({
  id: Id,
  words: z.string(),
  noChange: z.boolean(),
  authorId: Id,
  authorName: z.string(),
  at: Moment,
});
export type Answer = z.infer<typeof Answer>;

/** A packet as it was sent. */
export const CheckIn = z.strictObject({
  id: Id,
  packet: Packet,
  words: z.string(),
  sentAt: Moment,
  /** The log as it is now, where it says something otherwise; null where it says the same. */
  now: z.array(PacketDay).nullable(),
  /** Coaches who have opened it, and when first. */
  reads: z.array(z.strictObject({ name: z.string(), at: Moment })).max(20),
  /** What was answered to the questions of the coach in the week that was sent before it; left out where nothing was. */
  saidBefore: z.array(FormAnswer).max(MOST_QUESTIONS).optional(),
  /** The oldest first. */
  answers: z.array(Answer).max(100),
});
export type CheckIn = z.infer<typeof CheckIn>;
/** One of a list. */
export const CheckInHead = z.strictObject({
  id: Id,
  from: Day,
  to: Day,
  sentAt: Moment,
  answered: z.boolean(),
});
export type CheckInHead = z.infer<typeof CheckInHead>;

/** What is due, and what was sent. */
export const CheckIns = z.strictObject({
  today: Day,
  due: z.strictObject({ to: Day, on: Day, late: z.int() }).nullable(),
  /** The newest first. */
  sent: z.array(CheckInHead).max(60),
});
export type CheckIns = z.infer<typeof CheckIns>;

/** The letter of a week as a PDF, `?paper=A4` or `LETTER`. */
export const WEEK_LETTER_FILE = '/api/athletes/:athleteId/check-ins/:id/letter.pdf';

const Words = text({ max: 4000, lines: true });
export const SendCheckIn = z.strictObject({
  to: Day,
  words: Words,
  said: z.array(FormAnswer).max(MOST_QUESTIONS).default([]),
  pictures: z.array(Id).max(MOST_PICTURES).optional(),
});
/** Words, or that nothing changes, or both. */
export const SendAnswer = z
  .strictObject({ words: Words, noChange: z.boolean() })
  .refine((a) => a.noChange || a.words.trim() !== '', {
    message: 'An answer says something, or that nothing changes.',
    path: ['words'],
  });
