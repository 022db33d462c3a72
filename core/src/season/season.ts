import { addDays, daysBetween, weekday, type IsoDate } from '../units/index.ts';
import type { EnergyRule, MacroRule, PhaseKind, Tolerance } from './rules.ts';

export const PHASE_NAMES: Readonly<Record<PhaseKind, string>> = {
  'off-season': 'Off-season',
  'mini-cut': 'Mini-cut',
  cut: 'Cut',
  'contest-prep': 'Contest prep',
  'peak-week': 'Peak week',
  'between-shows': 'Between shows',
  'post-show': 'Post-show',
  maintenance: 'Maintenance',
  'diet-break': 'Diet break',
};

/** A kind of day within a phase: what it adds to or takes from the phase's aim, all of it in carbohydrate. */
export interface DayType {
  id: string;
  name: string;
  /** kcal added to the phase's aim on such a day; negative takes away. */
  energyOffset: number;
}

/** A stretch of the season with one aim. Both dates belong to it. */
export interface Phase {
  id: string;
  kind: PhaseKind;
  from: IsoDate;
  to: IsoDate;
  energy: EnergyRule;
  macros: MacroRule;
  tolerance: Tolerance;
  /** Wanted change of body mass, % a week, low <= high. */
  rate: { low: number; high: number };
  dayTypes: DayType[];
  /** Day type of Monday to Sunday. */
  week: string[];
  /** Another day type on a date. */
  exceptions: Record<string, string>;
}

export interface SeasonEvent {
  id: string;
  kind: 'show' | 'shoot' | 'trip';
  name: string;
  date: IsoDate;
}

export interface Season {
  phases: Phase[];
  events: SeasonEvent[];
}

/** The phase that holds a date, or undefined between phases. */
export const phaseOn = (season: Season, date: IsoDate): Phase | undefined =>
  season.phases.find((phase) => phase.from <= date && date <= phase.to);

/** The day type of a date within its phase: the exception on that date, else the week's pattern. Undefined outside every phase. */
export const dayTypeOn = (phase: Phase, date: IsoDate): DayType | undefined => {
  const id = phase.exceptions[date] ?? phase.week[weekday(date) - 1];
  return phase.dayTypes.find((type) => type.id === id);
};

/** Which week of its phase a date lies in, counted from 1, and of how many. */
export const phaseWeek = (phase: Phase, date: IsoDate): { week: number; of: number } => ({
  week: Math.floor(daysBetween(phase.from, date) / 7) + 1,
  of: Math.ceil((daysBetween(phase.from, phase.to) + 1) / 7),
});

export interface Countdown {
  event: SeasonEvent;
  /** Whole days left; 0 on the day itself. */
  days: number;
  /** Whole weeks left and the days over. */
  weeks: number;
  restDays: number;
}

/** The next show or shoot on or after a date, with weeks and days left; undefined when none is set. */
export const countdown = (season: Season, date: IsoDate): Countdown | undefined => {
  const next = season.events
    .filter((event) => event.kind !== 'trip' && event.date >= date)
    .sort((a, b) => a.date.localeCompare(b.date))[0];
  if (!next) return undefined;
  const days = daysBetween(date, next.date);
  return { event: next, days, weeks: Math.floor(days / 7), restDays: days % 7 };
};

/** What is wrong with a season, in sentences; empty when nothing is. Nothing is changed. */
export const seasonProblems = (season: Season): string[] => {
  const problems: string[] = [];
  const phases = [...season.phases].sort((a, b) => a.from.localeCompare(b.from));
  phases.forEach((phase, i) => {
    const name = PHASE_NAMES[phase.kind];
    if (phase.to < phase.from)
      problems.push(`${name} ends on ${phase.to}, before it starts on ${phase.from}.`);
    const next = phases[i + 1];
    if (next && next.from <= phase.to)
      problems.push(
        `${name} runs to ${phase.to} and ${PHASE_NAMES[next.kind]} starts on ${next.from}: they overlap. Start it on ${addDays(phase.to, 1)}.`,
      );
    if (phase.week.length !== 7) problems.push(`${name} needs a day type for each of the seven days.`);
    for (const id of [...phase.week, ...Object.values(phase.exceptions)])
      if (!phase.dayTypes.some((type) => type.id === id))
        problems.push(`${name} uses a day type "${id}" that it does not have.`);
    if (phase.rate.low > phase.rate.high)
      problems.push(`${name} wants a rate whose low end lies above its high end.`);
  });
  return problems;
};
