import { FAT_SPREAD, type FatMethod } from './equations.ts';
import type { EquationSex } from './equations.ts';

const CM_PER_INCH = 2.54;

/** Girths that a tape estimate needs, cm. Men: neck and abdomen at the navel. Women: neck, waist at its narrowest, and hip. */
export interface TapeGirths {
  heightCm: number;
  neckCm: number;
  /** Men: abdomen at the navel. Women: waist at its narrowest. */
  waistCm: number;
  /** Women only. */
  hipCm?: number;
}

/** Skinfolds that an equation adds up, by how many sites. */
export const FOLD_SITES = {
  male: {
    3: ['chest', 'abdomen', 'thigh'],
    7: ['chest', 'midaxillary', 'triceps', 'subscapular', 'abdomen', 'suprailiac', 'thigh'],
  },
  female: {
    3: ['triceps', 'suprailiac', 'thigh'],
    7: ['chest', 'midaxillary', 'triceps', 'subscapular', 'abdomen', 'suprailiac', 'thigh'],
  },
} as const satisfies Record<EquationSex, Record<3 | 7, readonly string[]>>;
export type FoldSite = (typeof FOLD_SITES)['male'][7][number];
export const ALL_FOLD_SITES: readonly FoldSite[] = FOLD_SITES.male[7];

/** Girths by name. */
export const GIRTHS = [
  'neck',
  'shoulders',
  'chest',
  'waist',
  'hip',
  'arm',
  'forearm',
  'thigh',
  'calf',
] as const;
export type Girth = (typeof GIRTHS)[number];

/** A body fat figure that cannot be: why, in a sentence. */
export type Composition = { ok: true; percent: number; spread: number } | { ok: false; sentence: string };

const found = (percent: number, method: FatMethod): Composition =>
  percent >= 2 && percent <= 70
    ? { ok: true, percent, spread: FAT_SPREAD[method] }
    : {
        ok: false,
        sentence: `That gives ${percent.toFixed(1)} % body fat, which cannot be. Measure once more and check the unit.`,
      };

/**
 * Body fat from girths, %. Source: Hodgdon & Beckett 1984, in the form of the United States Department of Defense (inches).
 * `ok: false` where the girths cannot belong to one body.
 *
 * @example
 * const inch = 2.54;
 * const man = tapeFat('male', { heightCm: 70 * inch, neckCm: 15.5 * inch, waistCm: 33.5 * inch });
 * man.ok && man.percent.toFixed(1); // => '15.5'
 */
export const tapeFat = (sex: EquationSex, { heightCm, neckCm, waistCm, hipCm }: TapeGirths): Composition => {
  const round = sex === 'male' ? waistCm - neckCm : waistCm + (hipCm ?? NaN) - neckCm;
  if (Number.isNaN(round)) return { ok: false, sentence: 'Hip girth is needed too.' };
  if (round <= 0) return { ok: false, sentence: 'A neck is not wider than a waist. Check the two girths.' };
  const inches = Math.log10(round / CM_PER_INCH);
  const height = Math.log10(heightCm / CM_PER_INCH);
  return found(
    sex === 'male' ? 86.01 * inches - 70.041 * height + 36.76 : 163.205 * inches - 97.684 * height - 78.387,
    'tape',
  );
};

/**
 * Body density from the sum of three or seven skinfolds, kg/L. `sumMm` in mm, age in years.
 * Source: Jackson & Pollock 1978 (men), Jackson, Pollock & Ward 1980 (women).
 */
export const foldDensity = (sex: EquationSex, sites: 3 | 7, sumMm: number, age: number): number => {
  const S = sumMm;
  if (sex === 'male')
    return sites === 3
      ? 1.10938 - 0.0008267 * S + 0.0000016 * S ** 2 - 0.0002574 * age
      : 1.112 - 0.00043499 * S + 0.00000055 * S ** 2 - 0.00028826 * age;
  return sites === 3
    ? 1.0994921 - 0.0009929 * S + 0.0000023 * S ** 2 - 0.0001392 * age
    : 1.097 - 0.00046971 * S + 0.00000056 * S ** 2 - 0.00012828 * age;
};

/** Body fat of a density, %. Source: Siri 1961. */
export const siriFat = (density: number): number => 495 / density - 450;
/** Body fat of a density, %. Source: Brozek 1963. */
export const brozekFat = (density: number): number => 457 / density - 414.2;

/**
 * Body fat from skinfolds, % (Siri). Uses seven sites where all seven are there, else the three of the sex; `ok: false` when neither
 * is whole.
 *
 * @example
 * const woman = foldFat('female', { triceps: 15, suprailiac: 12, thigh: 18 }, 34);
 * woman.ok && woman.percent.toFixed(2); // => '19.31'
 */
export const foldFat = (
  sex: EquationSex,
  folds: Readonly<Partial<Record<FoldSite, number>>>,
  age: number,
): Composition & { sites?: 3 | 7 } => {
  for (const sites of [7, 3] as const) {
    const needed: readonly FoldSite[] = FOLD_SITES[sex][sites];
    if (!needed.every((site) => folds[site] !== undefined)) continue;
    const sum = needed.reduce((all, site) => all + (folds[site] ?? 0), 0);
    return { ...found(siriFat(foldDensity(sex, sites, sum, age)), 'skinfold'), sites };
  }
  return { ok: false, sentence: `Needs ${FOLD_SITES[sex][3].join(', ')}, or all seven folds.` };
};

export interface Readings {
  mean: number;
  /** Largest less smallest. */
  range: number;
  count: number;
}

/**
 * The mean of a measure read several times, and how far the readings lie apart; undefined without any.
 *
 * @example
 * meanReading([80, 81, 82]); // => { mean: 81, range: 2, count: 3 }
 */
export const meanReading = (readings: readonly number[]): Readings | undefined =>
  readings.length === 0
    ? undefined
    : {
        mean: readings.reduce((sum, r) => sum + r, 0) / readings.length,
        range: Math.max(...readings) - Math.min(...readings),
        count: readings.length,
      };
