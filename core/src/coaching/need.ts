import { SOFT_BELOW } from '../diary/index.ts';
import type { Caution } from '../plan/index.ts';
import { whole } from '../units/index.ts';

/** What a coach's roster knows of one athlete's last seven complete days. */
export interface WeekInBrief {
  /** Hard cautions and signs of harm that no coach has read yet, in a sentence each. */
  harm: readonly string[];
  /** Change of the week mean, % a week; undefined with too few mornings. */
  rate: number | undefined;
  /** How likely the true pace lies below and above the wanted one; null while too few days count. */
  odds: { below: number; above: number } | null;
  wanted: { low: number; high: number };
  /** Days whose energy landed in its window, of the days with a closed log. */
  landed: number;
  logged: number;
  weighedShare: number | undefined;
  /** Days since anything was measured; undefined when nothing ever was. */
  quietDays: number | undefined;
  /** True where the log is not shared with this coach: then its silence says nothing. */
  hidden: boolean;
  /** True while the log is paused on purpose: then silence is no need. */
  paused: boolean;
  /** Notes of the athlete that the coach has not answered. */
  waitingNotes: number;
  /** Orders signed and not yet acknowledged. */
  openOrders: number;
  /** Days to the next show or shoot; undefined without one. */
  daysToShow: number | undefined;
  /** Days since a week was sent that nobody has answered; undefined while none waits. */
  weekWaits: number | undefined;
  /** Days that a week is late; 0 while none is. */
  weekLate: number;
}

export interface Need {
  /** Higher needs the coach sooner; only the order of it means anything. */
  score: number;
  /** Why, the gravest first. */
  reasons: string[];
}

/** A sign of harm in a few words for a list; the caution says it whole. */
export const signInWords = ({ id, figure }: Pick<Caution, 'id' | 'figure'>): string => {
  const number = figure === null ? '' : whole(figure);
  switch (id) {
    case 'very-low-intake':
      return `Eats ${number} kcal a day, below the floor`;
    case 'low-energy-availability':
      return `${number} kcal per kg of lean mass left after training`;
    case 'losing-too-fast':
      return `Loses ${Math.abs(figure ?? 0).toFixed(1)} % a week, two weeks running`;
    case 'swings':
      return 'A day of much less follows days of much more';
    case 'signs-of-low-availability':
      return 'Signs of low energy availability';
    default:
      return 'What they say of their health stands against this plan';
  }
};

/** A show within so many days comes before everything but harm. */
const NEAR_SHOW = 14;
/** From these odds on a pace is off; so sure one is of both ends of a 60 % band. common practice, no source. */
const OFF_ODDS = 0.8;
const upTo = (most: number, value: number): number => Math.min(most, Math.max(0, value));

/** Where the pace lies outside the wanted one, and how sure that is; undefined where it is not. */
const offPace = ({ odds, rate, wanted }: WeekInBrief): { part: number; reason: string } | undefined => {
  if (!odds) return undefined;
  const below = odds.below >= odds.above;
  const part = below ? odds.below : odds.above;
  if (part < OFF_ODDS) return undefined;
  const off = rate === undefined ? 0 : below ? wanted.low - rate : rate - wanted.high;
  const by = off >= 0.05 ? ` by ${off.toFixed(1)} % a week` : '';
  return {
    part,
    reason: `${below ? 'Below' : 'Above'} the wanted pace${by}, ${Math.min(99, Math.round(100 * part))} % sure`,
  };
};

/**
 * Who needs the coach first. What comes first outweighs all that comes after it together: harm; a near show; a pace that is off, by how sure that
 * is; a week that waits or is late; silence; days outside their windows; words that wait; the rest. The numbers say no more than that order. common
 * practice, no source.
 */
export const coachNeed = (week: WeekInBrief): Need => {
  const found: { weight: number; reason: string }[] = [];
  const add = (weight: number, reason: string) => found.push({ weight, reason });
  for (const sentence of week.harm) add(20_000, sentence);
  const { daysToShow } = week;
  if (daysToShow !== undefined && daysToShow <= NEAR_SHOW)
    add(
      500 + 500 * (NEAR_SHOW - daysToShow),
      daysToShow === 0
        ? 'On stage today'
        : daysToShow === 1
          ? 'A day to the show'
          : `${daysToShow} days to the show`,
    );
  const off = offPace(week);
  if (off) add(200 + upTo(50, (50 * (off.part - OFF_ODDS)) / (1 - OFF_ODDS)), off.reason);
  if (week.weekWaits !== undefined)
    add(
      80 + 6 * upTo(5, week.weekWaits),
      week.weekWaits === 0
        ? 'A week was sent today'
        : `A week has waited ${week.weekWaits === 1 ? 'a day' : `${week.weekWaits} days`}`,
    );
  else if (week.weekLate > 0 && !week.paused)
    add(
      80 + upTo(5, week.weekLate),
      `The week is ${week.weekLate === 1 ? 'a day' : `${week.weekLate} days`} late`,
    );
  if (week.hidden) add(0, 'The log is not shared with you');
  else if (week.paused) add(0, 'The log is paused on purpose');
  else if (week.quietDays === undefined) add(34, 'Nothing logged yet');
  else if (week.quietDays >= 2) add(30 + upTo(10, week.quietDays), `Quiet for ${week.quietDays} days`);
  const missed = week.logged - week.landed;
  if (missed >= 3)
    add(10 + upTo(4, missed - 3), `${missed} of ${week.logged} days outside the energy window`);
  if (week.waitingNotes > 0)
    add(
      4 + upTo(4, week.waitingNotes - 1),
      week.waitingNotes === 1
        ? 'A note waits for an answer'
        : `${week.waitingNotes} notes wait for an answer`,
    );
  if (week.weighedShare !== undefined && week.weighedShare < SOFT_BELOW)
    add(1.5, `Only ${Math.round(week.weighedShare * 100)} % of the energy weighed`);
  if (week.openOrders > 0) add(1, 'Order not yet acknowledged');
  found.sort((a, b) => b.weight - a.weight);
  return {
    score: found.reduce((sum, f) => sum + f.weight, 0),
    reasons: found.map((f) => f.reason),
  };
};
