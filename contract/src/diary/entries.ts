import { type LoggedWork, MUSCLES } from '@maul/core/body';
import { addDays } from '@maul/core/units';
import { z } from 'zod';
import {
  Base,
  Day,
  Id,
  Moment,
  Name,
  Nutrients,
  PortionGrams,
  Time,
  Version,
  Zone,
  text,
} from '../common.ts';
import { Mark, MeasureThing, MorningThing } from '../body/index.ts';
import { MethodName, PortionFood } from '../foods/index.ts';

const What = text({ max: 120 });
const Minutes = z
  .int('Minutes are a whole number.')
  .min(1, 'It takes at least a minute.')
  .max(600, 'Ten hours at most.');
const Millilitres = z
  .number('An amount of water is a number of mL.')
  .positive('More than 0 mL.')
  .max(5000, 'More than 5 L is not one drink: check the amount.');
/** Ten years. */
const LONGEST_PAUSE_DAYS = 3652;

export const CERTIFIED = ['certified', 'not certified', 'unknown'] as const;
const supplement = {
  name: Name,
  dose: z.strictObject({
    amount: z.number().positive('A dose is more than nothing.').max(100_000),
    unit: text({ min: 1, max: 20 }),
  }),
  /** True when its nutrients count in the day. */
  counted: z.boolean(),
  certified: z.enum(CERTIFIED),
  /** What one dose holds; a missing key is unknown. */
  nutrients: Nutrients,
};

/** What stands on a day's rail beside meals. `done` tells what happened from what is planned. */
export const EntryBody = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('training'),
    what: What,
    minutes: Minutes.nullable(),
    /** What it trains. */
    muscles: z.array(z.enum(MUSCLES)).max(MUSCLES.length).optional(),
    done: z.boolean(),
  }),
  z.strictObject({
    kind: z.literal('cardio'),
    what: What,
    minutes: Minutes.nullable(),
    kcal: z.number().min(0).max(5000).nullable(),
    steps: z.int().min(0).max(200_000).nullable(),
    done: z.boolean(),
  }),
  z.strictObject({ kind: z.literal('posing'), what: What, minutes: Minutes.nullable(), done: z.boolean() }),
  z.strictObject({
    kind: z.literal('water'),
    millilitres: Millilitres,
    vessel: Name.nullable(),
    done: z.boolean(),
  }),
  z.strictObject({ kind: z.literal('supplement'), supplementId: Id, ...supplement, done: z.boolean() }),
  /** Whether all that was eaten on the day is logged, as the athlete says. */
  z.strictObject({ kind: z.literal('closing'), complete: z.boolean() }),
  z.strictObject({
    kind: z.literal('look'),
    fullness: Mark,
    tightness: Mark,
    /** Small to wide. */
    waist: Mark.optional(),
    words: text({ max: 500, lines: true }),
  }),
  MorningThing,
  MeasureThing,
]);
export type EntryBody = z.infer<typeof EntryBody>;

const dayEntry = { day: Day, time: Time, zone: Zone, thing: EntryBody };
export const DayEntry = z.strictObject({ id: Id, ...dayEntry, version: Version, deleted: z.boolean() });
export type DayEntryRow = z.infer<typeof DayEntry>;
export const PutDayEntry = z.strictObject({ base: Base, ...dayEntry, deleted: z.boolean() });

const slotFood = { food: PortionFood, grams: PortionGrams };
/** One place of a saved meal: its food, and what may stand in for it. */
export const MealSlot = z.strictObject({
  ...slotFood,
  swaps: z.array(z.strictObject(slotFood)).max(12).default([]),
});
export type MealSlot = z.infer<typeof MealSlot>;

/** What stands from day to day: vessels, supplements, saved meals, pauses, foods left out, and who one eats with. */
export const StandingBody = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('vessel'), name: Name, millilitres: Millilitres }),
  z.strictObject({ kind: z.literal('supplement'), ...supplement, times: z.array(Time).max(8) }),
  z.strictObject({ kind: z.literal('meal'), name: Name, slots: z.array(MealSlot).min(1).max(40) }),
  z
    .strictObject({
      kind: z.literal('pause'),
      from: Day,
      until: Day.nullable(),
      why: text({ max: 300, lines: true }),
    })
    .refine((p) => p.until === null || p.until >= p.from, {
      message: 'A pause ends on the day it begins, or later.',
      path: ['until'],
    })
    .refine((p) => p.until === null || p.until <= addDays(p.from, LONGEST_PAUSE_DAYS), {
      message: 'A pause lasts ten years at most. Leave its end open instead.',
      path: ['until'],
    }),
  /** A food left out for a time and brought back alone. */
  z.strictObject({
    kind: z.literal('elimination'),
    food: text({ min: 2, max: 60 }),
    from: Day,
    washOutDays: z.int('Days are a whole number.').min(0).max(14, 'Two weeks at most to wash out.'),
    outDays: z
      .int('Days are a whole number.')
      .min(8, 'Eight days at least, or nothing can be told.')
      .max(42, 'Six weeks at most: longer is for a dietitian.'),
    backDays: z
      .int('Days are a whole number.')
      .min(8, 'Eight days at least, or nothing can be told.')
      .max(28, 'Four weeks at most.'),
  }),
  z.strictObject({ kind: z.literal('eater'), personId: Id, name: Name }),
]);
export type StandingBody = z.infer<typeof StandingBody>;
export const Standing = z.strictObject({
  id: Id,
  thing: StandingBody,
  version: Version,
  deleted: z.boolean(),
});
export type StandingRow = z.infer<typeof Standing>;
export const PutStanding = z.strictObject({ base: Base, thing: StandingBody, deleted: z.boolean() });
export const StandingList = z.strictObject({ standing: z.array(Standing) });

const handover = { food: PortionFood, grams: PortionGrams, method: MethodName, day: Day };
/** Part of a dish, given to another athlete: theirs to take or to leave. */
export const Handover = z.strictObject({
  id: Id,
  ...handover,
  fromId: Id,
  fromName: z.string(),
  toId: Id,
  answer: z.enum(['taken', 'left']).nullable(),
  at: Moment,
});
export type Handover = z.infer<typeof Handover>;
export const PutHandover = z.strictObject({ ...handover, toId: Id });
export const HandoverAnswer = z.strictObject({ answer: z.enum(['taken', 'left']) });

/** Somebody to eat with, by the code on their account page. */
export const Eater = z.strictObject({ personId: Id, name: z.string() });
export const EaterQuery = z.strictObject({ code: text({ min: 4, max: 20 }) });

/** The water among entries, drunk and planned. */
export const waterEntries = (
  entries: readonly DayEntryRow[],
): { id: string; day: DayEntryRow['day']; time: string; millilitres: number; done: boolean }[] =>
  entries.flatMap(({ id, day, time, thing }) =>
    thing.kind === 'water' ? [{ id, day, time, millilitres: thing.millilitres, done: thing.done }] : [],
  );

/** The work of an entry, done or planned; null for what is no work. */
export const workOf = (thing: EntryBody): LoggedWork | null => {
  switch (thing.kind) {
    case 'training':
      return { kind: 'resistance', minutes: thing.minutes, kcal: null };
    case 'cardio':
      return { kind: 'cardio', minutes: thing.minutes, kcal: thing.kcal };
    case 'posing':
      return { kind: 'posing', minutes: thing.minutes, kcal: null };
    default:
      return null;
  }
};
