import { z } from 'zod';
import { Athlete } from '../people/index.ts';
import { BodyBasis, MovementOrder, WeighIn } from '../body/index.ts';
import { Order, Season } from '../plan/index.ts';
import { Base, Day, Id, Moment, PortionGrams, Text, Time, Version, Zone, text } from '../common.ts';
import { DayEntry, Handover, Standing } from './entries.ts';
import { MethodName, PortionFood } from '../foods/index.ts';

/** Grams on a scale, below zero where something was lifted off it. */
const OnScale = z.number().min(-100_000).max(100_000);
/** What the scale said when a portion was captured, grams. */
export const Trail = z.strictObject({
  gross: OnScale,
  tare: OnScale,
  /** What was put on, or what was taken out. */
  net: OnScale,
  way: z.enum(['add', 'take']).optional(),
  division: z.number().positive().max(1000),
  settled: z.enum(['stable', 'forced']),
  /** How far the readings lay apart when it was taken while moving. */
  span: z.number().min(0).max(100_000).optional(),
  readings: z.int().min(1).max(9).optional(),
  source: text({ max: 60 }),
  at: Moment,
});
export type Trail = z.infer<typeof Trail>;

/** Groups of the plate that a meal holds, for a phase that goes by the plate. */
const Ticks = z
  .array(text({ max: 120 }))
  .max(20)
  .default([]);
export const Meal = z.strictObject({
  id: Id,
  day: Day,
  time: Time,
  zone: z.string(),
  eaten: z.boolean(),
  ticks: Ticks,
  version: Version,
  deleted: z.boolean(),
});
export type MealRow = z.infer<typeof Meal>;
export const PutMeal = z.strictObject({
  base: Base,
  day: Day,
  time: Time,
  zone: Zone,
  eaten: z.boolean(),
  ticks: Ticks,
  deleted: z.boolean(),
});

const Guess = z
  .strictObject({ low: z.number().min(0).max(5000), high: z.number().positive().max(5000) })
  .refine((g) => g.low < g.high, 'The lower end of a range comes first.');
export type Guess = z.infer<typeof Guess>;

const portionBody = {
  mealId: Id,
  position: z.int().min(0).max(1000),
  food: PortionFood,
  plannedGrams: PortionGrams.nullable(),
  grams: PortionGrams.nullable(),
  method: MethodName.nullable(),
  division: z.number().positive().max(100).nullable(),
  trail: Trail.nullable(),
  /** Relative standard uncertainty of the grams, where the measure or the person states one. */
  spread: z.number().min(0).max(2).nullable().default(null),
  /** Between which grams it lies, where it is a guess with two ends. */
  guess: Guess.nullable().default(null),
  /** Why it is a guess, or anything else to remember of it. */
  reason: text({ max: 200 }).nullable().default(null),
};
export const Portion = z.strictObject({ id: Id, ...portionBody, version: Version, deleted: z.boolean() });
export type PortionRow = z.infer<typeof Portion>;
export const PutPortion = z
  .strictObject({ base: Base, ...portionBody, deleted: z.boolean() })
  .refine((p) => (p.grams === null) === (p.method === null), {
    message: 'A measured portion says how it was measured, and only a measured one does.',
    path: ['method'],
  })
  .refine((p) => p.plannedGrams !== null || p.grams !== null, {
    message: 'A portion has a planned or a measured amount.',
    path: ['grams'],
  });

/** A place on a picture, from its left and its top. */
const Mark = z.strictObject({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) });
const beside = {
  /** The order that it is about, if one. */
  orderId: Id.nullable().default(null),
  /** The picture that it is about, if one, and where on it. */
  pictureId: Id.nullable().default(null),
  mark: Mark.nullable().default(null),
};
export const Note = z.strictObject({
  id: Id,
  day: Day,
  mealId: Id.nullable(),
  /** The one portion of that meal that it is about, if one. */
  portionId: Id.nullable().default(null),
  ...beside,
  text: z.string(),
  authorId: Id,
  authorName: z.string(),
  createdAt: Moment,
  version: Version,
  deleted: z.boolean(),
});
export type NoteRow = z.infer<typeof Note>;
export const PutNote = z.strictObject({
  base: Base,
  day: Day,
  mealId: Id.nullable(),
  portionId: Id.nullable().default(null),
  ...beside,
  text: Text,
  deleted: z.boolean(),
});
/** Words beside orders and pictures, the latest first. */
export const Words = z.strictObject({ notes: z.array(Note).max(400) });

/** Everything a day is computed from. The day itself is never stored. */
export const DayDocument = z.strictObject({
  athlete: Athlete,
  date: Day,
  /** The athlete's present day, in their zone. */
  today: Day,
  season: Season,
  bases: z.array(BodyBasis),
  orders: z.array(Order),
  /** Orders of cardio and steps that are in force or not yet read. */
  movement: z.array(MovementOrder),
  meals: z.array(Meal),
  portions: z.array(Portion),
  notes: z.array(Note),
  weighIn: WeighIn.nullable(),
  /** Training, water, supplements and looks of the day. */
  entries: z.array(DayEntry),
  /** Vessels, supplements, pauses and who one eats with; saved meals come on their own. */
  standing: z.array(Standing),
  /** What others have given the athlete and is not answered yet. */
  offers: z.array(Handover),
});
export type DayDocument = z.infer<typeof DayDocument>;
