import { type Board as CoreBoard, COLUMNS, type Column, SCHOOLS } from '@maul/core/peak';
import { z } from 'zod';
import { Id, Name, text, Time } from '../common.ts';

/** The most that a day of each column can hold: mistypes, not limits of health. */
const MOST: Readonly<Record<Column, number>> = {
  carbs: 1500,
  protein: 800,
  fat: 500,
  sodium: 20_000,
  water: 15_000,
  fibre: 150,
  training: 100,
  cardio: 600,
  posing: 600,
  sleep: 24,
};
const amountOf = (column: Column) => z.number().min(0).max(MOST[column]);
/** One field for each column. */
const columns = <V extends z.ZodType>(value: (column: Column) => V) =>
  z.strictObject(Object.fromEntries(COLUMNS.map((column) => [column, value(column)])) as Record<Column, V>);
/** A span of a day: -14 carbs to 1 carbs. */
const CELL = new RegExp(`^(-1[0-4]|-[1-9]|0|1) (${COLUMNS.join('|')})$`);
const Cells = z
  .record(z.string().regex(CELL, 'A cell is named by its day and column.'), z.number().min(0).max(20_000))
  .refine((set) => Object.keys(set).length <= 160, 'At most 160 cells are set by hand.')
  .refine(
    (set) => Object.entries(set).every(([key, value]) => value <= MOST[key.split(' ')[1] as Column]),
    'A cell holds more than a day can.',
  );

const Timed = z.strictObject({ at: Time, minutes: z.int().min(1).max(600) });
export const ShowDay = z.strictObject({
  wake: Time,
  bed: Time,
  stages: z
    .array(z.strictObject({ name: Name, at: Time }))
    .min(1)
    .max(6),
  travel: Timed.nullable(),
  checkIn: Timed.nullable(),
  tan: Timed.nullable(),
  pumpUpMinutes: z.int().min(0).max(90),
});

const Range = z
  .tuple([z.int().min(1).max(5), z.int().min(1).max(5)])
  .refine(([low, high]) => low <= high, 'From the lower mark to the higher.');
const PROPOSALS = ['more carbs', 'wait', 'less fluid', 'nothing'] as const;
/** Which looks a rule is about, and what it proposes; the first that fits counts. */
export const LookRule = z.strictObject({
  fullness: Range.optional(),
  tightness: Range.optional(),
  waist: Range.optional(),
  propose: z.enum(PROPOSALS),
  why: text({ min: 1, max: 200 }),
});
/** What was proposed on a look, and what was done about it. */
const LookAnswer = z.strictObject({
  look: Id,
  propose: z.enum(PROPOSALS),
  carbs: z.number().min(0).max(500),
  lessWater: z.number().min(0).max(2000),
  done: z.enum(['taken', 'left']),
});

/** A peak week by days and hours, relative to the athlete. */
export const Board = z.strictObject({
  protocol: columns((column) => z.enum(SCHOOLS[column].map((school) => school.id))),
  usual: columns(amountOf),
  weightKg: z.number().min(25).max(350),
  after: z.int().min(0).max(1),
  set: Cells,
  show: ShowDay.nullable(),
  lever: z
    .strictObject({
      name: Name,
      carbs: z.number().min(5, 'A lever food holds carbs.').max(100),
      keeps: z.boolean(),
    })
    .optional(),
  rules: z.array(LookRule).max(12).optional(),
  answers: z.array(LookAnswer).max(100).optional(),
}) as unknown as z.ZodType<CoreBoard>;
