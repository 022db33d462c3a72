import { z } from 'zod';
import { Id, Name, ShortId, text, Time, Zone } from '../common.ts';
import { PhaseKind } from '../plan/index.ts';

/** What of a roster is looked at. */
export const RosterFilter = z.strictObject({
  name: text({ max: 80 }),
  phase: z.union([PhaseKind, z.literal('')]),
  /** Days within which a show lies; 0 is any or none. */
  showWithin: z.int().min(0).max(400),
  /** Name of a show: only who enters it. */
  show: text({ max: 120 }),
  /** Only those of whom something waits: a week, a note, an order. */
  waiting: z.boolean(),
});
export type RosterFilter = z.infer<typeof RosterFilter>;

const view = {
  name: Name,
  filter: RosterFilter,
  /** Whom a group holds, whatever else fits; null for a view that holds whoever fits. */
  members: z.array(Id).max(2000).nullable(),
};
export const PutRosterView = z.strictObject(view);
export const RosterView = z.strictObject({ id: Id, ...view, name: z.string() });
export type RosterView = z.infer<typeof RosterView>;
export const RosterViews = z.strictObject({ views: z.array(RosterView).max(60) });

/** Clock times in a zone between which a coach is asked nothing. */
export const Hours = z.strictObject({ from: Time, to: Time, zone: Zone });
export type Hours = z.infer<typeof Hours>;
/** `id` is the coach. */
export const HoursOf = z.strictObject({
  hours: z.array(z.strictObject({ id: Id, ...Hours.shape, zone: ShortId(64) })).max(200),
});
export const PutHours = z.strictObject({ hours: Hours.nullable() });
