import type { DayDocument } from '@maul/contract/diary';
import type { Food } from '@maul/contract/foods';
import { addDays, isIsoDate, minutesIntoDay, type IsoDate } from '@maul/core/units';
import {
  pickFood,
  readQuickAmount,
  type DaySheet,
  type QuickBare,
  type QuickCopy,
  type QuickFood,
  type QuickLine,
  type QuickMark,
  type QuickWater,
  type Span,
} from '@maul/core/diary';
import { type Method } from '@maul/core/foods';
import type { CarbBasis } from '@maul/core/nutrition';
import { portionFoodOf } from '../../foods/index.ts';
import type { NewPortion } from '../../data/edit.ts';
import { shortDate } from '../../ui/formats/show.ts';
import { barePortion } from '../page/bare.ts';

/** What a line would do, entry by entry: it is shown before it is kept. */
export type Understood =
  | { kind: 'portion'; at: Span; portion: NewPortion; says: string; assumed: string | null }
  | { kind: 'water'; at: Span; millilitres: number; says: string }
  | { kind: 'copy'; at: Span; copy: QuickCopy; from: IsoDate; says: string }
  | { kind: 'ask-food'; at: Span; fragment: string; foods: Food[] }
  | { kind: 'ask-amount'; at: Span; key: string; food: Food; options: { label: string; amount: string }[] }
  | { kind: 'looking'; at: Span; says: string }
  | { kind: 'fault'; at: Span; says: string };

/** Answers that were given to what was asked: foods by fragment, amounts by their place. */
export interface Answers {
  foods: ReadonlyMap<string, Food>;
  amounts: ReadonlyMap<string, string>;
}

export interface Known {
  day: Pick<DayDocument, 'date'>;
  carbBasis: CarbBasis;
  inOunces: boolean;
  /** What an amount without a mark is. */
  whenUnmarked: QuickMark;
  /** What a search found for each fragment; undefined while it looks. */
  found: (fragment: string) => Food[] | undefined;
  answers: Answers;
}

const METHOD_WORD: Partial<Record<Method, string>> = {
  scale: 'weighed',
  pieces: 'counted',
  label: 'by its label',
  spoon: 'by spoon',
  eye: 'by eye',
  planned: 'as planned',
  out: 'eaten out',
};
const round = (grams: number): number => Math.round(grams * 10) / 10;

const portionOf = (entry: QuickFood, food: Food, known: Known): Understood => {
  const { at } = entry;
  const key = `${entry.food} ${entry.amount?.text ?? ''}`;
  const answered = known.answers.amounts.get(key);
  const amount = answered === undefined ? entry.amount : { text: answered, to: null };
  if (!amount)
    return { kind: 'fault', at, says: `How much ${food.name}? Put an amount before it, as in 150 g.` };
  const mark = entry.mark ?? (amount.to === null ? null : 'eye');
  const copy = portionFoodOf(food);
  const read = readQuickAmount(
    amount,
    { measures: copy.measures, density: copy.density },
    mark,
    known.inOunces,
  );
  if ('fault' in read) return { kind: 'fault', at, says: read.fault };
  if ('ask' in read) return { kind: 'ask-amount', at, key, food, options: read.ask };
  if (!(read.grams > 0) || read.grams > 5000)
    return {
      kind: 'fault',
      at,
      says: `${Math.round(read.grams / 100) / 10} kg ${food.name} is more than one portion: 5 kg at most. Check the amount.`,
    };
  const planned = (mark ?? known.whenUnmarked) === 'plan' && read.method !== 'eye' && read.method !== 'out';
  const method = planned ? null : (read.method ?? (known.whenUnmarked === 'eye' ? 'eye' : 'scale'));
  const range = read.range ? ` (${round(read.range.low)} to ${round(read.range.high)})` : '';
  return {
    kind: 'portion',
    at,
    portion: {
      food: copy,
      plannedGrams: planned ? read.grams : null,
      grams: planned ? null : read.grams,
      method,
      division: method === 'scale' ? 1 : null,
      spread: planned ? null : read.spread,
      guess: read.range,
      reason: entry.reason,
    },
    says: `${round(read.grams)} g${range} ${food.name}, ${food.state}: ${planned ? 'planned' : (METHOD_WORD[method ?? 'scale'] ?? '')}`,
    assumed: read.assumed,
  };
};

const foodOf = (entry: QuickFood, known: Known): Understood => {
  const { at, food: fragment } = entry;
  const answer = known.answers.foods.get(fragment.toLowerCase());
  if (answer) return portionOf(entry, answer, known);
  const found = known.found(fragment);
  if (!found) return { kind: 'looking', at, says: `Looking for ${fragment} …` };
  const picked = pickFood(
    fragment,
    found.map((f) => ({ ...f, own: f.origin === 'own' })),
  );
  if ('none' in picked)
    return { kind: 'fault', at, says: `No food is called “${fragment}”. It can be added as a new food.` };
  if ('ask' in picked) return { kind: 'ask-food', at, fragment, foods: picked.ask };
  return portionOf(entry, picked.food, known);
};

const bareOf = (entry: QuickBare, known: Known): Understood => {
  const portion = barePortion(entry, known.carbBasis, known.whenUnmarked);
  const figures = Object.entries(entry.figures).map(([key, { low, high }]) => {
    const ends = low === high ? `${Math.round(low)}` : `${Math.round(low)} to ${Math.round(high)}`;
    if (key === 'ENERC') return `${ends} kcal`;
    return `${key === 'PROCNT' ? 'P' : key === 'CARB' ? 'C' : key === 'FAT' ? 'F' : 'fibre'} ${ends} g`;
  });
  return {
    kind: 'portion',
    at: entry.at,
    portion,
    says: `${portion.food.name}, ${figures.join(', ')}: ${portion.grams === null ? 'planned' : 'as typed'}`,
    assumed: 'What is not typed stays unknown, not zero.',
  };
};

const waterOf = ({ at, millilitres }: QuickWater): Understood => ({
  kind: 'water',
  at,
  millilitres,
  says: `${Math.round(millilitres)} mL water, drunk`,
});

const copyOf = (copy: QuickCopy, known: Known): Understood => {
  const from = typeof copy.day === 'string' ? copy.day : addDays(known.day.date, -copy.day);
  if (!isIsoDate(from)) return { kind: 'fault', at: copy.at, says: `${from} is not a day of the calendar.` };
  const what = copy.number === null ? 'Every meal' : `Meal ${copy.number}`;
  const when =
    from === known.day.date
      ? 'this day'
      : from === addDays(known.day.date, -1)
        ? 'the day before'
        : shortDate(from);
  return {
    kind: 'copy',
    at: copy.at,
    copy,
    from,
    says: `${what} of ${when}${copy.times > 1 ? `, ${copy.times} times` : ''}: planned`,
  };
};

/** What a parsed line would do on a day. */
export const understand = (line: QuickLine, known: Known): Understood[] => [
  ...line.faults.map(({ at, sentence }): Understood => ({ kind: 'fault', at, says: sentence })),
  ...line.entries.map((entry): Understood => {
    switch (entry.kind) {
      case 'food':
        return foodOf(entry, known);
      case 'bare':
        return bareOf(entry, known);
      case 'water':
        return waterOf(entry);
      case 'copy':
        return copyOf(entry, known);
    }
  }),
];

/** True when nothing is left to be asked. */
export const ready = (all: readonly Understood[]): boolean =>
  all.length > 0 && all.every((u) => u.kind === 'portion' || u.kind === 'water' || u.kind === 'copy');

export type Into = { mealId: string; says: string } | { time: string; says: string } | { fault: string };

/** Meals as near as this to "now" are the meal that is meant, minutes. */
const NEAR_NOW = 45;

/** Which meal a line goes into: the one named, the one at its time, a new one at a time, or the one that comes next. */
export const intoMeal = (
  place: QuickLine['place'],
  sheet: DaySheet,
  nextId: string | undefined,
  now: string,
  turnsAt: number,
): Into => {
  const meals = sheet.meals;
  const asInto = (m: (typeof meals)[number]): Into => ({
    mealId: m.id,
    says: `into meal ${m.number}, ${m.time}`,
  });
  const { number, time } = place;
  if (number !== null) {
    const named = meals.find((m) => m.number === number);
    if (named) return asInto(named);
    if (time === null)
      return { fault: `There is no meal ${number} on this day. Give it a time, as in #${number} 15:00.` };
  }
  if (time !== null && time !== 'now') {
    const there = meals.find((m) => m.time === time);
    return there ? asInto(there) : { time, says: `into a new meal at ${time}` };
  }
  const away = (m: (typeof meals)[number]): number =>
    Math.abs(minutesIntoDay(m.time, turnsAt) - minutesIntoDay(now, turnsAt));
  if (time === 'now') {
    const near = meals.filter((m) => away(m) <= NEAR_NOW).sort((a, b) => away(a) - away(b))[0];
    return near ? asInto(near) : { time: now, says: `into a new meal at ${now}` };
  }
  const next = meals.find((m) => m.id === nextId) ?? meals.at(-1);
  return next ? asInto(next) : { time: now, says: `into a new meal at ${now}` };
};
