import { whole, addDays, weekStart, type IsoDate } from '../../units/index.ts';
import { phaseOn, type Phase, type Season } from '../season/season.ts';
import type { BodyBasis } from '../../body/index.ts';
import type { ChangeOrder } from '../orders/order.ts';
import { phaseAim } from './parts.ts';
import { dayTargets, targetsFrom, type DayTargets } from './targets.ts';

const signed = (value: number): string => `${value < 0 ? '−' : '+'}${whole(Math.abs(value))}`;

export interface WeekAim {
  from: IsoDate;
  days: (DayTargets | undefined)[];
  /** Mean of the days' energy aims with the orders in force, kcal; undefined when no day has one. */
  mean: number | undefined;
  /** The same without orders: what the day types give. */
  byTypes: number | undefined;
  /** Mean of the phases' own aims over the same days, kcal. */
  aim: number | undefined;
  /** What does not fit, in a sentence; undefined when day types and aim agree. */
  mismatch: string | undefined;
  /** What the orders do to the week, in a sentence; undefined without any. */
  byOrders: string | undefined;
}

/** A week whose day types lie further than this from the aim does not average to it, part of the aim. common practice, no source. */
export const MEAN_TOLERANCE = 0.01;

const meanOf = (values: readonly number[]): number | undefined =>
  values.length === 0 ? undefined : values.reduce((sum, v) => sum + v, 0) / values.length;

/** The week that holds a date: its days, their mean, and whether the day types average to the phase's aim. kcal. */
export const weekAim = (
  season: Season,
  bases: readonly BodyBasis[],
  orders: readonly ChangeOrder[],
  date: IsoDate,
  startsOn = 1,
): WeekAim => {
  const from = weekStart(date, startsOn);
  const days = targetsFrom(season, bases, orders, from, 7);
  const plain = targetsFrom(season, bases, [], from, 7);
  const wanted: number[] = [];
  const typed: number[] = [];
  const real: number[] = [];
  plain.forEach((day, i) => {
    const aim = day?.windows.ENERC?.aim;
    const now = days[i]?.windows.ENERC?.aim;
    if (!day || aim === undefined || now === undefined) return;
    typed.push(aim);
    real.push(now);
    wanted.push(phaseAim(day.phase, day.basis));
  });
  const [mean, byTypes, aim] = [meanOf(real), meanOf(typed), meanOf(wanted)];
  const off = byTypes === undefined || aim === undefined ? 0 : byTypes - aim;
  const moved = mean === undefined || byTypes === undefined ? 0 : mean - byTypes;
  return {
    from,
    days,
    mean,
    byTypes,
    aim,
    mismatch:
      aim !== undefined && byTypes !== undefined && Math.abs(off) > Math.max(15, MEAN_TOLERANCE * aim)
        ? `The days of this week average ${whole(byTypes)} kcal, ${whole(Math.abs(off))} ${off > 0 ? 'above' : 'below'} the aim of ${whole(aim)} kcal.`
        : undefined,
    byOrders: Math.abs(moved) >= 1 ? `Orders in force: ${signed(moved)} kcal a day.` : undefined,
  };
};

/** A day is moved at most this far below its aim when a week is levelled. common practice, no source. */
export const LEVEL_DOWN = 0.1;
/** Levelling spreads over at least so many days. common practice, no source. */
export const LEVEL_DAYS = 3;

/** Less than this over a whole week is rounding, kcal. */
const ROUNDING = 8;

export interface Levelled {
  phase: Phase;
  /** kcal of the week that could not be placed; 0 when its mean is held. */
  left: number;
  /** What was done, or why it could not be, in a sentence. */
  said: string;
}

/**
 * Spreads what exceptions took or added over the other days of the week that are still to come, so that its mean is held:
 * over at least three days, none more than 10 % below its aim, none under what protein and fat need or under `leastKcal` (with
 * the `orders` in force).
 * `today` and later may move. What cannot be placed is said and left. kcal. Source: common practice, no source.
 */
export const levelWeek = (
  season: Season,
  phaseId: string,
  bases: readonly BodyBasis[],
  date: IsoDate,
  today: IsoDate,
  options: { startsOn?: number; leastKcal?: number; orders?: readonly ChangeOrder[] } = {},
): Levelled => {
  const phase = season.phases.find((p) => p.id === phaseId);
  if (!phase) throw new RangeError('This phase is not there any more.');
  const from = weekStart(date, options.startsOn ?? 1);
  const dates = Array.from({ length: 7 }, (_, i) => addDays(from, i)).filter(
    (d) => phaseOn(season, d)?.id === phaseId,
  );
  const levels = { ...phase.levels };
  // Days that are over keep what they were levelled by; it counts as given.
  for (const d of dates) if (d >= today) delete levels[d];
  const bare: Phase = { ...phase, levels };
  const seasonOf = (p: Phase): Season => ({
    ...season,
    phases: season.phases.map((q) => (q.id === phaseId ? p : q)),
  });
  const now = new Map(dates.map((d) => [d, dayTargets(seasonOf(bare), bases, [], d)] as const));
  const usual = (d: IsoDate): number | undefined => {
    const { [d]: _gone, ...exceptions } = phase.exceptions;
    return dayTargets(seasonOf({ ...phase, exceptions, levels: {} }), bases, [], d)?.windows.ENERC?.aim;
  };
  if (dates.some((d) => !now.get(d)?.windows.ENERC))
    return {
      phase: bare,
      left: 0,
      said: 'A day of this week has no possible target, so nothing is levelled.',
    };
  let owed = 0;
  for (const d of dates) {
    const [then, is] = [usual(d), now.get(d)?.windows.ENERC?.aim];
    if (then !== undefined && is !== undefined) owed += then - is;
  }
  if (Math.abs(owed) < 1) return { phase: bare, left: 0, said: 'The week keeps its mean as it is.' };
  const free = dates.filter((d) => d >= today && phase.exceptions[d] === undefined);
  if (free.length < LEVEL_DAYS)
    return {
      phase: bare,
      left: owed,
      said: `Only ${free.length} ${free.length === 1 ? 'day is' : 'days are'} left to level over, and three are needed: the week stays ${whole(Math.abs(owed))} kcal ${owed < 0 ? 'above' : 'below'} its mean. Nothing is taken back.`,
    };
  const room = (d: IsoDate): number => {
    const windows = dayTargets(seasonOf(bare), bases, options.orders ?? [], d)?.windows;
    const aim = windows?.ENERC?.aim ?? 0;
    const needed = 4 * (windows?.PROCNT?.aim ?? 0) + 9 * (windows?.FAT?.aim ?? 0);
    return Math.max(0, Math.min(LEVEL_DOWN * aim, aim - needed, aim - (options.leastKcal ?? 0)));
  };
  const share = new Map(free.map((d) => [d, 0]));
  let left = Math.round(owed);
  let open = [...free];
  while (Math.abs(left) >= 1 && open.length > 0) {
    const each = Math.trunc(left / open.length) || Math.sign(left);
    for (const d of [...open]) {
      if (Math.abs(left) < 1) break;
      const before = share.get(d) ?? 0;
      const after = Math.max(-Math.floor(room(d)), before + each);
      share.set(d, after);
      left -= after - before;
      if (after - before !== each) open = open.filter((o) => o !== d);
    }
  }
  // Macros are whole grams, so that a day may land a few kcal beside its share: what passes the bound is given back.
  for (const [d, kcal] of share) {
    if (kcal >= 0) continue;
    const aim = now.get(d)?.windows.ENERC?.aim ?? 0;
    const least = Math.max(aim * (1 - LEVEL_DOWN), options.leastKcal ?? 0);
    let given = kcal;
    const lands = (): number =>
      dayTargets(seasonOf({ ...phase, levels: { ...levels, [d]: given } }), bases, [], d)?.windows.ENERC
        ?.aim ?? Infinity;
    while (given < 0 && lands() < least) given += 1;
    left += kcal - given;
    share.set(d, given);
  }
  for (const [d, kcal] of share) if (kcal !== 0) levels[d] = kcal;
  const moved = [...share.values()].filter((v) => v !== 0);
  return {
    phase: { ...phase, levels },
    left: Math.abs(left) < ROUNDING ? 0 : left,
    said:
      Math.abs(left) < ROUNDING
        ? `The week keeps its mean: ${moved.length} other days move by ${signed(Math.min(...moved))}${Math.min(...moved) === Math.max(...moved) ? '' : ` to ${signed(Math.max(...moved))}`} kcal.`
        : `${whole(Math.abs(left))} kcal of the week could not be placed: no day goes more than 10 % below its aim or under what protein and fat need.`,
  };
};

/**
 * What cannot be had in a plan and could be before it, each sentence once with the first day it is about; empty when the plan
 * makes no day impossible that was possible.
 */
export const newlyImpossible = (
  before: readonly DayTargets[],
  after: readonly DayTargets[],
): { date: IsoDate; problem: string }[] => {
  const known = new Set(before.flatMap((day) => day.problems));
  const found = new Map<string, IsoDate>();
  for (const day of after)
    for (const problem of day.problems)
      if (!known.has(problem) && !found.has(problem)) found.set(problem, day.date);
  return [...found].map(([problem, date]) => ({ date, problem }));
};
