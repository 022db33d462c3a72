import { type CarbBasis } from '@maul/core/nutrition';
import {
  type DayInputs,
  assembleDay,
  type DaySheet,
  type LivePortion,
  type MealLine,
} from '@maul/core/diary';
import { carbBasisOn } from '@maul/core/body';
import {
  type DayDocument,
  type DayEntryRow,
  type MealRow,
  type NoteRow,
  type PortionRow,
  type StandingRow,
} from '@maul/contract/diary';
import { type ResponseOf } from '@maul/contract/routes';
import { type WeighInRow } from '@maul/contract/body';
import { replaceEqualDeep } from '@tanstack/react-query';
import { dayTargets, type DayTargets } from '@maul/core/plan';
import type { OutboxEntry } from './sending/outbox.ts';
import { looksAlike, type DayRoute } from './sending/rows.ts';

type Row = { id: string; version: number; deleted: boolean };

/** Lays waiting changes over rows; a row that the server has not seen has version 0. */
const overlay = <R extends Row>(
  rows: R[],
  entries: readonly OutboxEntry[],
  make: (entry: OutboxEntry, before: R | undefined) => R,
  finish: (rows: R[]) => R[] = (all) => all,
): R[] => {
  // What nothing waits for stays the same object.
  if (entries.length === 0) return rows;
  const byId = new Map(rows.map((row) => [row.id, row]));
  for (const entry of entries) byId.set(entry.id, make(entry, byId.get(entry.id)));
  return finish([...byId.values()].filter((row) => !row.deleted));
};

const rowOf = <R extends Row>(entry: OutboxEntry, before: R | undefined, extra: object = {}): R => {
  const { base: _base, ...body } = entry.body;
  return { ...before, ...extra, ...body, id: entry.id, version: before?.version ?? 0 } as unknown as R;
};

/** A row as the server has kept it. */
export type SavedRow = ResponseOf<DayRoute>;

/** Rows with one of them new, changed in its place, or gone; what is there in a newer version stays. */
export const putRow = <R extends Row>(rows: R[], row: R): R[] => {
  const known = rows.find((r) => r.id === row.id);
  if (known && known.version > row.version) return rows;
  if (row.deleted) return rows.filter((r) => r !== known);
  // In its place: rows that move would all be drawn anew.
  return known ? rows.map((r) => (r === known ? row : r)) : [...rows, row];
};

const inOrder = (portions: PortionRow[]): PortionRow[] =>
  [...portions].sort((a, b) => a.position - b.position || a.id.localeCompare(b.id));

/** The day with a row that the server has just kept. */
export const withSaved = (day: DayDocument, route: DayRoute, row: SavedRow): DayDocument => {
  switch (route) {
    case 'putMeal':
      return { ...day, meals: putRow(day.meals, row as MealRow).filter((m) => m.day === day.date) };
    case 'putPortion':
      return { ...day, portions: inOrder(putRow(day.portions, row as PortionRow)) };
    case 'putNote':
      return { ...day, notes: putRow(day.notes, row as NoteRow) };
    case 'putWeighIn':
      return { ...day, weighIn: putRow(day.weighIn ? [day.weighIn] : [], row as WeighInRow)[0] ?? null };
    case 'putDayEntry':
      return { ...day, entries: putRow(day.entries, row as DayEntryRow).filter((e) => e.day === day.date) };
    case 'putStanding':
      return (row as StandingRow).thing.kind === 'meal'
        ? day
        : { ...day, standing: putRow(day.standing, row as StandingRow) };
  }
};

/** The changes that show on a day of an athlete: what stands from day to day shows on every day, what was refused on none. */
export const pendingOn = (
  entries: readonly OutboxEntry[],
  athleteId: string,
  date: string,
): readonly OutboxEntry[] =>
  entries.filter(
    (e) =>
      e.athleteId === athleteId && (e.day === date || e.route === 'putStanding') && e.state !== 'refused',
  );

/** The day as this person sees it: what the server has, and over it what this device has not sent yet. */
export const withPending = (
  day: DayDocument,
  all: readonly OutboxEntry[],
  me: { id: string; name: string },
): DayDocument => {
  const mine = pendingOn(all, day.athlete.id, day.date);
  if (mine.length === 0) return day;
  const of = (route: OutboxEntry['route']) => mine.filter((e) => e.route === route);
  const weighIns = overlay<WeighInRow>(day.weighIn ? [day.weighIn] : [], of('putWeighIn'), rowOf);
  return {
    ...day,
    meals: overlay<MealRow>(day.meals, of('putMeal'), rowOf, (rows) =>
      rows.filter((m) => m.day === day.date),
    ),
    portions: overlay<PortionRow>(day.portions, of('putPortion'), rowOf, inOrder),
    notes: overlay<NoteRow>(day.notes, of('putNote'), (entry, before) =>
      rowOf(entry, before, { authorId: me.id, authorName: me.name, createdAt: new Date().toISOString() }),
    ),
    weighIn: weighIns[0] ?? null,
    entries: overlay<DayEntryRow>(day.entries, of('putDayEntry'), rowOf),
    standing: overlay<StandingRow>(day.standing, of('putStanding'), rowOf, (rows) =>
      rows.filter((s) => s.thing.kind !== 'meal'),
    ),
  };
};

/** What a device changes and the server keeps with a version; notes and what stands from day to day are written from other pages too, by their version. */
const KEPT = ['meals', 'portions', 'entries', 'weighIn'] as const;
const shownDays = new Map<string, DayDocument>();
const SHOWN_MOST = 20;

/** The day as it is shown already, where the new one differs from it in versions alone: what was kept of a change looks like the change, and draws nothing. */
export const asShown = (day: DayDocument): DayDocument => {
  const key = `${day.athlete.id} ${day.date}`;
  const before = shownDays.get(key);
  const keys = Object.keys(day) as (keyof DayDocument)[];
  const same =
    before !== undefined &&
    keys.length === Object.keys(before).length &&
    keys.every((k) =>
      (KEPT as readonly string[]).includes(k) ? looksAlike(before[k], day[k]) : before[k] === day[k],
    );
  if (same) return before;
  if (shownDays.size > SHOWN_MOST) shownDays.clear();
  shownDays.set(key, day);
  return day;
};

/** What core computes a day from. */
export const dayInputs = (day: DayDocument, targets: DayTargets | undefined): DayInputs => ({
  date: day.date,
  meals: day.meals,
  portions: day.portions,
  entries: day.entries,
  windows: targets?.windows ?? null,
  bases: day.bases,
  turnsAt: day.athlete.dayTurnsAt,
});

/** The carbohydrate that is counted on a day. */
export const carbBasisOf = (day: Pick<DayDocument, 'bases' | 'date'>): CarbBasis =>
  carbBasisOn(day.bases, day.date);

export const targetsOf = (day: DayDocument): DayTargets | undefined =>
  dayTargets(day.season, day.bases, day.orders, day.date);

/** Lines of meals as they were last computed: what has not changed stays the same object, and is not drawn anew. */
const drawn = new Map<string, MealLine>();
const DRAWN_MOST = 400;
const figures = new Map<string, DaySheet['nutrients']>();
const shared = (of: string, sheet: DaySheet): DaySheet => {
  if (drawn.size > DRAWN_MOST) drawn.clear();
  if (figures.size > SHOWN_MOST) figures.clear();
  const meals = sheet.meals.map((line) => {
    const before = drawn.get(line.id);
    const same: MealLine = looksAlike(before, line) && before ? before : replaceEqualDeep(before, line);
    drawn.set(line.id, same);
    return same;
  });
  const nutrients: DaySheet['nutrients'] = replaceEqualDeep(figures.get(of), sheet.nutrients);
  figures.set(of, nutrients);
  return { ...sheet, meals, nutrients };
};

/** The computed day, with whatever lies on the scale right now. */
export const sheetOf = (day: DayDocument, targets: DayTargets | undefined, live?: LivePortion): DaySheet =>
  shared(`${day.athlete.id} ${day.date}`, assembleDay({ ...dayInputs(day, targets), live }));
