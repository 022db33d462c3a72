import { phaseOn, type Season } from '../plan/index.ts';
import { datesFrom, daysBetween, type IsoDate, weekday } from '../units/index.ts';

/** One date of one athlete that their coach keeps in mind. */
export interface TeamDate {
  /** The same date has the same id in every list. */
  id: string;
  athleteId: string;
  name: string;
  kind: 'show' | 'shoot' | 'trip' | 'peak week' | 'week';
  /** The event, or what falls due. */
  what: string;
  from: IsoDate;
  /** Last day, for what goes on for several. */
  to: IsoDate;
}

/** An athlete, as their dates need them. */
export interface TeamMember {
  athleteId: string;
  name: string;
  season: Season;
  /** Weekday of their check-in, from 1, Monday. */
  checkInOn: number;
}

const meets = (one: { from: IsoDate; to: IsoDate }, from: IsoDate, to: IsoDate): boolean =>
  one.from <= to && one.to >= from;

/**
 * Shows, shoots, trips, peak weeks and check-in days of a team between two dates, by day and then by name. In a peak week every day has its check-in, so
 * none is listed there.
 *
 * @example
 * // No season: a week falls due on each Monday.
 * const nobody = { athleteId: 'a', name: 'A', season: { phases: [], events: [] }, checkInOn: 1 };
 * teamDates([nobody], isoDate('2026-11-23'), isoDate('2026-11-30')).map((d) => d.from); // => ['2026-11-23', '2026-11-30']
 */
export const teamDates = (members: readonly TeamMember[], from: IsoDate, to: IsoDate): TeamDate[] =>
  members
    .flatMap(({ athleteId, name, season, checkInOn }): TeamDate[] => {
      const date = (kind: TeamDate['kind'], what: string, first: IsoDate, last: IsoDate): TeamDate => ({
        id: `${athleteId}-${kind.replace(' ', '-')}-${first}`,
        athleteId,
        name,
        kind,
        what,
        from: first,
        to: last,
      });
      const weeks = datesFrom(from, daysBetween(from, to) + 1).filter(
        (day) => weekday(day) === checkInOn && phaseOn(season, day)?.kind !== 'peak-week',
      );
      return [
        ...season.events.map((event) => date(event.kind, event.name, event.date, event.date)),
        ...season.phases
          .filter((phase) => phase.kind === 'peak-week')
          .map((phase) => date('peak week', 'peak week', phase.from, phase.to)),
        ...weeks.map((day) => date('week', 'week', day, day)),
      ].filter((one) => meets(one, from, to));
    })
    .sort(
      (a, b) => a.from.localeCompare(b.from) || a.name.localeCompare(b.name) || a.kind.localeCompare(b.kind),
    );
