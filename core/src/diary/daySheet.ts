import {
  type Amounts,
  amountsOf,
  perGrams,
  type CarbBasis,
  type NutrientVector,
  TARGET_KEYS,
  type TargetKey,
} from '../nutrition/index.ts';
import { K90, minutesIntoDay } from '../units/index.ts';
import { portionUncertainty, sumUncertainty, type UncertainShare } from './uncertainty.ts';
import { type Method } from '../foods/index.ts';
import { type TrailReadings } from '../scale/index.ts';
import { weighedShare } from './weighedShare.ts';
import { type TargetWindow, type TargetWindows } from '../plan/index.ts';

/** A food as a portion holds it: a copy, so that editing the food never changes what was eaten. */
export interface SheetFood {
  id: string;
  name: string;
  state: string;
  per100g: NutrientVector;
  /** Relative standard uncertainty of its composition, where better is known than the usual. */
  doubt?: number;
  /** False for what stands on the meal and counts nothing: cooking fat that stays in the pan. */
  counted?: boolean;
}

/** One food, one amount, measured one way. */
export interface SheetPortion {
  id: string;
  food: SheetFood;
  plannedGrams: number | null;
  /** The true amount once it is known, grams. */
  grams: number | null;
  method: Method | null;
  /** The scale's division, grams, when a scale was used. */
  division: number | null;
  /** Relative standard uncertainty stated for it. */
  spread?: number | null;
  /** Between which grams it lies, where it is a guess with two ends. */
  guess?: { low: number; high: number } | null;
  trail?: TrailReadings | null;
}

export interface SheetMeal {
  id: string;
  /** Local time, HH:MM. Before the day's turn it belongs to the end of the day. */
  time: string;
  eaten: boolean;
  portions: readonly SheetPortion[];
}

/** A portion that is on the scale right now. */
export interface LivePortion {
  portionId: string;
  grams: number;
  division: number;
}

export interface PortionLine {
  id: string;
  portion: SheetPortion;
  state: 'planned' | 'measured' | 'eaten' | 'live';
  /** The grams that count: what was measured, else what is planned. */
  grams: number;
  amounts: Amounts;
}

export interface MealLine {
  id: string;
  /** Numbered through the day by time, from 1. */
  number: number;
  time: string;
  title: string;
  eaten: boolean;
  lines: PortionLine[];
  /** Sums of the known amounts. */
  totals: Record<TargetKey, number>;
  /** True when some portion does not state the nutrient: the total is "at least". */
  atLeast: Record<TargetKey, boolean>;
  measured: number;
}

export type WindowState = 'short' | 'inside' | 'over';

export interface NutrientLine {
  /** Measured or eaten so far. */
  eaten: number;
  /** Planned beyond that. */
  planned: number;
  /** eaten + planned. */
  lands: number;
  /** What it lands on when every guess turns out at its low or its high end; both `lands` where nothing is guessed. */
  landsBetween: { low: number; high: number };
  window: TargetWindow | null;
  state: WindowState | null;
  landsState: WindowState | null;
  /** Half-width of the 90 % band of what is eaten. */
  spread: number;
  /** True when a portion does not state it: then eaten is a lower bound. */
  atLeast: boolean;
}

export interface DaySheet {
  nutrients: Record<TargetKey, NutrientLine>;
  meals: MealLine[];
  /** What counts without standing in a meal: supplements. */
  supplements: PortionLine[];
  /** Part of the eaten energy that came off a scale, 0 to 1; undefined on a day with none. */
  weighedShare: number | undefined;
}

/**
 * Where a value stands against its window.
 *
 * @example
 * windowState(130, { low: 134, high: 146 }); // => 'short'
 */
export const windowState = (value: number, window: Pick<TargetWindow, 'low' | 'high'>): WindowState => {
  if (value < window.low - 1e-9) return 'short';
  return value > window.high + 1e-9 ? 'over' : 'inside';
};

/** A meal's title: its three heaviest foods, in short. */
export const mealTitle = (portions: readonly SheetPortion[]): string => {
  const heaviest = [...portions]
    .sort((a, b) => (b.grams ?? b.plannedGrams ?? 0) - (a.grams ?? a.plannedGrams ?? 0))
    .slice(0, 3)
    .map((p) => p.food);
  const names = portions.filter((p) => heaviest.includes(p.food)).map((p) => shortName(p.food.name));
  const text = [...new Set(names)].slice(0, 3).join(', ').toLowerCase();
  return text === '' ? 'Nothing in it yet' : text.charAt(0).toUpperCase() + text.slice(1);
};

const shortName = (name: string): string => name.split(',')[0]?.trim() ?? name;

const zero = <T>(value: T): Record<TargetKey, T> => ({
  ENERC: value,
  PROCNT: value,
  CARB: value,
  FAT: value,
  FIBTG: value,
});

/** Lines as they were last computed. A portion is never changed in place, so the same portion has the same line. */
const knownLines = new WeakMap<SheetPortion, { eaten: boolean; carbBasis: CarbBasis; line: PortionLine }>();

const portionLine = (
  portion: SheetPortion,
  eaten: boolean,
  carbBasis: CarbBasis,
  live?: LivePortion,
): PortionLine => {
  if (live?.portionId === portion.id) {
    const { grams, division } = live;
    return lineOf({ ...portion, grams, method: 'scale', division, trail: null }, 'live', carbBasis);
  }
  const known = knownLines.get(portion);
  if (known?.eaten === eaten && known.carbBasis === carbBasis) return known.line;
  const state = portion.grams === null ? 'planned' : eaten ? 'eaten' : 'measured';
  const line = lineOf(portion, state, carbBasis);
  knownLines.set(portion, { eaten, carbBasis, line });
  return line;
};

/** What a portion holds that is not counted. */
const NOTHING: Amounts = { ENERC: 0, PROCNT: 0, CARB: 0, FAT: 0, FIBTG: 0 };

const lineOf = (portion: SheetPortion, state: PortionLine['state'], carbBasis: CarbBasis): PortionLine => {
  const grams = portion.grams ?? portion.plannedGrams ?? 0;
  const amounts =
    portion.food.counted === false ? NOTHING : amountsOf(perGrams(portion.food.per100g, grams), carbBasis);
  return { id: portion.id, portion, state, grams, amounts };
};

const mealLine = (meal: SheetMeal, number: number, carbBasis: CarbBasis, live?: LivePortion): MealLine => {
  const lines = meal.portions.map((p) => portionLine(p, meal.eaten, carbBasis, live));
  const totals = zero(0);
  const atLeast = zero(false);
  for (const line of lines)
    for (const key of TARGET_KEYS) {
      const value = line.amounts[key];
      if (value === undefined) atLeast[key] = true;
      else totals[key] += value;
    }
  return {
    id: meal.id,
    number,
    time: meal.time,
    title: mealTitle(meal.portions),
    eaten: meal.eaten,
    lines,
    totals,
    atLeast,
    measured: lines.filter((l) => l.state !== 'planned').length,
  };
};

const nutrientLine = (
  key: TargetKey,
  lines: readonly PortionLine[],
  window: TargetWindow | null,
): NutrientLine => {
  let eaten = 0;
  let planned = 0;
  let atLeast = false;
  let [below, above] = [0, 0];
  const shares: UncertainShare[] = [];
  for (const { portion, state, grams, amounts } of lines) {
    const value = amounts[key];
    if (value === undefined) {
      atLeast = true;
      continue;
    }
    const { guess } = portion;
    if (guess && state !== 'live' && grams > 0) {
      below += value * (1 - guess.low / grams);
      above += value * (guess.high / grams - 1);
    }
    if (state === 'planned') {
      planned += value;
      continue;
    }
    eaten += value;
    const sd = portionUncertainty({ ...portion, grams, method: portion.method ?? 'eye' });
    shares.push({
      foodId: portion.food.id,
      value,
      relativeGrams: grams > 0 ? sd / grams : 0,
      relativeComposition: portion.food.doubt,
    });
  }
  const lands = eaten + planned;
  return {
    eaten,
    planned,
    lands,
    landsBetween: { low: lands - below, high: lands + above },
    window,
    state: window && windowState(eaten, window),
    landsState: window && windowState(lands, window),
    spread: K90 * sumUncertainty(shares),
    atLeast,
  };
};

/**
 * The day, computed and never stored: what is eaten, what is planned, where it lands against the windows and how sure
 * that is. A portion with a measured amount counts as eaten from the moment it is measured (it is on the plate); one
 * that is on the scale counts with what lies there now. kcal and grams. Throws RangeError for a meal at an impossible time.
 */
export const daySheet = (input: {
  meals: readonly SheetMeal[];
  windows: TargetWindows | null;
  carbBasis: CarbBasis;
  live?: LivePortion;
  turnsAt?: number;
  /** What counts without standing in a meal: supplements. */
  beside?: readonly SheetPortion[];
}): DaySheet => {
  const { meals, windows, carbBasis, live, turnsAt, beside = [] } = input;
  const inOrder = [...meals].sort(
    (a, b) => minutesIntoDay(a.time, turnsAt) - minutesIntoDay(b.time, turnsAt) || a.id.localeCompare(b.id),
  );
  const mealLines = inOrder.map((meal, i) => mealLine(meal, i + 1, carbBasis, live));
  const supplements = beside.map((p) => portionLine(p, p.grams !== null, carbBasis));
  const lines = [...mealLines.flatMap((meal) => meal.lines), ...supplements];
  const nutrients = {} as Record<TargetKey, NutrientLine>;
  for (const key of TARGET_KEYS) nutrients[key] = nutrientLine(key, lines, windows?.[key] ?? null);
  const measured = lines.filter((l) => l.state !== 'planned');
  return {
    nutrients,
    meals: mealLines,
    supplements,
    weighedShare: weighedShare(
      measured.map((l) => ({ kcal: l.amounts.ENERC ?? 0, method: l.portion.method ?? 'eye' })),
    ),
  };
};
