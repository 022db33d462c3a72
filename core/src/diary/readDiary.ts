import type { NutrientVector, Tagname } from '../nutrition/index.ts';
import { addDays, type IsoDate, isIsoDate, isoDate, numberIn } from '../units/index.ts';

/** What a column of somebody's diary can hold. */
export const DIARY_FIELDS = [
  'day',
  'time',
  'meal',
  'food',
  'grams',
  'ENERC',
  'PROCNT',
  'FAT',
  'CARB',
  'FIBTG',
  'NA',
  'kg',
] as const;
export type DiaryField = (typeof DIARY_FIELDS)[number];

/** Which column holds what, by its place from 0; null where none does. */
export type DiaryColumns = Readonly<Record<DiaryField, number | null>>;

export interface DiaryReading {
  columns: DiaryColumns;
  /** The order of day, month and year in the file. */
  dates: 'year first' | 'day first' | 'month first';
  /** What nutrients are stated for. */
  figures: 'the amount' | '100 g';
  /** What carbs of the file hold. */
  carbs: 'with fibre' | 'without fibre';
}

export interface DiaryPortion {
  /** The row of the file, from 1 without the header. */
  row: number;
  name: string;
  grams: number;
  per100g: NutrientVector;
}
export interface DiaryMeal {
  day: IsoDate;
  /** HH:MM, or null where the file says none. */
  time: string | null;
  label: string;
  portions: DiaryPortion[];
}
export interface DiaryRead {
  /** By day, then in the order of the file. */
  meals: DiaryMeal[];
  mornings: { day: IsoDate; kg: number; row: number }[];
  /** Rows of which nothing is taken, each with why. */
  faults: { row: number; sentence: string }[];
}

const HEADERS: Readonly<Record<DiaryField, RegExp>> = {
  day: /^(date|day|datum|tag|fecha|data|jour)\b/i,
  time: /^(time|hour|uhrzeit|zeit|hora|heure)\b/i,
  meal: /^(meal|occasion|mahlzeit|comida|repas|pasto)/i,
  food: /^(food|item|name|product|lebensmittel|alimento|aliment)/i,
  grams: /(^|\b)(grams?|amount|quantity|menge|gewicht \(g\)|g$)/i,
  ENERC: /(kcal|calor|energ)/i,
  PROCNT: /(protein|eiwei|prote)/i,
  FAT: /^(total )?(fat|fett|grasa|lipid)/i,
  CARB: /(carb|kohlenhydrat|glucid|hidrato)/i,
  FIBTG: /(fib(re|er)|ballaststoff|fibra)/i,
  NA: /(sodium|natrium|sodio)/i,
  kg: /(body ?weight|^weight( \(?kg\)?)?$|körpergewicht|^peso)/i,
};

/** A first guess of which column holds what, by its header; each column for one thing. What is not found is null. */
export const guessColumns = (headers: readonly string[]): DiaryColumns => {
  const taken = new Set<number>();
  return Object.fromEntries(
    DIARY_FIELDS.map((field) => {
      const at = headers.findIndex((h, i) => !taken.has(i) && HEADERS[field].test(h.trim()));
      if (at >= 0) taken.add(at);
      return [field, at < 0 ? null : at];
    }),
  ) as DiaryColumns;
};

const PARTS = /^(\d{1,4})[-./ ](\d{1,2})[-./ ](\d{1,4})/;

const YEAR_FIRST = /^\d{4}/;

const dateOf = (text: string, dates: DiaryReading['dates']): IsoDate | undefined => {
  const found = PARTS.exec(text.trim());
  if (!found) return undefined;
  const [a = '', b = '', c = ''] = found.slice(1);
  const [y, m, d] =
    dates === 'year first' || a.length === 4 ? [a, b, c] : dates === 'day first' ? [c, b, a] : [c, a, b];
  const year = y.length === 2 ? `20${y}` : y;
  const date = `${year}-${m.padStart(2, '0')}-${d.padStart(2, '0')}`;
  return isIsoDate(date) ? isoDate(date) : undefined;
};

/**
 * The orders of day, month and year by which every one of these dates is one, the likeliest first. More than one where the file alone cannot tell: then
 * it is asked.
 */
export const dateOrders = (texts: readonly string[]): DiaryReading['dates'][] => {
  const some = texts.filter((t) => t.trim() !== '');
  return (['year first', 'day first', 'month first'] as const).filter(
    (order) =>
      some.length > 0 &&
      some.every(
        (t) => dateOf(t, order) !== undefined && (order === 'year first') === YEAR_FIRST.test(t.trim()),
      ),
  );
};

const timeOf = (text: string): string | undefined => {
  const found = /(\d{1,2})[:.](\d{2})(?::\d{2})?\s*([ap])?\.?m?/i.exec(text);
  if (!found) return undefined;
  const [, h = '', m = '', half] = found;
  const hour = (Number(h) % (half ? 12 : 24)) + (half?.toLowerCase() === 'p' ? 12 : 0);
  return Number(h) > 24 || Number(m) > 59 ? undefined : `${String(hour).padStart(2, '0')}:${m}`;
};

const NUTRIENTS = ['ENERC', 'PROCNT', 'FAT', 'CARB', 'FIBTG', 'NA'] as const;

/** What 100 g of a food hold, as a row of a diary says it; nothing for what it does not say. */
const per100gOf = (
  cell: (field: DiaryField) => string,
  grams: number,
  { figures, carbs }: Pick<DiaryReading, 'figures' | 'carbs'>,
): NutrientVector => {
  const held: Partial<Record<Tagname, number>> = {};
  for (const key of NUTRIENTS) {
    const value = numberIn(cell(key).replace(/[a-zA-Zµ ]+$/, ''), {
      least: 0,
      most: 100_000,
      point: 'decimal',
    });
    if (Number.isNaN(value)) continue;
    const per100g = figures === '100 g' ? value : (value / grams) * 100;
    held[key === 'CARB' ? (carbs === 'with fibre' ? 'CHOCDF' : 'CHOAVLDF') : key] =
      Math.round(per100g * 1000) / 1000;
  }
  return held;
};

/** More of a nutrient than there is food is a mistake of the file, or of the columns. */
const tooMuch = (per100g: NutrientVector): boolean =>
  (per100g.PROCNT ?? 0) + (per100g.FAT ?? 0) + (per100g.CHOAVLDF ?? per100g.CHOCDF ?? 0) > 105 ||
  (per100g.ENERC ?? 0) > 920;

/** Nothing is read of days before, or after tomorrow. */
const FIRST = isoDate('2000-01-01');

/**
 * Reads a diary that another program kept, row by row: meals with their portions and mornings on the scale. A row is taken whole or not at all, and says
 * why not. Nothing is made up: a row without an amount in grams is not taken, a nutrient that is not stated stays unknown.
 *
 * @param rows Cells of each row, without the header.
 * @param today The athlete's day: nothing later than the day after it is taken.
 * @example
 * const columns = { ...guessColumns(['Date', 'Food', 'Grams', 'Protein']) };
 * const read = readDiary([['2026-03-01', 'Oats', '80', '10.4']], { columns, dates: 'year first', figures: 'the amount', carbs: 'with fibre' }, isoDate('2026-03-02'));
 * read.meals[0]?.portions[0]?.per100g // => { PROCNT: 13 }
 */
export const readDiary = (
  rows: readonly (readonly string[])[],
  reading: DiaryReading,
  today: IsoDate,
): DiaryRead => {
  const meals = new Map<string, DiaryMeal>();
  const mornings = new Map<IsoDate, DiaryRead['mornings'][number]>();
  const faults: DiaryRead['faults'] = [];
  const last = addDays(today, 1);
  rows.forEach((cells, index) => {
    const row = index + 1;
    const cell = (field: DiaryField): string => {
      const at = reading.columns[field];
      return at === null ? '' : (cells[at] ?? '').trim();
    };
    const fault = (sentence: string): void => void faults.push({ row, sentence });
    const day = dateOf(cell('day'), reading.dates);
    if (day === undefined) return fault(`“${cell('day').slice(0, 30)}” is no date.`);
    if (day < FIRST || day > last) return fault(`${day} lies before 2000 or after tomorrow.`);
    const kg = numberIn(cell('kg'), { least: 20, most: 400, point: 'decimal' });
    if (cell('kg') !== '' && !Number.isNaN(kg))
      mornings.set(day, { day, kg: Math.round(kg * 100) / 100, row });
    const name = cell('food');
    if (name === '') {
      if (Number.isNaN(kg)) fault('It names no food.');
      return;
    }
    const grams = numberIn(cell('grams').replace(/\s*(g|grams?|gr)\.?$/i, ''), {
      least: 0.01,
      most: 5000,
      point: 'decimal',
    });
    if (Number.isNaN(grams))
      return fault(
        cell('grams') === ''
          ? `${name.slice(0, 60)}: its amount is not said.`
          : `${name.slice(0, 60)}: “${cell('grams').slice(0, 30)}” is no amount in grams up to 5,000.`,
      );
    const per100g = per100gOf(cell, grams, reading);
    if (tooMuch(per100g))
      return fault(`${name.slice(0, 60)}: more than 100 g in 100 g. Are the figures for ${reading.figures}?`);
    const time = timeOf(cell('time')) ?? null;
    const label = cell('meal').slice(0, 60);
    const key = `${day} ${time ?? ''} ${label}`;
    const meal = meals.get(key) ?? { day, time, label, portions: [] };
    meals.set(key, meal);
    meal.portions.push({ row, name: name.slice(0, 120), grams: Math.round(grams * 100) / 100, per100g });
  });
  return {
    meals: [...meals.values()].sort((a, b) => a.day.localeCompare(b.day)),
    mornings: [...mornings.values()].sort((a, b) => a.day.localeCompare(b.day)),
    faults,
  };
};

/** The first meal of a day whose file says no times, and how far the next ones stand apart, minutes. common practice, no source. */
const UNTIMED = { first: 8 * 60, step: 180 };

/** Times of the meals of a day: those that the file says; where it says none, in its order from 08:00, three hours apart, and never past 23:00. */
export const mealTimes = (meals: readonly Pick<DiaryMeal, 'time'>[]): string[] =>
  meals.map(({ time }, i) => {
    if (time !== null) return time;
    const at = Math.min(UNTIMED.first + i * UNTIMED.step, 23 * 60);
    return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
  });
