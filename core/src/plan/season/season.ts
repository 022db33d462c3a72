import { addDays, daysBetween, weekday, type IsoDate } from '../../units/index.ts';
import { type Board, boardDay, dayName, offsetOn } from '../../peak/index.ts';
import { BOARD_DAY, type DayType } from './dayTypes.ts';
import type { MealPattern } from './mealPattern.ts';
import type { EnergyPolicy, MacroPolicy, PhaseKind, Tolerance } from './rules.ts';

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

/** A stretch of the season with one aim. Both dates belong to it. */
export interface Phase {
  id: string;
  kind: PhaseKind;
  /** What it is called where its kind does not say enough ("Recover", "Push"); null takes the kind's name. */
  name: string | null;
  from: IsoDate;
  to: IsoDate;
  /** The event that it moves with; null when it gives way to its neighbours. */
  hangsOn: string | null;
  energy: EnergyPolicy;
  macros: MacroPolicy;
  tolerance: Tolerance;
  /** Wanted change of body mass, % a week, low <= high. */
  rate: { low: number; high: number };
  dayTypes: DayType[];
  /** Day type of Monday to Sunday. */
  week: string[];
  /** Another day type on a date. */
  exceptions: Record<string, string>;
  /** kcal more or less on a date, so that its week keeps its mean. */
  levels: Record<string, number>;
  /** True when placing a day type on a date levels the rest of its week. */
  holdMean: boolean;
  patterns: MealPattern[];
  /** The meal pattern of days whose type names none; null without meals of their own. */
  patternId: string | null;
  /** A peak week day by day; its days are what the board says, whatever their type. Left out where there is none. */
  board?: Board | undefined;
}

/** A phase without its dates, and without what was set on single days. */
export type PhaseRules = Omit<Phase, 'id' | 'from' | 'to' | 'hangsOn' | 'exceptions' | 'levels' | 'board'>;

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

/** What a phase is called. */
export const phaseName = (phase: Pick<Phase, 'kind' | 'name'>): string =>
  phase.name ?? PHASE_NAMES[phase.kind];

/** The phases from first to last. */
export const phasesInOrder = (season: Season): Phase[] =>
  [...season.phases].sort((a, b) => a.from.localeCompare(b.from) || a.to.localeCompare(b.to));

/** Days that a phase holds, both ends counted. */
export const phaseDays = (phase: Pick<Phase, 'from' | 'to'>): number => daysBetween(phase.from, phase.to) + 1;

/** The phase that holds a date, or undefined between phases. */
export const phaseOn = (season: Season, date: IsoDate): Phase | undefined =>
  season.phases.find((phase) => phase.from <= date && date <= phase.to);

/** A day of a board as a day type of its own macros. */
const boardDayType = (phase: Phase, board: Board, date: IsoDate): DayType => {
  const { offset, cells } = boardDay(board, offsetOn({ to: phase.to, board }, date));
  const [protein, carbs, fat, fibre] = [cells.protein, cells.carbs, cells.fat, cells.fibre].map(
    (c) => c.value,
  );
  return {
    id: BOARD_DAY,
    name: dayName(offset),
    change: { kind: 'own', protein: protein ?? 0, carbs: carbs ?? 0, fat: fat ?? 0, fibre: fibre ?? 0 },
    widen: 1,
    patternId: null,
  };
};

/** The day type of a date within its phase: what its board says, the exception on that date, else the week's pattern. */
export const dayTypeOn = (phase: Phase, date: IsoDate): DayType | undefined => {
  if (phase.board) return boardDayType(phase, phase.board, date);
  const id = phase.exceptions[date] ?? phase.week[weekday(date) - 1];
  return phase.dayTypes.find((type) => type.id === id);
};

/** The meal pattern of a day of this type, if it has one. */
export const patternOn = (phase: Phase, dayType: DayType): MealPattern | undefined => {
  const id = dayType.patternId ?? phase.patternId;
  return phase.patterns.find((pattern) => pattern.id === id);
};

/** Which week of its phase a date lies in, counted from 1, and of how many. */
export const phaseWeek = (phase: Phase, date: IsoDate): { week: number; of: number } => ({
  week: Math.floor(daysBetween(phase.from, date) / 7) + 1,
  of: Math.ceil(phaseDays(phase) / 7),
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

/** True for phases whose aim lies below expenditure on purpose, whatever their rule says. */
export const isDietPhase = (kind: PhaseKind): boolean =>
  kind === 'cut' || kind === 'mini-cut' || kind === 'contest-prep';

const ruleProblems = (phase: Phase, name: string): string[] => {
  const problems: string[] = [];
  const { energy, macros } = phase;
  if (energy.kind === 'range' && energy.low > energy.high)
    problems.push(`${name} has an energy range whose low end lies above its high end.`);
  if (macros.kind === 'split') {
    const sum = macros.protein + macros.carbs + macros.fat;
    if (Math.abs(sum - 100) > 1e-6)
      problems.push(`The percentages of ${name} add up to ${Math.round(sum * 10) / 10} %, not to 100 %.`);
  }
  if (macros.kind === 'menu' && macros.portions.length === 0)
    problems.push(`The menu of ${name} has nothing in it yet.`);
  if (macros.kind === 'per-mass')
    for (const [word, part] of [
      ['protein', macros.protein],
      ['fat', macros.fat],
      ['carbs', macros.carbs],
    ] as const) {
      if (part && part.to !== null && part.to < part.amount)
        problems.push(`The band of ${word} in ${name} ends below where it begins.`);
      if (part && part.floor !== null && part.ceiling !== null && part.floor > part.ceiling)
        problems.push(`The floor of ${word} in ${name} lies above its ceiling.`);
    }
  return problems;
};

/** What is wrong with a season, in sentences; empty when nothing is. Nothing is changed. */
export const seasonProblems = (season: Season): string[] => {
  const problems: string[] = [];
  const phases = phasesInOrder(season);
  phases.forEach((phase, i) => {
    const name = phaseName(phase);
    if (phase.to < phase.from)
      problems.push(`${name} ends on ${phase.to}, before it starts on ${phase.from}.`);
    const next = phases[i + 1];
    if (next && next.from <= phase.to)
      problems.push(
        `${name} runs to ${phase.to} and ${phaseName(next)} starts on ${next.from}: they overlap. Start it on ${addDays(phase.to, 1)}.`,
      );
    if (phase.week.length !== 7) problems.push(`${name} needs a day type for each of the seven days.`);
    for (const id of [...phase.week, ...Object.values(phase.exceptions)])
      if (!phase.dayTypes.some((type) => type.id === id))
        problems.push(`${name} uses a day type "${id}" that it does not have.`);
    if (phase.rate.low > phase.rate.high)
      problems.push(`${name} wants a rate whose low end lies above its high end.`);
    for (const id of [phase.patternId, ...phase.dayTypes.map((type) => type.patternId)])
      if (id !== null && !phase.patterns.some((pattern) => pattern.id === id))
        problems.push(`${name} uses a meal pattern "${id}" that it does not have.`);
    if (phase.hangsOn !== null && !season.events.some((event) => event.id === phase.hangsOn))
      problems.push(`${name} moves with an event that is not there any more.`);
    if (phase.board && phase.kind !== 'peak-week')
      problems.push(
        `${name} has a board, which only a peak week has. Take the board away, or make it a peak week.`,
      );
    problems.push(...ruleProblems(phase, name));
  });
  return problems;
};

/** What is worth knowing about a season without being wrong: gaps, and events that are over. In sentences. */
export const seasonRemarks = (season: Season, today: IsoDate): string[] => {
  const remarks: string[] = [];
  const phases = phasesInOrder(season);
  phases.forEach((phase, i) => {
    const next = phases[i + 1];
    if (next && daysBetween(phase.to, next.from) > 1 && next.from > today)
      remarks.push(
        `No phase from ${addDays(phase.to, 1)} to ${addDays(next.from, -1)}: those days have no targets.`,
      );
  });
  for (const event of season.events) {
    if (event.kind === 'trip' || event.date < today) continue;
    if (phases.length > 0 && !phaseOn(season, event.date))
      remarks.push(`${event.name} on ${event.date} lies in no phase.`);
  }
  const last = phases.at(-1);
  if (last && last.to < today)
    remarks.push(`The last phase ended on ${last.to}: days since have no targets.`);
  return remarks;
};
