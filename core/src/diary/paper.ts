import { TARGET_KEYS, TARGET_WORDS, type TargetKey, type Amounts } from '../nutrition/index.ts';
import { fromGrams, grams as asGrams, kcal, kjFromKcal } from '../units/index.ts';
import type { PortionLine } from './daySheet.ts';
import { assembleDay, type DayInputs } from './assembleDay.ts';

/** Units that a person reads. */
export interface PaperUnits {
  food: 'g' | 'oz';
  energy: 'kcal' | 'kJ';
}

export interface PaperRow {
  name: string;
  amount: string;
  /** How it is known, in a word; empty for a plan. */
  method: string;
  /** Energy, protein, carbs, fat; "?" where unknown. */
  figures: [string, string, string, string];
}

export interface PaperMeal {
  number: number;
  time: string;
  rows: PaperRow[];
  figures: [string, string, string, string];
}

/** A day as it stands on one page, every figure ready to be read. */
export interface DayPaper {
  kind: 'plan' | 'log';
  columns: [string, string, string, string];
  targets: { name: string; value: string; window: string }[];
  meals: PaperMeal[];
  /** Counted supplements: they are part of the totals and stand in no meal. */
  supplements: PaperRow[];
  total: [string, string, string, string];
}

export interface PaperInput {
  kind: 'plan' | 'log';
  /** The rows of the day, as everybody else has them. */
  day: DayInputs;
  units: PaperUnits;
  /** False where energy is not to be shown. */
  showEnergy: boolean;
}

const KEYS = ['ENERC', 'PROCNT', 'CARB', 'FAT'] as const;
const METHOD: Readonly<Record<string, string>> = {
  scale: 'weighed',
  jar: 'weighed',
  pieces: 'pieces',
  label: 'label',
  spoon: 'spoon',
  eye: 'by eye',
  out: 'eaten out',
};

/**
 * The plan of a day: what was planned of each portion, or what was measured where nothing was; supplements as planned. The log:
 * what was measured and taken alone. Meals without a portion left are not on the page.
 */
const ofKind = (day: DayInputs, kind: 'plan' | 'log'): DayInputs => {
  const portions =
    kind === 'log'
      ? day.portions.filter((p) => p.grams !== null)
      : day.portions.map((p) => ({
          ...p,
          plannedGrams: p.plannedGrams ?? p.grams,
          grams: null,
          method: null,
        }));
  const entries = day.entries.flatMap((entry) => {
    if (entry.thing.kind !== 'supplement') return [entry];
    if (kind === 'log') return entry.thing.done ? [entry] : [];
    return [{ ...entry, thing: { ...entry.thing, done: false } }];
  });
  const filled = new Set(portions.map((p) => p.mealId));
  return { ...day, portions, entries, meals: day.meals.filter((m) => filled.has(m.id)) };
};

/** Lays out a day's plan or log for paper, in the units that are read. Throws RangeError for a meal at an impossible time. */
export const dayPaper = ({ kind, day, units, showEnergy }: PaperInput): DayPaper => {
  const sheet = assembleDay(ofKind(day, kind));
  const energy = (value: number): string =>
    showEnergy
      ? Math.round(units.energy === 'kcal' ? value : kjFromKcal(kcal(value))).toLocaleString('en-GB')
      : '';
  const show = (key: TargetKey, value: number | undefined, least = false): string => {
    if (value === undefined) return key === 'ENERC' && !showEnergy ? '' : '?';
    const text = key === 'ENERC' ? energy(value) : (Math.round(value * 10) / 10).toFixed(1);
    return least && text !== '' ? `>${text}` : text;
  };
  const figures = (amounts: Amounts, least?: Record<TargetKey, boolean>): PaperRow['figures'] =>
    KEYS.map((key) => show(key, amounts[key], least?.[key])) as PaperRow['figures'];
  const amount = (value: number): string =>
    units.food === 'g'
      ? `${Math.round(value * 10) / 10} g`
      : `${fromGrams(asGrams(value), 'oz').toFixed(2)} oz`;
  const windowText = (low: number, high: number, key: TargetKey): string => {
    const one = (v: number): string => (key === 'ENERC' ? energy(v) : String(Math.round(v)));
    if (high === Infinity) return `at least ${one(low)}`;
    return low === 0 ? `at most ${one(high)}` : `${one(low)}–${one(high)}`;
  };
  const rowOf = (line: PortionLine): PaperRow => {
    const { food, guess, method } = line.portion;
    const range = guess ? ` (${amount(guess.low)} to ${amount(guess.high)})` : '';
    return {
      name: food.state === 'as sold' ? food.name : `${food.name}, ${food.state}`,
      amount: `${amount(line.grams)}${range}`,
      method: kind === 'plan' ? '' : (METHOD[method ?? ''] ?? ''),
      figures: figures(line.amounts),
    };
  };
  return {
    kind,
    columns: [showEnergy ? units.energy : '', 'P', 'C', 'F'],
    targets: TARGET_KEYS.filter((key) => showEnergy || key !== 'ENERC').map((key) => {
      const line = sheet.nutrients[key];
      const unit = key === 'ENERC' ? units.energy : 'g';
      return {
        name: `${TARGET_WORDS[key]}, ${unit}`,
        value: `${line.atLeast ? 'at least ' : ''}${key === 'ENERC' ? energy(line.lands) : Math.round(line.lands)}`,
        window: line.window ? windowText(line.window.low, line.window.high, key) : '',
      };
    }),
    meals: sheet.meals.map((meal) => ({
      number: meal.number,
      time: meal.time,
      rows: meal.lines.map(rowOf),
      figures: figures(meal.totals, meal.atLeast),
    })),
    supplements: sheet.supplements.map((line) => ({ ...rowOf(line), amount: '', method: '' })),
    total: KEYS.map((key) =>
      show(key, sheet.nutrients[key].lands, sheet.nutrients[key].atLeast),
    ) as PaperRow['figures'],
  };
};

/** The same page as plain text, to be sent. */
export const paperText = (
  heading: readonly string[],
  paper: DayPaper,
  more: readonly string[] = [],
): string => {
  const figures = ([e, p, c, f]: PaperRow['figures']): string =>
    [e === '' ? '' : `${e} ${paper.columns[0]}`, `P ${p}`, `C ${c}`, `F ${f}`]
      .filter((t) => t !== '')
      .join(', ');
  return [
    ...heading,
    '',
    ...paper.targets.map((t) => `${t.name}: ${t.value}${t.window === '' ? '' : ` (window ${t.window})`}`),
    ...paper.meals.flatMap((meal) => [
      '',
      `${meal.number}  ${meal.time}  ${figures(meal.figures)}`,
      ...meal.rows.map((r) => `   ${r.amount} ${r.name}${r.method === '' ? '' : `, ${r.method}`}`),
    ]),
    ...(paper.supplements.length === 0
      ? []
      : ['', 'Supplements', ...paper.supplements.map((r) => `   ${r.name}: ${figures(r.figures)}`)]),
    '',
    `${paper.kind === 'plan' ? 'Planned' : 'Eaten'}: ${figures(paper.total)}`,
    ...more,
  ].join('\n');
};
