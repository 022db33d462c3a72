import { kcal, type Kcal } from '../../units/index.ts';

/** The sex that an equation was made for. */
export type EquationSex = 'male' | 'female';

/** The body that an equation needs: kg, cm, years; lean mass null when it is not known. */
export interface EquationBody {
  sex: EquationSex;
  weightKg: number;
  heightCm: number;
  ageYears: number;
  leanKg: number | null;
}

export const EQUATION_IDS = [
  'mifflin',
  'harris-benedict',
  'ten-haaf',
  'tinsley',
  'cunningham-1980',
  'cunningham-1991',
  'ten-haaf-lean',
  'tinsley-lean',
] as const;
export type EquationId = (typeof EQUATION_IDS)[number];

interface Equation {
  name: string;
  /** The published form, W kg, H cm, A years, FFM kg. */
  form: (sex: EquationSex) => string;
  source: string;
  needsLean: boolean;
  kcal: (body: EquationBody, leanKg: number) => number;
}

/** Resting expenditure equations, kcal a day, each with its published form and source. */
export const EQUATIONS: Readonly<Record<EquationId, Equation>> = {
  mifflin: {
    name: 'Mifflin–St Jeor',
    form: (sex) => `9.99 W + 6.25 H − 4.92 A ${sex === 'male' ? '+ 5' : '− 161'}`,
    source: 'Mifflin & St Jeor 1990',
    needsLean: false,
    kcal: ({ sex, weightKg, heightCm, ageYears }) =>
      9.99 * weightKg + 6.25 * heightCm - 4.92 * ageYears + (sex === 'male' ? 5 : -161),
  },
  'harris-benedict': {
    name: 'Harris–Benedict, revised',
    form: (sex) =>
      sex === 'male' ? '88.362 + 13.397 W + 4.799 H − 5.677 A' : '447.593 + 9.247 W + 3.098 H − 4.330 A',
    source: 'Roza & Shizgal 1984',
    needsLean: false,
    kcal: ({ sex, weightKg, heightCm, ageYears }) =>
      sex === 'male'
        ? 88.362 + 13.397 * weightKg + 4.799 * heightCm - 5.677 * ageYears
        : 447.593 + 9.247 * weightKg + 3.098 * heightCm - 4.33 * ageYears,
  },
  'ten-haaf': {
    name: 'ten Haaf & Weijs, by weight',
    form: (sex) => `11.936 W + 587.728 H/100 − 8.129 A ${sex === 'male' ? '+ 191.027 ' : ''}+ 29.279`,
    source: 'ten Haaf & Weijs 2014, athletes, from memory',
    needsLean: false,
    kcal: ({ sex, weightKg, heightCm, ageYears }) =>
      11.936 * weightKg +
      (587.728 * heightCm) / 100 -
      8.129 * ageYears +
      (sex === 'male' ? 191.027 : 0) +
      29.279,
  },
  tinsley: {
    name: 'Tinsley, by weight',
    form: () => '24.8 W + 10',
    source: 'Tinsley 2019, physique athletes, from memory',
    needsLean: false,
    kcal: ({ weightKg }) => 24.8 * weightKg + 10,
  },
  'cunningham-1980': {
    name: 'Cunningham 1980',
    form: () => '500 + 22 FFM',
    source: 'Cunningham 1980',
    needsLean: true,
    kcal: (_, lean) => 500 + 22 * lean,
  },
  'cunningham-1991': {
    name: 'Cunningham 1991',
    form: () => '370 + 21.6 FFM',
    source: 'Cunningham 1991',
    needsLean: true,
    kcal: (_, lean) => 370 + 21.6 * lean,
  },
  'ten-haaf-lean': {
    name: 'ten Haaf & Weijs, by lean mass',
    form: () => '22.771 FFM + 484.264',
    source: 'ten Haaf & Weijs 2014, athletes, from memory',
    needsLean: true,
    kcal: (_, lean) => 22.771 * lean + 484.264,
  },
  'tinsley-lean': {
    name: 'Tinsley, by lean mass',
    form: () => '25.9 FFM + 284',
    source: 'Tinsley 2019, physique athletes, from memory',
    needsLean: true,
    kcal: (_, lean) => 25.9 * lean + 284,
  },
};

const check = (value: number, low: number, high: number, what: string): void => {
  if (!(value >= low && value <= high))
    throw new RangeError(`${what} must lie between ${low} and ${high}, not ${value}.`);
};

/**
 * Resting expenditure by one equation, kcal a day; undefined when it needs lean mass and there is none.
 * Throws RangeError outside 25-350 kg, 100-250 cm, 10-110 years, and for lean mass above body mass.
 *
 * @example
 * const man = { sex: 'male', weightKg: 84.2, heightCm: 178, ageYears: 29, leanKg: null };
 * Math.round(restingBy('mifflin', man)); // => 1816
 */
export const restingBy = (id: EquationId, body: EquationBody): Kcal | undefined => {
  check(body.weightKg, 25, 350, 'Body mass in kg');
  check(body.heightCm, 100, 250, 'Height in cm');
  check(body.ageYears, 10, 110, 'Age in years');
  const equation = EQUATIONS[id];
  if (body.leanKg === null) return equation.needsLean ? undefined : kcal(equation.kcal(body, 0));
  check(body.leanKg, 15, body.weightKg, 'Lean mass in kg');
  return kcal(equation.kcal(body, body.leanKg));
};

/** Resting expenditure by Mifflin & St Jeor 1990, kcal a day. Throws RangeError as `restingBy` does. */
export const restingExpenditure = (
  sex: EquationSex,
  weightKg: number,
  heightCm: number,
  ageYears: number,
): Kcal => kcal(restingBy('mifflin', { sex, weightKg, heightCm, ageYears, leanKg: null }) ?? 0);

export interface RestingSpread {
  rows: { id: EquationId; kcal: Kcal | undefined }[];
  /** The lowest, the highest and the mean of those that can be worked out. */
  low: number;
  high: number;
  mean: number;
}

/** Every equation for one body, and how far they lie apart. kcal a day. Throws RangeError as `restingBy` does. */
export const restingSpread = (body: EquationBody): RestingSpread => {
  const rows = EQUATION_IDS.map((id) => ({ id, kcal: restingBy(id, body) }));
  const known = rows.flatMap((row) => (row.kcal === undefined ? [] : [row.kcal]));
  return {
    rows,
    low: Math.min(...known),
    high: Math.max(...known),
    mean: known.reduce((sum, k) => sum + k, 0) / known.length,
  };
};

/** The equation to begin with: Tinsley's by lean mass when that is known, else Mifflin–St Jeor. common practice, no source. */
export const preferredEquation = (leanKg: number | null): EquationId =>
  leanKg === null ? 'mifflin' : 'tinsley-lean';

/** Standard uncertainty of an expenditure that comes from an equation and an activity level, kcal. From memory. */
export const EQUATION_SD = 300;
/** Standard uncertainty of a maintenance that somebody knows from experience, kcal. common practice, no source. */
export const KNOWN_SD = 150;

/** A start value of total expenditure: resting x physical activity level. Source of the levels: FAO/WHO/UNU 2004. */
export const startExpenditure = (resting: Kcal, activityLevel: number): Kcal => {
  if (!(activityLevel >= 1.2 && activityLevel <= 2.5))
    throw new RangeError(`A physical activity level lies between 1.2 and 2.5, not ${activityLevel}.`);
  return kcal(resting * activityLevel);
};

export type FatMethod = 'eye' | 'tape' | 'skinfold' | 'dxa';
/** Standard spread of a body fat figure by how it was found, percentage points. From memory. */
export const FAT_SPREAD: Readonly<Record<FatMethod, number>> = { eye: 5, tape: 3.5, skinfold: 3.5, dxa: 2 };

/**
 * Fat-free mass from body mass and body fat, kg. Throws RangeError outside 2-70 %.
 *
 * @example
 * leanMass(80, 15); // => 68
 */
export const leanMass = (weightKg: number, fatPercent: number): number => {
  check(fatPercent, 2, 70, 'Body fat in per cent');
  return weightKg * (1 - fatPercent / 100);
};

/** Assumed intensity of planned sessions, MET: resistance training 5, cardio 6, posing 3. Source: Ainsworth 2011, from memory. */
export const SESSION_MET = { resistance: 5, cardio: 6, posing: 3 } as const;

/**
 * Net energy of work beyond rest, kcal: (MET - 1) x 1.05 x W x hours. Source: Ainsworth 2011, from memory.
 *
 * @example
 * // An hour of resistance training of 80 kg.
 * sessionKcal(5, 80, 60); // => 336
 */
export const sessionKcal = (met: number, weightKg: number, minutes: number): number =>
  (met - 1) * 1.05 * weightKg * (minutes / 60);
