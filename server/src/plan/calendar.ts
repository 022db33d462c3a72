import { addDays, type IsoDate } from '@maul/core/units';
import { calendarEntries, type CalendarEntry, type Season } from '@maul/core/plan';
import type { Profile } from '@maul/contract/people';
import ical from 'ical-generator';
import { athleteBehindFeed } from './store/feeds.ts';
import type { AppDb, AppTransaction } from '../platform/db/connect.ts';
import { seasonOn } from './store/seasons.ts';
import { todayOf } from '../people/index.ts';

/** Days of meals and training that a calendar reaches ahead and back. */
const AHEAD = 84;
const BACK = 7;

/** A moment on the wall clock as ical-generator takes it: a date whose own (server) clock shows it, written as floating. */
const wallClock = (date: IsoDate, time: string, minutes = 0): Date => {
  const [year, month, day] = date.split('-').map(Number);
  const [hour, minute] = time.split(':').map(Number);
  return new Date(Date.UTC(year ?? 0, (month ?? 1) - 1, day, hour, (minute ?? 0) + minutes));
};

/**
 * The iCalendar text of a season. Times are floating (RFC 5545, 3.3.5, form 1): a meal at 07:00 stays at 07:00 wherever the
 * athlete wakes, and over a change of clocks. Whole days end, as the standard has it, on the day after their last.
 */
export const calendarText = (name: string, entries: readonly CalendarEntry[], stamp: Date): string => {
  const calendar = ical({ name, prodId: { company: 'Maul', product: 'Season', language: 'EN' }, ttl: 3600 });
  for (const entry of entries) {
    const allDay = entry.time === null;
    calendar.createEvent({
      id: `${entry.id}@maul`,
      summary: entry.title,
      categories: [{ name: entry.kind }],
      stamp,
      start: wallClock(entry.from, entry.time?.at ?? '00:00'),
      end: allDay
        ? wallClock(addDays(entry.to, 1), '00:00')
        : wallClock(entry.from, entry.time?.at ?? '00:00', entry.time?.minutes ?? 0),
      allDay,
      floating: !allDay,
      timezone: 'UTC',
    });
  }
  return calendar.toString();
};

const entriesOf = (season: Season, profile: Profile, today: IsoDate): CalendarEntry[] =>
  calendarEntries(season, profile.routine, addDays(today, -BACK), addDays(today, AHEAD));

/** The calendar of an athlete whom the acting person may see. */
export const calendarOf = async (
  trx: AppTransaction,
  athlete: { id: string; zone: string; dayTurnsAt: number; profile: Profile },
): Promise<string> => {
  const today = todayOf(athlete);
  const season = await seasonOn(trx, athlete.id, today);
  return calendarText('Maul', entriesOf(season, athlete.profile, today), new Date());
};

/** The calendar behind a private address; undefined when the address is not, or no more, one. */
export const calendarOfFeed = (db: AppDb, secret: string): Promise<string | undefined> =>
  db.transaction().execute(async (trx) => {
    const athlete = await athleteBehindFeed(trx, secret);
    if (!athlete) return undefined;
    const today = todayOf({ zone: athlete.zone, dayTurnsAt: athlete.day_turns_at });
    const season = await seasonOn(trx, athlete.athlete_id, today);
    return calendarText('Maul', entriesOf(season, athlete.profile, today), new Date());
  });
