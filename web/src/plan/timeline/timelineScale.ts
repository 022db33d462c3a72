import { addDays, daysBetween, type IsoDate } from '@maul/core/units';
import {
  moveEvent,
  movePhase,
  phaseDays,
  phasesInOrder,
  stretchPhase,
  type Phase,
  type Season,
} from '@maul/core/plan';

/** What of a season is being moved, and by how many days. */
export type Drag =
  | { what: 'edge'; id: string; edge: 'from' | 'to'; days: number }
  | { what: 'phase'; id: string; days: number }
  | { what: 'event'; id: string; days: number };

export interface Dragged {
  season: Season;
  /** Why it cannot go there, when it cannot. */
  problem: string | undefined;
}

/** The season with something moved by some days; the same season where it cannot move. */
export const dragSeason = (season: Season, drag: Drag, today: IsoDate, newId: () => string): Dragged => {
  if (drag.what === 'event') {
    const event = season.events.find((e) => e.id === drag.id);
    if (!event || drag.days === 0) return { season, problem: undefined };
    const moved = moveEvent(season, drag.id, addDays(event.date, drag.days), today, newId);
    return { season: moved.season ?? season, problem: moved.problems[0] };
  }
  const phase = season.phases.find((p) => p.id === drag.id);
  if (!phase || drag.days === 0) return { season, problem: undefined };
  return {
    season:
      drag.what === 'phase'
        ? movePhase(season, drag.id, drag.days, today)
        : stretchPhase(season, drag.id, drag.edge, addDays(phase[drag.edge], drag.days), today),
    problem: undefined,
  };
};

/** The stretch of days that a timeline shows: the whole season, today in it, and air at the end; at least half a year. */
export const timelineSpan = (season: Season, today: IsoDate): { from: IsoDate; days: number } => {
  const phases = phasesInOrder(season);
  const starts = [today, ...phases.map((p) => p.from)].sort();
  const ends = [today, ...phases.map((p) => p.to), ...season.events.map((e) => e.date)].sort();
  const from = addDays(starts[0] ?? today, -7);
  return { from, days: Math.max(182, daysBetween(from, ends.at(-1) ?? today) + 15) };
};

export interface WeekTick {
  date: IsoDate;
  /** Weeks to the show that is counted to; 0 on the show itself. */
  out: number;
}

/** A tick for each whole week before each show, back to the show before it or the start. */
export const weeksOut = (season: Season, from: IsoDate): WeekTick[] => {
  const shows = season.events
    .filter((e) => e.kind !== 'trip' && e.date >= from)
    .map((e) => e.date)
    .sort();
  return shows.flatMap((date, i) => {
    const back = shows[i - 1] ?? addDays(from, -1);
    const weeks = Math.floor((daysBetween(back, date) - 1) / 7);
    return Array.from({ length: weeks + 1 }, (_, out) => ({ date: addDays(date, -7 * out), out }));
  });
};

/** The first days of the months in a stretch. */
export const monthStarts = (from: IsoDate, days: number): IsoDate[] => {
  const starts: IsoDate[] = [];
  for (let i = 0; i < days; i += 1) {
    const date = addDays(from, i);
    if (date.endsWith('-01')) starts.push(date);
  }
  return starts;
};

/** "16 weeks", "10 days", "3 weeks 2 days". */
export const lengthText = (phase: Pick<Phase, 'from' | 'to'>): string => {
  const days = phaseDays(phase);
  const [weeks, rest] = [Math.floor(days / 7), days % 7];
  const said = [
    weeks > 0 ? `${weeks} ${weeks === 1 ? 'week' : 'weeks'}` : '',
    rest > 0 ? `${rest} ${rest === 1 ? 'day' : 'days'}` : '',
  ];
  return said.filter((s) => s !== '').join(' ');
};
