import { SOFT_BELOW } from '../diary/index.ts';

/** What a coach's roster knows of one athlete's last seven complete days. */
export interface WeekInBrief {
  /** Change of the week mean, % a week; undefined with too few mornings. */
  rate: number | undefined;
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

/**
 * Who needs the coach first: off pace, days outside their windows or silence, and words waiting; a near show weighs all
 * of it heavier. The weights are common practice, no source.
 */
export const coachNeed = (week: WeekInBrief): Need => {
  const found: { weight: number; reason: string }[] = [];
  const add = (weight: number, reason: string) => found.push({ weight, reason });
  if (week.hidden) add(0, 'The log is not shared with you');
  else if (week.paused) add(0, 'The log is paused on purpose');
  else if (week.quietDays === undefined) add(4, 'Nothing logged yet');
  else if (week.quietDays >= 2) add(2 + week.quietDays, `Quiet for ${week.quietDays} days`);
  if (week.rate !== undefined) {
    const off = week.rate < week.wanted.low ? week.wanted.low - week.rate : week.rate - week.wanted.high;
    if (off > 0.1)
      add(
        3 + Math.min(3, off * 3),
        `${week.rate < week.wanted.low ? 'Below' : 'Above'} the wanted pace by ${off.toFixed(1)} % a week`,
      );
  }
  const missed = week.logged - week.landed;
  if (missed >= 3) add(missed, `${missed} of ${week.logged} days outside the energy window`);
  if (week.waitingNotes > 0)
    add(
      4 + week.waitingNotes,
      week.waitingNotes === 1
        ? 'A note waits for an answer'
        : `${week.waitingNotes} notes wait for an answer`,
    );
  if (week.weekWaits !== undefined)
    add(
      2 + Math.min(3, week.weekWaits),
      week.weekWaits === 0
        ? 'A week was sent today'
        : `A week has waited ${week.weekWaits === 1 ? 'a day' : `${week.weekWaits} days`}`,
    );
  else if (week.weekLate > 0 && !week.paused)
    add(1 + week.weekLate / 2, `The week is ${week.weekLate === 1 ? 'a day' : `${week.weekLate} days`} late`);
  if (week.openOrders > 0) add(1, 'Order not yet acknowledged');
  if (week.weighedShare !== undefined && week.weighedShare < SOFT_BELOW)
    add(1.5, `Only ${Math.round(week.weighedShare * 100)} % of the energy weighed`);
  const near = week.daysToShow !== undefined && week.daysToShow <= 14 ? 1.5 : 1;
  const base = near > 1 ? 2 : 0;
  found.sort((a, b) => b.weight - a.weight);
  return {
    score: base + near * found.reduce((sum, f) => sum + f.weight, 0),
    reasons: found.map((f) => f.reason),
  };
};
