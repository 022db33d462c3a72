import { z } from 'zod';
import { Day, Id, Moment } from '../common.ts';
import { Reader } from '../people/index.ts';
import { PhaseKind } from '../plan/index.ts';

/** One athlete as a coach's roster shows them. */
export const RosterRow = z.strictObject({
  athleteId: Id,
  name: z.string(),
  federationClass: z.string().nullable(),
  today: Day,
  phase: PhaseKind.nullable(),
  phaseWeek: z.strictObject({ week: z.int(), of: z.int() }).nullable(),
  show: z.strictObject({ name: z.string(), days: z.int() }).nullable(),
  /** Pace: change of the week mean, % a week, against the wanted. */
  rate: z.number().nullable(),
  wanted: z.strictObject({ low: z.number(), high: z.number() }).nullable(),
  weekMeanKg: z.number().nullable(),
  /** Landing: of the last seven complete days. */
  landed: z.int(),
  logged: z.int(),
  weighedShare: z.number().nullable(),
  /** What is shared with this coach, and whether they sign. */
  reader: Reader,
  /** Words: what waits. */
  quietDays: z.int().nullable(),
  /** Until when the log is paused on purpose, or that it is open; null while it is not. */
  pausedUntil: z.union([Day, z.literal('open')]).nullable(),
  waitingNotes: z.int(),
  /** The first of them: the day it stands on. */
  waitingNote: z.strictObject({ day: Day, id: Id }).nullable(),
  openOrders: z.int(),
  /** The last week that was sent, and whether somebody answered it; null where none was. */
  checkIn: z.strictObject({ id: Id, to: Day, sentAt: Moment, answered: z.boolean() }).nullable(),
  /** A week that is due and was not sent. */
  due: z.strictObject({ on: Day, late: z.int() }).nullable(),
  need: z.strictObject({ score: z.number(), reasons: z.array(z.string()) }),
});
export type RosterRow = z.infer<typeof RosterRow>;
/** An athlete whose row could not be computed: the others stand all the same. */
export const RosterFault = z.strictObject({ athleteId: Id, name: z.string(), sentence: z.string() });
export const Roster = z.strictObject({ athletes: z.array(RosterRow), faults: z.array(RosterFault) });
