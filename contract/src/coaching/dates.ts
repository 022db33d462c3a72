import { z } from 'zod';
import { Day, Id } from '../common.ts';

/** The dates of a coach's team as an iCalendar file. */
export const TEAM_CALENDAR_FILE = '/api/roster/dates.ics';

const TeamDate = z.strictObject({
  id: z.string(),
  athleteId: Id,
  name: z.string(),
  kind: z.enum(['show', 'shoot', 'trip', 'peak week', 'week']),
  what: z.string(),
  from: Day,
  to: Day,
});
/** What a coach keeps in mind of a team over the next twelve weeks. */
export const TeamDates = z.strictObject({
  today: Day,
  to: Day,
  dates: z.array(TeamDate).max(20_000),
});
