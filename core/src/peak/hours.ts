import { clockOf, minutesOf } from '../units/index.ts';
import type { Drink } from './water.ts';

/** Something with a beginning and a length. HH:MM and minutes. */
export interface Timed {
  at: string;
  minutes: number;
}

/** How the eve and the day itself run. HH:MM. */
export interface ShowDay {
  wake: string;
  bed: string;
  /** When one is on stage, in order: pre-judging, finals, a second class. */
  stages: readonly { name: string; at: string }[];
  /** On the day itself; null where there is none. */
  travel: Timed | null;
  checkIn: Timed | null;
  tan: Timed | null;
  /** Before each time on stage. */
  pumpUpMinutes: number;
}

export type SlotKind = 'meal' | 'glass' | 'look' | 'tan' | 'travel' | 'check-in' | 'pump-up' | 'stage';
/** One thing at its time. Minutes after midnight, g and mL; `length` in minutes, 0 where it has none. */
export interface Slot {
  at: number;
  kind: SlotKind;
  name: string;
  carbs: number;
  millilitres: number;
  length: number;
}

/** Meals lie so far apart at least, and about so far where there is room, minutes. common practice, no source. */
const APART = 60;
const SPACING = 150;
/** The last meal before the stage, the first after it, and what being on stage takes, minutes. common practice, no source. */
const BEFORE_STAGE = 60;
const AFTER_STAGE = 30;
const ON_STAGE = 20;
/** Small meals of simple carbs before the stage, g. common practice, no source. */
const SMALL = { low: 25, high: 40 };
/** The pump-up ends so long before the stage, and a look is taken so long after a meal, minutes. common practice, no source. */
const READY = 5;
const LOOK_AFTER = 45;

interface Span {
  from: number;
  to: number;
}

/** When one is in bed, minutes after midnight: a time after midnight belongs to the evening before. */
export const bedOf = ({ wake, bed }: ShowDay): number => {
  const [up, down] = [minutesOf(wake), minutesOf(bed)];
  return down <= up ? down + 1440 : down;
};
const spanOf = (timed: Timed | null): Span[] =>
  timed === null ? [] : [{ from: minutesOf(timed.at), to: minutesOf(timed.at) + timed.minutes }];

/** Whole parts of a sum, as even as may be, the larger ones first. */
const parts = (sum: number, count: number): number[] => {
  const whole = Math.round(sum);
  const least = Math.floor(whole / count);
  return Array.from({ length: count }, (_, i) => least + (i < whole - least * count ? 1 : 0));
};
/** The same in steps of 10 mL, what is left on the first. */
const glasses = (millilitres: number, count: number): number[] => {
  if (count === 0) return [];
  const each = Math.floor(millilitres / count / 10) * 10;
  return Array.from({ length: count }, (_, i) => each + (i === 0 ? millilitres - each * count : 0));
};

/** Moves a meal out of what it would fall into: earlier or later; undefined where it has no place. */
const clearOf = (at: number, busy: readonly Span[], within: Span, earlier: boolean): number | undefined => {
  let time = at;
  for (let turn = 0; turn <= busy.length; turn += 1) {
    const hit = busy.find((b) => time >= b.from && time < b.to);
    if (!hit) return time >= within.from && time <= within.to ? time : undefined;
    time = earlier ? hit.from - 10 : hit.to;
  }
  return undefined;
};

/** Meals in a stretch, about two and a half hours apart: from its end back, or from its beginning on. */
const mealsIn = (within: Span, busy: readonly Span[], back: boolean): number[] => {
  const found: number[] = [];
  for (
    let at = back ? within.to : within.from;
    at >= within.from && at <= within.to;
    at += back ? -SPACING : SPACING
  ) {
    const time = clearOf(at, busy, within, back);
    if (time !== undefined && found.every((other) => Math.abs(other - time) >= APART)) found.push(time);
  }
  return found.sort((a, b) => a - b);
};

const slot = (at: number, kind: SlotKind, name: string, more: Partial<Slot> = {}): Slot => ({
  at,
  kind,
  name,
  carbs: 0,
  millilitres: 0,
  length: 0,
  ...more,
});

/** A glass with each meal, and one between two that lie far apart, never on stage. */
const drinkTimes = (meals: readonly number[], events: readonly Slot[]): { at: number; meal: boolean }[] =>
  meals.flatMap((at, i) => {
    const next = meals[i + 1];
    const between = next === undefined ? at : Math.round((at + next) / 10) * 5;
    const onStage = events.some((e) => e.kind === 'stage' && between >= e.at && between < e.at + e.length);
    const glass = next !== undefined && next - at >= 120 && !onStage ? [{ at: between, meal: false }] : [];
    return [{ at, meal: true }, ...glass];
  });

const laid = (
  meals: readonly { at: number; carbs: number }[],
  millilitres: number,
  events: readonly Slot[],
): Slot[] => {
  const drinks = drinkTimes(
    meals.map((m) => m.at),
    events,
  );
  const amounts = glasses(millilitres, drinks.length);
  const water = new Map(drinks.map((d, i) => [d, amounts[i] ?? 0]));
  return [
    ...meals.map((m, i) =>
      slot(m.at, 'meal', `Meal ${i + 1}`, {
        carbs: m.carbs,
        millilitres: drinks.flatMap((d) => (d.meal && d.at === m.at ? [water.get(d) ?? 0] : []))[0] ?? 0,
      }),
    ),
    ...drinks
      .filter((d) => !d.meal)
      .map((d) => slot(d.at, 'glass', 'Glass', { millilitres: water.get(d) ?? 0 })),
    ...meals.map((m, i) => slot(m.at + LOOK_AFTER, 'look', `Look after meal ${i + 1}`)),
    ...events,
  ].sort((a, b) => a.at - b.at || a.kind.localeCompare(b.kind));
};

/**
 * The eve by the hour: the day's carbs and water over meals from waking to an hour before bed. Minutes after midnight, g, mL; the meals hold all of the
 * carbs, the glasses all of the water.
 */
export const eveHours = (show: ShowDay, carbs: number, millilitres: number): Slot[] => {
  const within = { from: minutesOf(show.wake) + 30, to: bedOf(show) - 60 };
  const count = Math.max(1, Math.min(6, Math.floor((within.to - within.from) / SPACING) + 1));
  const gap = count === 1 ? 0 : (within.to - within.from) / (count - 1);
  const each = parts(carbs, count);
  const meals = each.map((grams, i) => ({
    at: Math.round((within.from + i * gap) / 5) * 5,
    carbs: grams,
  }));
  return laid(meals, millilitres, []);
};

/**
 * The day of the show by the hour, back from each time on stage: pump-up, tan, check-in and travel as they are set; small meals of 25 to 40 g every
 * two to three hours, the last an hour before the stage, what is left of the carbs after it; a glass with each; a look after each. No two meals lie
 * within an hour, none on stage. Minutes after midnight, g, mL.
 */
export const showHours = (show: ShowDay, carbs: number, millilitres: number): Slot[] => {
  const [up, bed] = [minutesOf(show.wake), bedOf(show)];
  // A time on stage before waking is one after midnight.
  const stages = show.stages
    .map((s) => ({ name: s.name, at: minutesOf(s.at) < up ? minutesOf(s.at) + 1440 : minutesOf(s.at) }))
    .sort((a, b) => a.at - b.at);
  const pumps =
    show.pumpUpMinutes > 0
      ? stages.map(({ at }) => ({ from: at - READY - show.pumpUpMinutes, to: at - READY }))
      : [];
  const onStage = stages.map(({ at }) => ({ from: at, to: at + ON_STAGE }));
  const busy = [
    ...spanOf(show.travel),
    ...spanOf(show.checkIn),
    ...spanOf(show.tan),
    ...pumps,
    ...onStage,
  ].sort((a, b) => a.from - b.from);
  const events: Slot[] = [
    ...spanOf(show.travel).map((s) => slot(s.from, 'travel', 'Travel', { length: s.to - s.from })),
    ...spanOf(show.checkIn).map((s) => slot(s.from, 'check-in', 'Check-in', { length: s.to - s.from })),
    ...spanOf(show.tan).map((s) => slot(s.from, 'tan', 'Tan', { length: s.to - s.from })),
    ...pumps.map((s) => slot(s.from, 'pump-up', 'Pump-up', { length: s.to - s.from })),
    ...stages.map((s) => slot(s.at, 'stage', s.name, { length: ON_STAGE })),
  ];
  const last = stages.at(-1);
  const before = stages.flatMap((stage, i) => {
    const earlier = stages[i - 1];
    const from = earlier ? earlier.at + ON_STAGE + AFTER_STAGE : up + 20;
    return mealsIn({ from, to: stage.at - BEFORE_STAGE }, busy, true);
  });
  const after = mealsIn(
    { from: last ? last.at + ON_STAGE + AFTER_STAGE : up + 20, to: bed - 45 },
    busy,
    false,
  );
  const apart = [...before, ...after]
    .sort((a, b) => a - b)
    .reduce<number[]>(
      (kept, at) => (kept.length > 0 && at - (kept.at(-1) ?? 0) < APART ? kept : [...kept, at]),
      [],
    );
  const early = apart.filter((at) => last !== undefined && at < last.at).length;
  const late = apart.length - early;
  const small =
    early === 0 ? 0 : Math.min(SMALL.high, Math.max(SMALL.low, carbs / Math.max(1, apart.length)));
  const first = late === 0 ? carbs : Math.min(carbs, Math.round(small * early));
  const each = [...(early > 0 ? parts(first, early) : []), ...(late > 0 ? parts(carbs - first, late) : [])];
  return laid(
    apart.map((at, i) => ({ at, carbs: each[i] ?? 0 })),
    millilitres,
    events,
  );
};

/** The drinks of a plan by the hour, minutes counted from midnight of its day. */
export const drinksOf = (slots: readonly Slot[]): Drink[] =>
  slots.flatMap((s) => (s.millilitres > 0 ? [{ millilitres: s.millilitres, minutes: s.at }] : []));

/** HH:MM of a time after midnight, past the turn of the day too. */
export const slotClock = (at: number): string => clockOf(((at % 1440) + 1440) % 1440);

/** What comes next after a moment, and what is still under way. Minutes after midnight. */
export const nextSlot = (
  slots: readonly Slot[],
  now: number,
): { now: Slot | undefined; next: Slot | undefined } => ({
  now: slots.findLast((s) => s.at <= now && s.at + Math.max(s.length, 1) > now),
  next: slots.find((s) => s.at > now && s.kind !== 'look'),
});

/** The same day with every time on stage later by so many minutes; what hangs on it is made anew. */
export const delayed = (show: ShowDay, minutes: number): ShowDay => ({
  ...show,
  stages: show.stages.map((s) => ({ ...s, at: slotClock(minutesOf(s.at) + minutes) })),
});
