import { z } from 'zod';
import { Athlete } from '../people/index.ts';
import { BodyBasis } from '../body/index.ts';
import { Caution, Confirmation } from './caution.ts';
import { Order, ProtocolVersion } from './order.ts';
import { Base, Day, Id, Moment, ShortId, text } from '../common.ts';
import { Season } from './season.ts';

/** Who wrote a season down, when and why. */
export const Revision = z.strictObject({
  id: Id,
  number: z.int(),
  from: Day,
  writtenAt: Moment,
  writtenBy: Id,
  writtenByName: z.string(),
  reason: z.string().nullable(),
  /** True while a hard caution of it waits for a confirmation: it is not in force. */
  pending: z.boolean(),
});
export type Revision = z.infer<typeof Revision>;

/** Everything the Season place is computed from. */
export const SeasonDocument = z.strictObject({
  athlete: Athlete,
  today: Day,
  /** The season in force, and who wrote it; null before there is one. */
  season: Season,
  revision: Revision.nullable(),
  /** A newer one that waits for a confirmation. */
  pending: z
    .strictObject({ season: Season, revision: Revision, cautions: z.array(Caution), waitsFor: z.string() })
    .nullable(),
  bases: z.array(BodyBasis),
  orders: z.array(Order),
  confirmations: z.array(Confirmation),
  history: z.array(Revision),
});
export type SeasonDocument = z.infer<typeof SeasonDocument>;

export const PutSeason = z.strictObject({
  /** Number of the newest revision that this one was made from. */
  base: Base,
  season: Season,
  reason: text({ max: 4000, lines: true }).nullable(),
  /** Hard cautions that the writer has read and stands by. */
  confirmed: z.array(ShortId(120)).max(100),
  /** The protocol that it was made from, if one. */
  protocol: ProtocolVersion.nullable().default(null),
});

/** What was in force on one date: season, basis, orders, and who wrote them. */
export const InForce = z.strictObject({
  date: Day,
  season: Season,
  revision: Revision.nullable(),
  bases: z.array(BodyBasis),
  orders: z.array(Order),
});
export type InForce = z.infer<typeof InForce>;

/** Cautions on what was eaten and weighed, and the confirmations that stand. */
export const MeasuredCautions = z.strictObject({
  cautions: z.array(Caution),
  confirmations: z.array(Confirmation),
});

/** The private address of the calendar; the secret is shown once, when it is made. */
export const CalendarFeed = z.strictObject({ id: Id, createdAt: Moment, path: z.string().nullable() });
export const CalendarFeeds = z.strictObject({ feeds: z.array(CalendarFeed) });
