import type { BodyBasis } from '../body/index.ts';
import { TARGET_WORDS } from '../nutrition/index.ts';
import { addDays, daysBetween, type IsoDate } from '../units/index.ts';
import { afterShowCautions } from './cautions/afterShow.ts';
import { boardCautions } from './cautions/board.ts';
import { cautionPerson, type KnownAthlete } from './cautions/person.ts';
import { planCautions, withMeasured } from './cautions/plan.ts';
import { type Caution, inGravity } from './cautions/types.ts';
import { byMoment, type ChangeOrder } from './orders/order.ts';
import type { Routine } from './season/mealPattern.ts';
import { phasesInOrder, seasonProblems, type Season } from './season/season.ts';
import { targetsFrom, type DayTargets } from './targets/targets.ts';
import { newlyImpossible } from './targets/week.ts';

/**
 * What a change of the plan does and what may hurt in it. Page and server both ask here, each with what is in force on the day from
 * which the change acts, so that what was shown before signing is what is judged when it is signed.
 */

/** Why a change cannot be made, as a stable word and a sentence for people. */
export interface PlanFault {
  kind: 'past-date' | 'ends-before-start' | 'season' | 'impossible' | 'binds-nothing' | 'acts-on-nothing';
  sentence: string;
}

/** What was in force on the day from which a change acts. */
export interface PlanInForce {
  season: Season;
  bases: readonly BodyBasis[];
  orders: readonly ChangeOrder[];
}

/** Whose plan it is. */
export type ReviewedAthlete = KnownAthlete & { profile: { routine: Routine }; hasCoach: boolean };

/** Days from its start over which an order is looked at. */
export const ORDER_LOOK_DAYS = 28;
/** How far ahead the cautions of a season look, days. */
const SEASON_LOOK_DAYS = 400;

/** Cautions of planned days in a row, and those of the log (`measured`) where the plan takes energy away. The gravest first. */
export const reviewDays = (
  days: readonly DayTargets[],
  athlete: ReviewedAthlete,
  measured: readonly Caution[],
  carbsMove: boolean,
): Caution[] => {
  const [first] = days;
  if (!first) return [];
  const person = cautionPerson(athlete, first.basis, first.date);
  return withMeasured(planCautions(days, person, athlete.profile.routine, carbsMove), measured, days);
};

export interface OrderReview {
  /** The days that the order binds in the four weeks from its start, as they are and as they would be, in step. */
  before: DayTargets[];
  after: DayTargets[];
  cautions: Caution[];
  /** What stands in the way; null when nothing does. */
  fault: PlanFault | null;
}

/** What an order asks for in the mean of the four weeks from its start, kcal a day; days that it does not bind count as nothing. */
export const orderBalance = ({ before, after }: Pick<OrderReview, 'before' | 'after'>): number =>
  after.reduce((sum, day, i) => {
    const [then, now] = [energyOfDay(day), energyOfDay(before[i])];
    return then === undefined || now === undefined ? sum : sum + then - now;
  }, 0) / ORDER_LOOK_DAYS;

/** A day's energy aim, kcal, or what its macros come to where it has none. */
const energyOfDay = (day: DayTargets | undefined): number | undefined => {
  if (!day) return undefined;
  const { ENERC, PROCNT, CARB, FAT } = day.windows;
  if (ENERC) return ENERC.aim;
  return PROCNT || CARB || FAT
    ? 4 * (PROCNT?.aim ?? 0) + 4 * (CARB?.aim ?? 0) + 9 * (FAT?.aim ?? 0)
    : undefined;
};

const orderFault = (order: ChangeOrder, bound: readonly DayTargets[], today: IsoDate): PlanFault | null => {
  if (order.from < today)
    return {
      kind: 'past-date',
      sentence: `An order starts today (${today}) at the earliest: past days stay as they were.`,
    };
  if (order.until !== null && order.until < order.from)
    return {
      kind: 'ends-before-start',
      sentence: `An order cannot end on ${order.until}, before it starts.`,
    };
  if (bound.length === 0)
    return {
      kind: 'binds-nothing',
      sentence: `In the four weeks from ${order.from} there is no day that this order would bind.`,
    };
  const impossible = bound.flatMap((day) => day.problems)[0];
  if (impossible !== undefined) return { kind: 'impossible', sentence: impossible };
  if (bound.every((day) => day.windows[order.macro] === null))
    return {
      kind: 'acts-on-nothing',
      sentence: `The phase sets no ${TARGET_WORDS[order.macro]} on those days, so there is nothing for the order to act on.`,
    };
  return null;
};

/**
 * An order before it is signed: the days it binds with and without it, what may hurt, and what stands in its way. `plan` is what is
 * in force on `order.from`; an order of the same id in it is taken as replaced. kcal and grams.
 */
export const reviewOrder = (
  plan: PlanInForce,
  order: ChangeOrder,
  athlete: ReviewedAthlete,
  today: IsoDate,
  measured: readonly Caution[] = [],
): OrderReview => {
  const others = plan.orders.filter((o) => o.id !== order.id);
  const orders = [...others, { ...order, heldUntil: undefined }].sort(byMoment);
  const now = targetsFrom(plan.season, plan.bases, others, order.from, ORDER_LOOK_DAYS);
  const then = targetsFrom(plan.season, plan.bases, orders, order.from, ORDER_LOOK_DAYS);
  const bound = then.flatMap((day, i) => (day?.orders.some((o) => o.id === order.id) ? [i] : []));
  const pick = (days: readonly (DayTargets | undefined)[]): DayTargets[] =>
    bound.map((i) => days[i]).filter((day) => day !== undefined);
  const after = pick(then);
  const days = then.filter((day) => day !== undefined);
  const carbsMove = order.macro === 'CARB' || order.macro === 'ENERC';
  return {
    before: pick(now),
    after,
    cautions: reviewDays(days, athlete, measured, carbsMove),
    fault: orderFault(order, after, today),
  };
};

/** The days from a date on that a season makes, as far as anybody plans, at most 400. */
export const daysAhead = (
  season: Season,
  plan: Omit<PlanInForce, 'season'>,
  today: IsoDate,
): DayTargets[] => {
  const last = phasesInOrder(season).at(-1)?.to;
  const count =
    last === undefined ? 0 : Math.max(0, Math.min(SEASON_LOOK_DAYS, daysBetween(today, last) + 1));
  return targetsFrom(season, plan.bases, plan.orders, today, count).filter((day) => day !== undefined);
};

/** True when carbohydrate differs on one of the first four weeks of days. */
export const carbsDiffer = (before: readonly DayTargets[], after: readonly DayTargets[]): boolean => {
  const known = new Map(before.map((day) => [day.date, day.windows.CARB?.aim ?? null]));
  return after
    .slice(0, ORDER_LOOK_DAYS)
    .some((day) => known.get(day.date) !== (day.windows.CARB?.aim ?? null));
};

/** A phase that has begun keeps its start, and nothing new appears in the past. */
const pastFault = (before: Season, after: Season, today: IsoDate): PlanFault | null => {
  const said = (sentence: string): PlanFault => ({ kind: 'past-date', sentence });
  for (const phase of after.phases) {
    if (phase.from >= today) continue;
    const old = before.phases.find((p) => p.id === phase.id);
    if (!old)
      return said(
        `A new phase starts today (${today}) at the earliest, not on ${phase.from}: past days stay as they were.`,
      );
    if (old.from !== phase.from)
      return said(`A phase that has begun keeps its start (${old.from}): past days stay as they were.`);
    if (phase.to < addDays(today, -1) && old.to !== phase.to)
      return said('A phase cannot end before yesterday: past days stay as they were.');
  }
  for (const event of after.events) {
    const old = before.events.find((e) => e.id === event.id);
    if (event.date < today && old?.date !== event.date)
      return said(`${event.name} on ${event.date} is over: choose today (${today}) or later.`);
  }
  return null;
};

export interface SeasonReview {
  /** The days from today on that the season makes. */
  days: DayTargets[];
  cautions: Caution[];
  /** What stands in the way, the first to be mended first; empty when nothing does. */
  faults: PlanFault[];
}

/**
 * A season before it is signed: the days it makes from today on, what may hurt in them, and what stands in its way. `plan` is what is
 * in force today, `plan.season` the season it would replace. kcal and grams.
 */
export const reviewSeason = (
  plan: PlanInForce,
  season: Season,
  athlete: ReviewedAthlete,
  today: IsoDate,
  measured: readonly Caution[] = [],
): SeasonReview => {
  const wrong = seasonProblems(season).map((sentence): PlanFault => ({ kind: 'season', sentence }));
  const past = pastFault(plan.season, season, today);
  const faults = [...wrong, ...(past ? [past] : [])];
  // A season that contradicts itself has no days to look at.
  if (wrong.length > 0) return { days: [], cautions: [], faults };
  const before = daysAhead(plan.season, plan, today);
  const days = daysAhead(season, plan, today);
  const impossible = newlyImpossible(before, days).map(({ date, problem }): PlanFault => ({
    kind: 'impossible',
    sentence: `On ${date}: ${problem}`,
  }));
  return {
    days,
    cautions: inGravity([
      ...reviewDays(days, athlete, measured, carbsDiffer(before, days)),
      ...boardCautions(season, plan.bases, today, athlete.hasCoach),
      ...afterShowCautions(season, days),
    ]),
    faults: [...faults, ...impossible],
  };
};
