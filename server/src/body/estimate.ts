import { Day } from '@maul/contract/common';
import {
  type DayEstimate,
  EQUATIONS,
  everyDay,
  filterExpenditure,
  leanMass,
  startExpenditure,
} from '@maul/core/body';
import { kcal } from '@maul/core/units';
import { z } from 'zod';

/** A figure between bounds; what is not there is not known. */
const known = (least: number, most: number) =>
  z
    .number()
    .min(least)
    .max(most)
    .nullish()
    .transform((value) => value ?? null);
const OneDay = z.object({
  day: Day,
  kcal: known(0, 20_000),
  carbs: known(0, 3000),
  sodium: known(0, 50_000),
  kg: known(25, 350),
  cycleDay: known(1, 120),
});
const Athlete = z.object({
  sex: z.enum(['male', 'female']),
  age: known(10, 110),
  bodyFat: known(0, 70),
  days: z.array(OneDay).max(40_000),
});

/**
 * Nothing is told of how much somebody moves, nor of how much they log too little: between light and active, with a wide doubt, kcal.
 * Source of the levels: FAO/WHO/UNU 2004; the doubt is common practice, no source.
 */
const ACTIVITY_LEVEL = 1.5;
const START_SD = 450;
/** Nobody eats so little sodium in mg: a series that stays below is in grams. */
const GRAMS_BELOW = 50;
/** Nobody has so little body fat in per cent: a figure up to here is a part of one. */
const PART_UP_TO = 1;

type AthleteIn = z.infer<typeof Athlete>;

/** Where the estimate begins: by lean mass where body fat is known, else by weight, and an active day. */
const startOf = ({ sex, bodyFat }: AthleteIn, weightKg: number): number => {
  // Neither equation asks for height or age.
  const body = { sex, weightKg, ageYears: 30, heightCm: 170, leanKg: null };
  const fat = bodyFat !== null && bodyFat <= PART_UP_TO ? bodyFat * 100 : bodyFat;
  const resting =
    fat === null || fat < 2
      ? EQUATIONS.tinsley.kcal(body, 0)
      : EQUATIONS['tinsley-lean'].kcal(body, leanMass(weightKg, fat));
  return startExpenditure(kcal(resting), ACTIVITY_LEVEL);
};

export interface EstimatedDay {
  day: string;
  weightKg: number | null;
  weightSd: number | null;
  expenditure: number | null;
  expenditureSd: number | null;
  expectedKg: number | null;
  expectedSd: number | null;
}

const rounded = (value: number): number => Math.round(value * 10_000) / 10_000;
const shown = ({ day, ...rest }: DayEstimate): EstimatedDay => ({
  day,
  weightKg: rounded(rest.weightKg),
  weightSd: rounded(rest.weightSd),
  expenditure: rounded(rest.expenditure),
  expenditureSd: rounded(rest.expenditureSd),
  expectedKg: rounded(rest.expectedKg),
  expectedSd: rounded(rest.expectedSd),
});
const nothing = (day: string): EstimatedDay => ({
  day,
  weightKg: null,
  weightSd: null,
  expenditure: null,
  expenditureSd: null,
  expectedKg: null,
  expectedSd: null,
});

const estimateOne = (athlete: AthleteIn): { days: EstimatedDay[] } => {
  const sodium = athlete.days.flatMap((d) => (d.sodium === null ? [] : [d.sodium]));
  const toMg = sodium.length > 0 && sodium.every((amount) => amount < GRAMS_BELOW) ? 1000 : 1;
  const days = everyDay(
    athlete.days.map((d) => ({ ...d, sodium: d.sodium === null ? null : d.sodium * toMg })),
  );
  const first = days.find((d) => d.kg !== null)?.kg ?? null;
  const found =
    first === null
      ? []
      : filterExpenditure(days, { expenditure: startOf(athlete, first), expenditureSd: START_SD });
  const byDay = new Map(found.map((one) => [one.day as string, shown(one)]));
  return { days: athlete.days.map(({ day }) => byDay.get(day) ?? nothing(day)) };
};

/**
 * The estimates of one athlete or of many, from what another program kept; each day from the data up to and with its morning alone. Throws
 * a sentence that says where something is not as it should be.
 */
export const estimateFrom = (given: unknown): { days: EstimatedDay[] } | { days: EstimatedDay[] }[] => {
  const schema = Array.isArray(given) ? z.array(Athlete).max(10_000) : Athlete;
  const read = schema.safeParse(given);
  if (!read.success) {
    const issue = read.error.issues[0];
    throw new Error(`${issue?.path.join('.') || 'The file'}: ${issue?.message ?? 'is not as it should be'}`);
  }
  return Array.isArray(read.data) ? read.data.map(estimateOne) : estimateOne(read.data);
};
