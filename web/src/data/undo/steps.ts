import { type IsoDate } from '@maul/core/units';
import { type ContentOf } from '@maul/contract/routes';
import type { DayDocument } from '@maul/contract/diary';
import {
  NO_HISTORY,
  remembered,
  stepped,
  withdrawn,
  type History,
  type Step,
  type Stepped,
} from './history.ts';
import { useEffect } from 'react';
import { create } from 'zustand';
import { contentOf, rowOn, sameContent, type Content, type DayRoute } from '../sending/rows.ts';
import { withPending } from '../day.ts';
import { useOutbox, type Change } from '../sending/outbox.ts';
import { holder, keepAside, keptAside } from '../reach.ts';
import { outbox, queryClient } from '../session.ts';

/** A day of an athlete: where a row shows and whose it is. */
export interface Place {
  date: IsoDate;
  athlete: { id: string };
}

interface Written {
  route: DayRoute;
  id: string;
  /** The date the row shows on. */
  date: string;
  content: Content;
}
type DayHistory = History<Written>;
type DayStep = Step<Written>;

const keyOf = (place: Place): string => `maul-steps ${place.athlete.id} ${place.date}`;
/** Steps outlive the page for the day; those of days before yesterday are let go. */
const KEPT_MS = 2 * 86_400_000;

const KIND = 'maul-steps ';
interface Kept {
  at: number;
  history: DayHistory;
}

interface StepsState {
  byDay: Record<string, DayHistory>;
}
export const useSteps = create<StepsState>(() => ({ byDay: {} }));

let opened: string | undefined;
/** Takes up the steps that an earlier page kept; what was done here meanwhile comes after them. */
export const openSteps = async (): Promise<void> => {
  if (opened === holder()) return;
  opened = holder();
  const kept = await keptAside();
  const steps: Record<string, DayHistory> = {};
  for (const [key, value] of kept.filter(([name]) => name.startsWith(KIND))) {
    const { at, history } = (value ?? { at: 0, history: NO_HISTORY }) as Kept;
    if (Date.now() - at < KEPT_MS) steps[key] = history;
    else void keepAside(key, null);
  }
  useSteps.setState(({ byDay }) => ({
    byDay: Object.fromEntries(
      [...new Set([...Object.keys(steps), ...Object.keys(byDay)])].map((key) => {
        const [before, since] = [steps[key] ?? NO_HISTORY, byDay[key]];
        return [key, since ? { done: [...before.done, ...since.done], undone: since.undone } : before];
      }),
    ),
  }));
};

const historyOf = (place: Place): DayHistory => useSteps.getState().byDay[keyOf(place)] ?? NO_HISTORY;
const setHistory = (place: Place, history: DayHistory): void => {
  const key = keyOf(place);
  useSteps.setState(({ byDay }) => ({ byDay: { ...byDay, [key]: history } }));
  void keepAside(key, { at: Date.now(), history } satisfies Kept);
};

/** What could be taken back on a day, and what done again, by its name. */
export const useDaySteps = (place: Place): { undo: string | undefined; redo: string | undefined } => {
  const key = keyOf(place);
  const known = useSteps((s) => s.byDay[key] ?? NO_HISTORY);
  useEffect(() => void openSteps(), []);
  return { undo: known.done.at(-1)?.label, redo: known.undone.at(-1)?.label };
};

type Open = {
  place: Place;
  label: string;
  id?: string;
  changes: { key: string; before: Written | null; after: Written | null }[];
  /** What is written of it: it goes out as a whole. */
  sends: Change[];
};
let open: Open | null = null;

/** Everything that is written within `work` is one step of the day, to be withdrawn by `id`. Returns what `work` does. */
export const asStep = <T>(place: Place, label: string, work: () => T, id?: string): T => {
  if (open) return work();
  open = { place, label, id, changes: [], sends: [] };
  try {
    return work();
  } finally {
    const { changes, sends } = open;
    open = null;
    outbox.add(...sends);
    setHistory(place, remembered(historyOf(place), { label, id, changes }));
  }
};

const sentAs = (
  place: Place,
  route: DayRoute,
  id: string,
  base: number,
  before: Content | null,
  after: Content | null,
): Change => ({
  athleteId: place.athlete.id,
  day: place.date,
  route,
  id,
  body: { ...(after ?? before ?? {}), base, deleted: after === null } as never,
  before: before && { ...before, deleted: false },
});

/** Writes one row, so that it can be taken back. `before` is the row as it stood, null for a new one; `after` null takes it away. */
export const write = <R extends DayRoute>(
  place: Place,
  route: R,
  id: string,
  before: (ContentOf<R> & { version: number }) | null,
  after: ContentOf<R> | null,
  label: string,
): void => {
  if (!open) return asStep(place, label, () => write(place, route, id, before, after, label));
  const was = before && contentOf(route, before);
  const becomes = after && contentOf(route, after);
  if (was && becomes && sameContent(was, becomes)) return;
  const written = (content: Content | null): Written | null =>
    content && { route, id, date: place.date, content };
  open.changes.push({ key: `${route} ${id}`, before: written(was), after: written(becomes) });
  open.sends.push(sentAs(place, route, id, before?.version ?? 0, was, becomes));
};

/** The day as it stands now: whoever holds a way back may hold the day as it was before. Undefined while it was never read. */
export const asItStands = ({ athlete: { id }, date }: Place): DayDocument | undefined => {
  const present = queryClient.getQueryData<DayDocument>(['day', id, date]);
  return present && withPending(present, useOutbox.getState().entries, { id, name: '' });
};

/** The same for whoever presses on a day that is drawn a moment later than it changes: as it stands, or as it is drawn where it is not known here. */
export const present = (drawn: DayDocument): DayDocument => asItStands(drawn) ?? drawn;

const sameRow = (a: Written | null, b: Written | null): boolean =>
  sameContent(a?.content ?? null, b?.content ?? null);

/** How a row of a step stands now. A row of another day, or one that was moved to it, is not before us: then it is taken to be as expected. */
const standsNow = (
  day: DayDocument,
  changes: DayStep['changes'],
  way: 'undo' | 'redo',
): ((key: string) => Written | null) => {
  const byKey = new Map(changes.map((change) => [change.key, change]));
  return (key) => {
    const change = byKey.get(key);
    const one = change?.before ?? change?.after;
    if (!change || !one) return null;
    const expected = way === 'undo' ? change.after : change.before;
    const lies = (expected?.content.day as string | undefined) ?? one.date;
    if (one.date !== day.date || lies !== day.date) return expected;
    const row = rowOn(day, one.route, one.id);
    return row ? { ...one, content: contentOf(one.route, row) } : null;
  };
};

/** Keeps the rows that a step leaves when it is taken back or done again, and says what it was and what was left alone. */
const keepRows = (
  day: DayDocument,
  result: Stepped<Written>,
  changes: DayStep['changes'],
  now: (key: string) => Written | null,
): { label: string; left: number } => {
  const sends = result.rows.flatMap(({ key, row }): Change[] => {
    const change = changes.find((c) => c.key === key);
    const one = row ?? change?.before ?? change?.after;
    if (!one) return [];
    const present = now(key);
    const version = rowOn(day, one.route, one.id)?.version ?? 0;
    return [
      {
        athleteId: day.athlete.id,
        day: one.date,
        route: one.route,
        id: one.id,
        body: { ...(row?.content ?? one.content), base: version, deleted: row === null } as never,
        before: { ...(present?.content ?? one.content), deleted: present === null },
      },
    ];
  });
  outbox.add(...sends);
  setHistory({ date: day.date, athlete: day.athlete }, result.history);
  return { label: result.label, left: result.left };
};

/** Takes the last step of a day back, or does it again. Says what it was, and how many rows others had changed since and were left alone. */
export const takeStep = (place: Place, way: 'undo' | 'redo'): { label: string; left: number } | undefined => {
  const day = asItStands(place);
  if (!day) return undefined;
  const history = historyOf(place);
  const changes = (way === 'undo' ? history.done : history.undone).at(-1)?.changes ?? [];
  const now = standsNow(day, changes, way);
  const result = stepped(history, way, now, sameRow);
  return result && keepRows(day, result, changes, now);
};

/** Takes one step of a day back by its id, whatever was done after it. Undefined when the day does not remember it. */
export const withdrawStep = (place: Place, id: string): { label: string; left: number } | undefined => {
  const day = asItStands(place);
  if (!day) return undefined;
  const history = historyOf(place);
  const changes = history.done.findLast((step) => step.id === id)?.changes ?? [];
  const now = standsNow(day, changes, 'undo');
  const result = withdrawn(history, id, now, sameRow);
  return result && keepRows(day, result, changes, now);
};
