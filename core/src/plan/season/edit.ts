import {
  type Board,
  boardDay,
  type Column,
  COLUMN_WORDS,
  COLUMNS,
  dayName,
  schoolOf,
} from '../../peak/index.ts';
import { addDays, daysBetween, type IsoDate } from '../../units/index.ts';
import { phaseDays, phaseName, phasesInOrder, type Phase, type Season, type SeasonEvent } from './season.ts';

const phaseOf = (season: Season, id: string): Phase => {
  const phase = season.phases.find((p) => p.id === id);
  if (!phase) throw new RangeError('This phase is not there any more.');
  return phase;
};

const inside = <T>(days: Record<string, T>, from: IsoDate, to: IsoDate): Record<string, T> =>
  Object.fromEntries(Object.entries(days).filter(([date]) => from <= date && date <= to));

/** A phase at other dates; what was set on single days that it no longer holds goes. */
export const phaseAt = (phase: Phase, from: IsoDate, to: IsoDate): Phase =>
  phase.from === from && phase.to === to
    ? phase
    : {
        ...phase,
        from,
        to,
        exceptions: inside(phase.exceptions, from, to),
        levels: inside(phase.levels, from, to),
      };

const withPhases = (season: Season, changed: readonly Phase[]): Season => ({
  ...season,
  phases: season.phases.map((phase) => changed.find((c) => c.id === phase.id) ?? phase),
});

/** Changes what a phase says; its dates are changed by stretching and moving. Throws RangeError when it is gone. */
export const changePhase = (
  season: Season,
  id: string,
  change: Partial<Omit<Phase, 'id' | 'from' | 'to'>>,
): Season => withPhases(season, [{ ...phaseOf(season, id), ...change }]);

const neighbours = (season: Season, id: string): { before: Phase | undefined; after: Phase | undefined } => {
  const phases = phasesInOrder(season);
  const at = phases.findIndex((p) => p.id === id);
  return { before: phases[at - 1], after: phases[at + 1] };
};

const earliest = (a: IsoDate, b: IsoDate): IsoDate => (a < b ? a : b);
const latest = (a: IsoDate, b: IsoDate): IsoDate => (a > b ? a : b);

/**
 * Between which dates an end of a phase may lie: it keeps a day, so do its neighbours, and days before today stay as they
 * were. Undefined when that end is over already.
 */
export const edgeBounds = (
  season: Season,
  id: string,
  edge: 'from' | 'to',
  today: IsoDate,
): { min: IsoDate; max: IsoDate } | undefined => {
  const phase = phaseOf(season, id);
  const { before, after } = neighbours(season, id);
  if (edge === 'from') {
    if (phase.from < today) return undefined;
    const min = before ? latest(today, addDays(before.from, 1)) : today;
    return min > phase.to ? undefined : { min, max: phase.to };
  }
  if (phase.to < addDays(today, -1)) return undefined;
  const min = latest(phase.from, addDays(today, -1));
  const max = after ? addDays(after.to, -1) : addDays(phase.to, 3650);
  return min > max ? undefined : { min, max };
};

/**
 * Moves one end of a phase to a date, or as near to it as may be; a neighbour that touches it, or would be covered, gives
 * way. The same season when that end cannot move.
 */
export const stretchPhase = (
  season: Season,
  id: string,
  edge: 'from' | 'to',
  date: IsoDate,
  today: IsoDate,
): Season => {
  const bounds = edgeBounds(season, id, edge, today);
  if (!bounds) return season;
  const phase = phaseOf(season, id);
  const { before, after } = neighbours(season, id);
  const at = latest(bounds.min, earliest(bounds.max, date));
  if (at === phase[edge]) return season;
  if (edge === 'from') {
    const touches = before && (addDays(before.to, 1) === phase.from || before.to >= at);
    return withPhases(season, [
      phaseAt(phase, at, phase.to),
      ...(touches ? [phaseAt(before, before.from, addDays(at, -1))] : []),
    ]);
  }
  const touches = after && (addDays(phase.to, 1) === after.from || after.from <= at);
  return withPhases(season, [
    phaseAt(phase, phase.from, at),
    ...(touches ? [phaseAt(after, addDays(at, 1), after.to)] : []),
  ]);
};

/** Moves a whole phase by days, as far as may be; its neighbours give way. A phase that has begun stays. */
export const movePhase = (season: Season, id: string, days: number, today: IsoDate): Season => {
  const phase = phaseOf(season, id);
  if (phase.from < today || days === 0) return season;
  const { before, after } = neighbours(season, id);
  const min = before ? latest(today, addDays(before.from, 1)) : today;
  const max = after ? addDays(after.to, -phaseDays(phase)) : addDays(phase.from, 3650);
  if (min > max) return season;
  const from = latest(min, earliest(max, addDays(phase.from, days)));
  const to = addDays(phase.to, daysBetween(phase.from, from));
  const follows = before && (addDays(before.to, 1) === phase.from || before.to >= from);
  const leads = after && (addDays(phase.to, 1) === after.from || after.from <= to);
  return withPhases(season, [
    phaseAt(phase, from, to),
    ...(follows ? [phaseAt(before, before.from, addDays(from, -1))] : []),
    ...(leads ? [phaseAt(after, addDays(to, 1), after.to)] : []),
  ]);
};

/** Cuts a phase in two; the second part starts on `date` and has `newId`. Throws RangeError when there is nothing to cut. */
export const splitPhase = (season: Season, id: string, date: IsoDate, newId: string): Season => {
  const phase = phaseOf(season, id);
  if (date <= phase.from || date > phase.to)
    throw new RangeError(`${phaseName(phase)} cannot be cut on ${date}: choose a day after ${phase.from}.`);
  const first = phaseAt(phase, phase.from, addDays(date, -1));
  const second = { ...phaseAt(phase, date, phase.to), id: newId };
  return { ...season, phases: season.phases.flatMap((p) => (p.id === id ? [first, second] : [p])) };
};

/**
 * Takes a phase out. One that has begun ends yesterday instead: what was, was. The days it leaves go to the phase before
 * it, or else to the one after it, when that touched it.
 */
export const removePhase = (season: Season, id: string, today: IsoDate): Season => {
  const phase = phaseOf(season, id);
  if (phase.to < today)
    throw new RangeError(`${phaseName(phase)} is over; past days keep the phase they had.`);
  const { before, after } = neighbours(season, id);
  if (phase.from < today) {
    const ended = phaseAt(phase, phase.from, addDays(today, -1));
    const next = after && addDays(phase.to, 1) === after.from ? [phaseAt(after, today, after.to)] : [];
    return withPhases(season, [ended, ...next]);
  }
  const without = { ...season, phases: season.phases.filter((p) => p.id !== id) };
  if (before && addDays(before.to, 1) === phase.from && before.to >= addDays(today, -1))
    return withPhases(without, [phaseAt(before, before.from, phase.to)]);
  if (after && addDays(phase.to, 1) === after.from)
    return withPhases(without, [phaseAt(after, phase.from, after.to)]);
  return without;
};

/**
 * Puts a phase in; what lies under it gives way. A phase that goes on behind it is cut in two, with `newId()` for its
 * second part. Throws RangeError when it would change days before today.
 */
export const insertPhase = (season: Season, phase: Phase, today: IsoDate, newId: () => string): Season => {
  if (phase.from < today)
    throw new RangeError(`A new phase starts today (${today}) at the earliest: past days stay as they were.`);
  if (phase.to < phase.from)
    throw new RangeError(`The phase would end on ${phase.to}, before it starts on ${phase.from}.`);
  const phases = season.phases.flatMap((p): Phase[] => {
    if (p.id === phase.id) return [];
    if (p.to < phase.from || p.from > phase.to) return [p];
    const head = p.from < phase.from ? [phaseAt(p, p.from, addDays(phase.from, -1))] : [];
    const tail =
      p.to > phase.to
        ? [{ ...phaseAt(p, addDays(phase.to, 1), p.to), id: head.length > 0 ? newId() : p.id }]
        : [];
    return [...head, ...tail];
  });
  return { ...season, phases: phasesInOrder({ ...season, phases: [...phases, phase] }) };
};

/** Puts an event in, or changes its name and kind; moving it is `moveEvent`. */
export const putEvent = (season: Season, event: SeasonEvent): Season => ({
  ...season,
  events: [...season.events.filter((e) => e.id !== event.id), event].sort((a, b) =>
    a.date.localeCompare(b.date),
  ),
});

/** Takes an event out; its phases stay where they are and move with nothing. */
export const removeEvent = (season: Season, id: string): Season => ({
  events: season.events.filter((e) => e.id !== id),
  phases: season.phases.map((p) => (p.hangsOn === id ? { ...p, hangsOn: null } : p)),
});

/** Another day type on a date, or none (null): then the week's pattern holds again. */
export const placeDayType = (
  season: Season,
  phaseId: string,
  date: IsoDate,
  typeId: string | null,
): Season => {
  const phase = phaseOf(season, phaseId);
  if (date < phase.from || date > phase.to) throw new RangeError(`${date} lies outside ${phaseName(phase)}.`);
  const { [date]: _gone, ...exceptions } = phase.exceptions;
  return withPhases(season, [
    { ...phase, exceptions: typeId === null ? exceptions : { ...exceptions, [date]: typeId } },
  ]);
};

/** What a change of a board does, in sentences. */
const boardChanges = (name: string, old: Board | undefined, board: Board | undefined): string[] => {
  if (!board) return [`${name} has no board any more.`];
  if (!old) return [`${name} gets a board.`];
  const said = COLUMNS.filter((column) => old.protocol[column] !== board.protocol[column]).map(
    (column) =>
      `${COLUMN_WORDS[column].name} on the board: ${schoolOf(board.protocol, column).name.toLowerCase()} instead of ${schoolOf(old.protocol, column).name.toLowerCase()}.`,
  );
  for (const key of new Set([...Object.keys(old.set), ...Object.keys(board.set)])) {
    if (old.set[key] === board.set[key]) continue;
    const [offset = '0', column = 'carbs'] = key.split(' ');
    const { name: word, unit } = COLUMN_WORDS[column as Column];
    const day = dayName(Number(offset));
    const [was, is] = [old, board].map((b) => boardDay(b, Number(offset)).cells[column as Column].value);
    // A day that is over is kept as it was: that changes nothing.
    if (is !== was) said.push(`${word} on ${day}: ${is} ${unit} instead of ${was} ${unit}.`);
  }
  if (JSON.stringify(old.show) !== JSON.stringify(board.show)) said.push('The times of the show change.');
  if (JSON.stringify(old.usual) !== JSON.stringify(board.usual) || old.weightKg !== board.weightKg)
    said.push('What the board takes as usual changes.');
  if (old.lever?.name !== board.lever?.name)
    said.push(
      board.lever
        ? `${board.lever.name} carries the carbs of the board.`
        : 'The board has no lever food any more.',
    );
  if (JSON.stringify(old.rules) !== JSON.stringify(board.rules))
    said.push('The rules of what a look proposes change.');
  if (JSON.stringify(old.answers) !== JSON.stringify(board.answers)) said.push('A look is answered.');
  return said.length > 0 ? said : [`The board of ${name} changes.`];
};

/** What became other between two seasons, phase by phase and event by event, in sentences. */
export const seasonChanges = (before: Season, after: Season): string[] => {
  const said: string[] = [];
  for (const event of after.events) {
    const old = before.events.find((e) => e.id === event.id);
    if (!old) said.push(`${event.name} on ${event.date} is new.`);
    else if (old.date !== event.date) said.push(`${event.name} moves from ${old.date} to ${event.date}.`);
    else if (old.name !== event.name || old.kind !== event.kind) said.push(`${event.name} is renamed.`);
  }
  for (const old of before.events)
    if (!after.events.some((e) => e.id === old.id)) said.push(`${old.name} on ${old.date} is taken out.`);
  for (const phase of phasesInOrder(after)) {
    const old = before.phases.find((p) => p.id === phase.id);
    const name = phaseName(phase);
    if (!old) {
      said.push(`${name} from ${phase.from} to ${phase.to} is new, ${phaseDays(phase)} days.`);
      continue;
    }
    const moved: string[] = [];
    if (old.from !== phase.from) moved.push(`starts ${phase.from} instead of ${old.from}`);
    if (old.to !== phase.to) moved.push(`ends ${phase.to} instead of ${old.to}`);
    const days = phaseDays(phase) - phaseDays(old);
    if (moved.length > 0)
      said.push(
        `${name} ${moved.join(', ')}: ${days === 0 ? 'as long as before' : `${Math.abs(days)} ${Math.abs(days) === 1 ? 'day' : 'days'} ${days > 0 ? 'longer' : 'shorter'}`}.`,
      );
    const { from: _f, to: _t, exceptions: _e, levels: _l, board, ...rest } = phase;
    const { from: _f2, to: _t2, exceptions: _e2, levels: _l2, board: oldBoard, ...oldRest } = old;
    if (JSON.stringify(rest) !== JSON.stringify(oldRest)) said.push(`The rules of ${name} change.`);
    if (JSON.stringify(board) !== JSON.stringify(oldBoard)) said.push(...boardChanges(name, oldBoard, board));
    const days2 = new Set([...Object.keys(phase.exceptions), ...Object.keys(old.exceptions)]);
    for (const date of [...days2].sort())
      if (phase.exceptions[date] !== old.exceptions[date] && date >= phase.from && date <= phase.to)
        said.push(
          `${date} becomes ${phase.exceptions[date] === undefined ? 'as the week says' : `a ${(phase.dayTypes.find((t) => t.id === phase.exceptions[date])?.name ?? '').toLowerCase()} day`}.`,
        );
    if (JSON.stringify(phase.levels) !== JSON.stringify(old.levels) && moved.length === 0)
      said.push(`Days of ${name} are levelled to hold a week’s mean.`);
  }
  for (const old of before.phases)
    if (!after.phases.some((p) => p.id === old.id))
      said.push(`${phaseName(old)} from ${old.from} to ${old.to} is taken out.`);
  return said;
};
