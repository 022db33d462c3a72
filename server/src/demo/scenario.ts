import { METHODS, type Method } from '@maul/core/foods';
import { ALLERGENS } from '@maul/contract/foods';
import { Board } from '@maul/contract/peak';
import { DIETS } from '@maul/contract/people';
import { Sex } from '@maul/contract/body';
import { PhaseKind as PhaseKindSchema } from '@maul/contract/plan';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import type { ReferenceFood } from '../foods/index.ts';

const ScenarioPhase = z.strictObject({
  kind: PhaseKindSchema,
  from: z.int(),
  to: z.int(),
  energy: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('rate'), percentPerWeek: z.number() }),
    z.strictObject({ kind: z.literal('step'), kcal: z.number() }),
  ]),
  protein: z.number(),
  of: z.enum(['body', 'lean']),
  fat: z.number(),
  fatFloor: z.number(),
  fibre: z.number().optional(),
  /** What it is called, and the event (by its place in the list) that it moves with. */
  name: z.string().optional(),
  hangsOn: z.int().optional(),
  /** A peak week day by day. */
  board: Board.optional(),
  dayTypes: z.array(z.tuple([z.string(), z.string(), z.number()])),
  pattern: z.array(z.string()).length(7),
});

const ScenarioAthlete = z.strictObject({
  name: z.string(),
  email: z.string(),
  about: z.string(),
  /** Who shares the kitchen, by their address: each names the other. */
  eatsWith: z.string().optional(),
  class: z.string(),
  sex: Sex,
  age: z.int(),
  heightCm: z.number(),
  startKg: z.number(),
  leanKg: z.number(),
  carbBasis: z.enum(['total', 'available']),
  diet: z.enum(DIETS).default('everything'),
  allergens: z.array(z.enum(ALLERGENS)).default([]),
  waking: z.string(),
  /** Sessions by days from today: the same every week. */
  sessions: z.array(
    z.tuple([z.int().min(0).max(6), z.enum(['resistance', 'cardio', 'posing']), z.string(), z.int()]),
  ),
  trueExpenditure: z.number(),
  firstExpenditure: z.number(),
  adherence: z.strictObject({
    pour: z.number(),
    skip: z.number(),
    offPlan: z.number(),
    unweighed: z.number(),
    missMorning: z.number(),
    /** Days up to today without any log. */
    quiet: z.int().default(0),
  }),
  events: z.array(
    z.strictObject({ kind: z.enum(['show', 'shoot', 'trip']), name: z.string(), day: z.int() }),
  ),
  phases: z.array(ScenarioPhase),
  menus: z.array(z.array(z.string())),
  orders: z.array(
    z.strictObject({
      signed: z.int(),
      from: z.int(),
      macro: z.enum(['PROCNT', 'CARB', 'FAT']),
      grams: z.number(),
      lever: z.string().optional(),
      dayTypes: z.array(z.string()).nullable(),
      reason: z.string(),
      open: z.boolean().default(false),
    }),
  ),
  /** Orders of cardio. */
  movement: z
    .array(
      z.strictObject({
        signed: z.int(),
        from: z.int(),
        minutes: z.int(),
        daysPerWeek: z.int(),
        reason: z.string(),
        open: z.boolean().default(false),
      }),
    )
    .default([]),
  cycle: z.boolean().default(false),
  /** How many days ago the week falls due for the last time. */
  weekDueAgo: z.int().min(0).max(6).default(0),
  /** Weeks that were sent, by the day of sending; an answer is words, or that nothing changes, or both. */
  weeks: z
    .array(
      z.strictObject({
        sent: z.int().max(0),
        words: z.string(),
        answer: z.strictObject({ words: z.string(), noChange: z.boolean() }).nullable(),
      }),
    )
    .default([]),
  notes: z.array(
    z.strictObject({
      day: z.int(),
      by: z.enum(['athlete', 'coach']),
      meal: z.int().nullable(),
      text: z.string(),
    }),
  ),
});
export type ScenarioAthlete = z.infer<typeof ScenarioAthlete>;

const Scenario = z.strictObject({
  seed: z.int(),
  federation: z.string(),
  coach: z.strictObject({ name: z.string(), email: z.string(), about: z.string() }),
  athletes: z.array(ScenarioAthlete),
});
export type Scenario = z.infer<typeof Scenario>;

export const readScenario = async (dataDir: string): Promise<Scenario> =>
  Scenario.parse(JSON.parse(await readFile(join(dataDir, 'demo/people.json'), 'utf8')));

export interface MenuPortion {
  food: ReferenceFood;
  grams: number;
  lever: 'P' | 'C' | 'F' | null;
  method: Method;
  /** Weight of one piece, for portions that are counted. */
  piece: number | null;
}
export interface MenuMeal {
  time: string;
  portions: MenuPortion[];
}

/** Reads one menu line, `HH:MM food grams [lever] [method]; …`. Throws what it does not understand. */
export const readMenuLine = (line: string, foods: ReadonlyMap<string, ReferenceFood>): MenuMeal => {
  const time = line.slice(0, 5);
  const portions = line
    .slice(6)
    .split(';')
    .map((text): MenuPortion => {
      const [id = '', grams = '', ...marks] = text.trim().split(/\s+/);
      const food = foods.get(`maul-${id}`);
      if (!food) throw new Error(`demo: the menu names "${id}", which is no food`);
      if (!(Number(grams) > 0)) throw new Error(`demo: "${text}" has no grams`);
      const lever = (['P', 'C', 'F'] as const).find((l) => marks.includes(l)) ?? null;
      const method = METHODS.find((m) => marks.includes(m)) ?? 'scale';
      const piece = method === 'pieces' ? (food.measures[0]?.grams ?? 1) : null;
      return { food, grams: Number(grams), lever, method, piece };
    });
  return { time, portions };
};
