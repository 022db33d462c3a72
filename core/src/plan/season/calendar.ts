import { addDays, weekday, type IsoDate } from '../../units/index.ts';
import { slotTime, type Routine, type SessionKind } from './mealPattern.ts';
import { dayTypeOn, patternOn, phaseName, phaseOn, phasesInOrder, type Season } from './season.ts';

/** Something for a calendar: whole days, or a time on the athlete's own clock wherever they are. */
export interface CalendarEntry {
  /** The same entry has the same id in every export. */
  id: string;
  kind: 'phase' | 'event' | 'day-type' | 'meal' | 'training';
  title: string;
  from: IsoDate;
  /** Last day, for entries of whole days. */
  to: IsoDate;
  /** HH:MM and minutes; null for whole days. */
  time: { at: string; minutes: number } | null;
}

const SESSION_WORDS: Readonly<Record<SessionKind, string>> = {
  resistance: 'Training',
  cardio: 'Cardio',
  posing: 'Posing',
};
const MEAL_MINUTES = 20;

/**
 * A season as calendar entries: its phases and events whole, and for the days from `from` to `to` their day type, meals and
 * sessions. Times are wall-clock times of wherever the athlete is. No weights and no figures leave with it.
 */
export const calendarEntries = (
  season: Season,
  routine: Routine,
  from: IsoDate,
  to: IsoDate,
): CalendarEntry[] => {
  const entries: CalendarEntry[] = [];
  for (const phase of phasesInOrder(season))
    entries.push({
      id: `phase-${phase.id}`,
      kind: 'phase',
      title: phaseName(phase),
      from: phase.from,
      to: phase.to,
      time: null,
    });
  for (const event of season.events)
    entries.push({
      id: `event-${event.id}`,
      kind: 'event',
      title: event.name,
      from: event.date,
      to: event.date,
      time: null,
    });
  for (let date = from; date <= to; date = addDays(date, 1)) {
    const day = weekday(date);
    for (const [i, session] of routine.sessions.entries())
      if (session.weekday === day)
        entries.push({
          id: `${date}-session-${i}`,
          kind: 'training',
          title: SESSION_WORDS[session.kind],
          from: date,
          to: date,
          time: { at: session.start, minutes: session.minutes },
        });
    const phase = phaseOn(season, date);
    const dayType = phase && dayTypeOn(phase, date);
    if (!phase || !dayType) continue;
    if (phase.dayTypes.length > 1)
      entries.push({
        id: `${date}-type`,
        kind: 'day-type',
        title: `${dayType.name} day`,
        from: date,
        to: date,
        time: null,
      });
    const pattern = patternOn(phase, dayType);
    const timed = (pattern?.slots ?? []).map((slot) => ({ slot, at: slotTime(slot, routine, day) }));
    timed
      .sort((a, b) => a.at.localeCompare(b.at))
      .forEach(({ slot, at }, i) =>
        entries.push({
          id: `${date}-${slot.id}`,
          kind: 'meal',
          title: `Meal ${i + 1}`,
          from: date,
          to: date,
          time: { at, minutes: MEAL_MINUTES },
        }),
      );
  }
  return entries;
};
