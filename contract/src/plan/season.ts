import { PHASE_KINDS, type PhaseRules as CoreRules, type Season as CoreSeason } from '@maul/core/plan';
import { TARGET_KEYS } from '@maul/core/nutrition';
import { z } from 'zod';
import { Board } from '../peak/index.ts';
import { Day, FoodState, Id, Name, Nutrients, ShortId, Time } from '../common.ts';

const Width = z.strictObject({ below: z.number().min(0).max(500), above: z.number().min(0).max(500) });
export const PhaseKind = z.enum(PHASE_KINDS);
export const TargetName = z.enum(TARGET_KEYS);
const PartId = ShortId(60);
/** Figures or names by date, for one phase. */
const byDate = <V extends z.ZodType>(value: V) =>
  z
    .record(Day as unknown as z.ZodString, value)
    .refine((dates) => Object.keys(dates).length <= 1000, 'At most a thousand days have an exception.');

export const EnergyPolicy = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('rate'),
    percentPerWeek: z
      .number()
      .min(-2, 'A rate lies between -2 and 2 % a week.')
      .max(2, 'A rate lies between -2 and 2 % a week.'),
  }),
  z.strictObject({ kind: z.literal('step'), kcal: z.number().min(-2000).max(3000) }),
  z.strictObject({ kind: z.literal('percent'), percent: z.number().min(-60).max(60) }),
  z.strictObject({
    kind: z.literal('range'),
    low: z.number().min(0).max(12_000),
    high: z.number().min(0).max(12_000),
  }),
  z.strictObject({ kind: z.literal('hand'), kcal: z.number().min(0).max(12_000) }),
]);

export const MacroPart = z.strictObject({
  by: z.enum(['body-kg', 'body-lb', 'lean-kg', 'lean-lb', 'grams', 'percent']),
  amount: z.number().min(0).max(1500),
  to: z.number().min(0).max(1500).nullable(),
  floor: z.number().min(0).max(1500).nullable(),
  ceiling: z.number().min(0).max(1500).nullable(),
  as: z.enum(['point', 'floor', 'ceiling']),
});

const Fibre = z.union([
  z.strictObject({ per1000kcal: z.number().min(0).max(40) }),
  z.strictObject({ grams: z.number().min(0).max(150) }),
]);
const Percent = z.number().min(0).max(100);

/** What may stand in for a food of a written menu. */
const MenuSwap = z.strictObject({
  name: Name,
  grams: z.number().positive().max(5000),
  per100g: Nutrients,
  foodId: ShortId(80),
  state: FoodState,
});

/** The foods of a written menu. */
export const MenuPortions = z
  .array(
    z.strictObject({
      name: Name,
      grams: z.number().positive().max(5000),
      per100g: Nutrients,
      meal: z.int().min(1).max(20).optional(),
      time: Time.optional(),
      foodId: ShortId(80).optional(),
      state: FoodState.optional(),
      swaps: z.array(MenuSwap).max(8).optional(),
    }),
  )
  .max(80);

export const MacroPolicy = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('per-mass'),
    protein: MacroPart,
    fat: MacroPart,
    carbs: MacroPart.nullable(),
    fibre: Fibre,
  }),
  z.strictObject({ kind: z.literal('split'), protein: Percent, carbs: Percent, fat: Percent, fibre: Fibre }),
  z.strictObject({
    kind: z.literal('protein-range'),
    protein: MacroPart,
    fatFloor: z.number().min(0).max(300).nullable(),
    fibre: Fibre,
  }),
  z.strictObject({
    kind: z.literal('menu'),
    name: Name,
    portions: MenuPortions,
  }),
  z.strictObject({ kind: z.literal('plate'), groups: z.array(Name).min(1).max(20) }),
  z.strictObject({ kind: z.literal('none') }),
]);

const DayChange = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('energy'), kcal: z.number().min(-3000).max(5000) }),
  z.strictObject({ kind: z.literal('carbs'), grams: z.number().min(-1000).max(1200) }),
  z.strictObject({
    kind: z.literal('own'),
    protein: z.number().min(0).max(800),
    carbs: z.number().min(0).max(1500),
    fat: z.number().min(0).max(500),
    fibre: z.number().min(0).max(150).optional(),
  }),
]);
const DayType = z.strictObject({
  id: PartId,
  name: Name,
  change: DayChange,
  widen: z.number().min(1).max(5),
  patternId: PartId.nullable(),
});

export const MealPattern = z.strictObject({
  id: PartId,
  name: Name,
  slots: z
    .array(
      z.strictObject({
        id: PartId,
        anchor: z.enum(['clock', 'waking', 'before-training', 'after-training']),
        minutes: z.number().min(0).max(1440),
        at: Time,
        share: z.strictObject({ protein: Percent, carbs: Percent, fat: Percent }),
      }),
    )
    .min(1)
    .max(10),
  fast: z.strictObject({ from: Time, to: Time }).nullable(),
  proteinUntil: Time.nullable(),
});

export const Phase = z.strictObject({
  id: Id,
  kind: PhaseKind,
  name: Name.nullable(),
  from: Day,
  to: Day,
  hangsOn: Id.nullable(),
  energy: EnergyPolicy,
  macros: MacroPolicy,
  tolerance: z.strictObject({
    protein: Width,
    carbs: Width,
    fat: Width,
    energy: z.union([
      z.strictObject({ kcal: z.number().min(0).max(1000) }),
      z.strictObject({ part: z.number().min(0).max(0.5) }),
    ]),
  }),
  rate: z.strictObject({ low: z.number().min(-3).max(3), high: z.number().min(-3).max(3) }),
  dayTypes: z.array(DayType).min(1).max(30),
  week: z.array(PartId).length(7),
  exceptions: byDate(PartId),
  levels: byDate(z.number().min(-2000).max(2000)),
  holdMean: z.boolean(),
  patterns: z.array(MealPattern).max(20),
  patternId: PartId.nullable(),
  board: Board.optional(),
});

/** A phase without its dates and without what was set on single days. */
export const PhaseRules = Phase.omit({
  id: true,
  from: true,
  to: true,
  hangsOn: true,
  exceptions: true,
  levels: true,
  board: true,
}) as unknown as z.ZodType<CoreRules, CoreRules>;

export const Season = z.strictObject({
  phases: z.array(Phase).max(100),
  events: z
    .array(z.strictObject({ id: Id, kind: z.enum(['show', 'shoot', 'trip']), name: Name, date: Day }))
    .max(60),
}) as unknown as z.ZodType<CoreSeason>;
