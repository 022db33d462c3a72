import { addDays, daysBetween, type IsoDate } from '../../units/index.ts';
import { insertPhase, phaseAt, putEvent } from './edit.ts';
import {
  phaseDays,
  phaseName,
  phaseOn,
  phasesInOrder,
  type Phase,
  type Season,
  type SeasonEvent,
} from './season.ts';
import { phaseTemplate } from './templates.ts';

/** Shows this near to one another are peaked for as a pair: recover, push, peak. Days. common practice, no source. */
export const PAIRED_SHOWS = 42;
const WEEK = 7;
const PREP_WEEKS = 16;
const AFTER_WEEKS = 8;

const byDate = (a: SeasonEvent, b: SeasonEvent) => a.date.localeCompare(b.date);
const showsOf = (season: Season): SeasonEvent[] =>
  season.events.filter((e) => e.kind === 'show').sort(byDate);

/** The next show after another one, when both are near enough to be a pair. */
const pairedAfter = (season: Season, show: SeasonEvent): SeasonEvent | undefined => {
  const next = showsOf(season).find((e) => e.date > show.date);
  return next && daysBetween(show.date, next.date) <= PAIRED_SHOWS ? next : undefined;
};

/**
 * Lays the days between two near shows: the first seven recover, the last seven peak again, what lies between is a push.
 * Phases that are there already are kept and set to their new dates; what followed the first show follows the second.
 * Source: common practice, no source.
 */
export const layBetween = (
  season: Season,
  first: SeasonEvent,
  second: SeasonEvent,
  newId: () => string,
): Season => {
  const gap = daysBetween(first.date, second.date);
  const start = addDays(first.date, 1);
  const own = season.phases.filter(
    (p) =>
      (p.kind === 'between-shows' && p.from > first.date && (p.hangsOn === first.id || p.hangsOn === null)) ||
      (p.kind === 'peak-week' && p.hangsOn === second.id),
  );
  const recoverDays = Math.max(0, Math.min(WEEK, gap - WEEK));
  const peakFrom = addDays(first.date, Math.max(1, gap - WEEK + 1));
  const pushFrom = addDays(start, recoverDays);
  const find = (kind: Phase['kind'], hangsOn: string | null) =>
    own.find((p) => p.kind === kind && p.hangsOn === hangsOn);
  const laid: Phase[] = [];
  const lay = (phase: Phase, from: IsoDate, to: IsoDate): void => {
    if (to >= from) laid.push(phaseAt(phase, from, to));
  };
  const between = (name: string, hangsOn: string | null, more: Partial<Phase>) =>
    find('between-shows', hangsOn) ??
    phaseTemplate('between-shows', start, start, newId(), { name, hangsOn, ...more });
  if (recoverDays > 0) lay(between('Recover', first.id, {}), start, addDays(start, recoverDays - 1));
  if (peakFrom > pushFrom)
    lay(
      between('Push', null, {
        energy: { kind: 'rate', percentPerWeek: -0.5 },
        rate: { low: -0.75, high: -0.25 },
      }),
      pushFrom,
      addDays(peakFrom, -1),
    );
  lay(
    find('peak-week', second.id) ??
      phaseTemplate('peak-week', peakFrom, second.date, newId(), { hangsOn: second.id }),
    peakFrom,
    second.date,
  );
  // Whatever else lay there gives way: before the first show it stays, after it it follows the second one.
  const others = phasesInOrder(season).filter((p) => !own.includes(p));
  const ahead = others
    .filter((p) => p.from <= first.date)
    .map((p) => (p.to > first.date && p.hangsOn !== first.id ? phaseAt(p, p.from, first.date) : p));
  let next = addDays(second.date, 1);
  const behind = others
    .filter((p) => p.from > first.date)
    .map((p) => {
      if (p.from >= next) {
        next = addDays(p.to, 1);
        return p;
      }
      const moved = phaseAt(p, next, addDays(next, phaseDays(p) - 1));
      next = addDays(moved.to, 1);
      return p.hangsOn === first.id ? { ...moved, hangsOn: second.id } : moved;
    });
  return { ...season, phases: phasesInOrder({ ...season, phases: [...ahead, ...laid, ...behind] }) };
};

/**
 * Puts a show or shoot in, with what leads up to it where there is nothing yet: a peak week that ends on it, a contest
 * prep before that, the weeks after. A show within six weeks of another is laid as recover, push, peak.
 * A trip is only marked. Throws RangeError for an event that is over.
 */
export const layEvent = (season: Season, event: SeasonEvent, today: IsoDate, newId: () => string): Season => {
  if (event.date < today)
    throw new RangeError(
      `${event.name} on ${event.date} is over: choose today or later. Nothing was changed.`,
    );
  let next = putEvent(season, event);
  if (event.kind !== 'show') return next;
  const before = showsOf(next)
    .filter((e) => e.date < event.date)
    .at(-1);
  if (before && daysBetween(before.date, event.date) <= PAIRED_SHOWS && before.date >= addDays(today, -WEEK))
    next = layBetween(next, before, event, newId);
  else {
    const later = (a: IsoDate, b: IsoDate) => (a > b ? a : b);
    const earliestStart = before ? later(today, addDays(before.date, 1)) : today;
    const peakFrom = later(earliestStart, addDays(event.date, 1 - WEEK));
    const leading = phaseOn(next, addDays(peakFrom, -1));
    next = insertPhase(
      next,
      phaseTemplate('peak-week', peakFrom, event.date, newId(), { hangsOn: event.id }),
      today,
      newId,
    );
    if (leading?.kind === 'contest-prep')
      next = {
        ...next,
        phases: next.phases.map((p) => (p.id === leading.id ? { ...p, hangsOn: event.id } : p)),
      };
    else {
      const prepFrom = later(earliestStart, addDays(peakFrom, -PREP_WEEKS * WEEK));
      if (daysBetween(prepFrom, peakFrom) >= WEEK)
        next = insertPhase(
          next,
          phaseTemplate('contest-prep', prepFrom, addDays(peakFrom, -1), newId(), { hangsOn: event.id }),
          today,
          newId,
        );
    }
    const after = addDays(event.date, 1);
    // What somebody laid from that very day on stays; a phase that merely runs across the show gives way for some weeks.
    if (phaseOn(season, after)?.from !== after) {
      const following = phasesInOrder(next).find((p) => p.from > after);
      const end = addDays(event.date, AFTER_WEEKS * WEEK);
      const to = following && following.from <= end ? addDays(following.from, -1) : end;
      next = insertPhase(
        next,
        phaseTemplate('post-show', after, to, newId(), { hangsOn: event.id }),
        today,
        newId,
      );
    }
  }
  const second = pairedAfter(next, event);
  return second ? layBetween(next, event, second, newId) : next;
};

export interface EventMove {
  /** The season with the event moved; undefined when it cannot be. */
  season: Season | undefined;
  /** Why it cannot, in sentences. */
  problems: string[];
}

/**
 * Moves an event, and with it every phase that hangs on it and everything after it up to the next event's own phases.
 * Order and lengths are kept; the phase before gives or takes the days, and one that has begun keeps its start. Where the
 * phase before has too few days, the first moved phase is shortened. Near shows are laid anew.
 */
export const moveEvent = (
  season: Season,
  id: string,
  date: IsoDate,
  today: IsoDate,
  newId: () => string,
): EventMove => {
  const event = season.events.find((e) => e.id === id);
  if (!event) return { season: undefined, problems: ['This event is not there any more.'] };
  const stop = (problem: string): EventMove => ({ season: undefined, problems: [problem] });
  if (event.date < today) return stop(`${event.name} is over; what was stays as it was.`);
  if (date < today) return stop(`${event.name} cannot move to ${date}: that day is over. Today is ${today}.`);
  const days = daysBetween(event.date, date);
  const moved: SeasonEvent = { ...event, date };
  const phases = phasesInOrder(season);
  const lastHanging = phases.reduce((last, p, i) => (p.hangsOn === id ? i : last), -1);
  const free = (i: number): boolean =>
    lastHanging >= 0 &&
    i > lastHanging &&
    (phases[i]?.from ?? '') > event.date &&
    phases.slice(lastHanging + 1).every((p) => p.hangsOn === null) &&
    !season.events.some((e) => e.id !== id && e.kind !== 'trip' && e.date > event.date);
  const moves = phases.map((p, i) => p.hangsOn === id || free(i));
  const next = phases.map((p, i) => {
    if (!moves[i] || p.to < today) return p;
    const from = p.from < today ? p.from : addDays(p.from, days);
    return { ...p, from, to: addDays(p.to, days) };
  });
  for (let i = 0; i + 1 < next.length; i += 1) {
    const [a, b, oldA, oldB] = [next[i], next[i + 1], phases[i], phases[i + 1]];
    if (!a || !b || !oldA || !oldB) continue;
    const touched = addDays(oldA.to, 1) === oldB.from;
    if (!touched && a.to < b.from) continue;
    if (a.to === addDays(b.from, -1)) continue;
    if (!moves[i] && moves[i + 1]) {
      // The phase before keeps a day, or what of it is over; where that leaves too few days, the moved one is shortened.
      const least = a.from < today ? today : addDays(a.from, 1);
      const start = b.from > least ? b.from : least;
      next[i] = { ...a, to: addDays(start, -1) };
      next[i + 1] = { ...b, from: start };
    } else if (moves[i] && !moves[i + 1]) next[i + 1] = { ...b, from: addDays(a.to, 1) };
  }
  for (const [i, p] of next.entries()) {
    const old = phases[i];
    if (p.to < p.from || (old && old.to >= today && p.to < addDays(today, -1)))
      return stop(
        `${event.name} cannot move to ${date}: ${phaseName(p)} would have no days left. Shorten it or take it out first.`,
      );
  }
  let result: Season = {
    ...putEvent(season, moved),
    phases: next.map((p, i) => (phases[i] ? phaseAt(phases[i], p.from, p.to) : p)),
  };
  const shows = showsOf(result);
  const at = shows.findIndex((e) => e.id === id);
  for (const [first, second] of [
    [shows[at - 1], shows[at]],
    [shows[at], shows[at + 1]],
  ])
    if (
      first &&
      second &&
      first.date >= addDays(today, -WEEK) &&
      daysBetween(first.date, second.date) <= PAIRED_SHOWS
    )
      result = layBetween(result, first, second, newId);
  return { season: result, problems: [] };
};
