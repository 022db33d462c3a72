import {
  countedBeside,
  type DayEntryRow,
  type FoundDay,
  type MealRow,
  type PortionRow,
} from '@maul/contract/diary';
import { type QueryOf } from '@maul/contract/routes';
import { addDays, isoDate, type IsoDate } from '@maul/core/units';
import { daySheet, type DaySheet } from '@maul/core/diary';
import { TARGET_KEYS } from '@maul/core/nutrition';
import { type DayTargets } from '@maul/core/plan';
import type { Router } from 'express';
import type { AppTransaction } from '../platform/db/connect.ts';
import { mount, type House } from '../platform/http/mount.ts';
import { athleteOf, todayOf } from '../people/index.ts';
import { timeline } from '../plan/index.ts';
import { mornings } from '../body/index.ts';
import { entriesOn } from './store/entries.ts';
import { mealsOn, portionsOf } from './store/meals.ts';

/** How far back days are looked through. */
const BACK_DAYS = 3 * 366;

type Asked = QueryOf<'findDays'>;

const groupBy = <T>(rows: readonly T[], keyOf: (row: T) => string): Map<string, T[]> => {
  const map = new Map<string, T[]>();
  for (const row of rows) {
    const list = map.get(keyOf(row));
    if (list) list.push(row);
    else map.set(keyOf(row), [row]);
  }
  return map;
};

const landedOf = (sheet: DaySheet, targets: DayTargets | undefined): FoundDay['landed'] => {
  const keys = TARGET_KEYS.filter((key) => targets?.windows[key]);
  if (keys.length === 0) return null;
  return { inside: keys.filter((key) => sheet.nutrients[key].state === 'inside').length, of: keys.length };
};

const lookOf = (entries: readonly DayEntryRow[], key: 'fullness' | 'tightness'): number | null => {
  const marks = entries.flatMap(({ thing }) => (thing.kind === 'look' ? (thing[key] ?? []) : []));
  return marks.length === 0 ? null : Math.max(...marks);
};

const foundDay = (
  date: IsoDate,
  meals: readonly MealRow[],
  portions: ReadonlyMap<string, PortionRow[]>,
  entries: readonly DayEntryRow[],
  targets: DayTargets | undefined,
  weightKg: number | null,
  turnsAt: number,
): FoundDay => {
  const sheet = daySheet({
    meals: meals.map((meal) => ({ ...meal, portions: portions.get(meal.id) ?? [] })),
    windows: targets?.windows ?? null,
    carbBasis: targets?.basis.carbBasis ?? 'total',
    turnsAt,
    beside: countedBeside(entries),
  });
  const { ENERC, PROCNT, CARB, FAT } = sheet.nutrients;
  return {
    date,
    phase: targets?.phase.kind ?? null,
    dayType: targets?.dayType.name ?? null,
    kcal: ENERC.eaten,
    protein: PROCNT.eaten,
    carbs: CARB.eaten,
    fat: FAT.eaten,
    atLeast: ENERC.atLeast || PROCNT.atLeast || CARB.atLeast || FAT.atLeast,
    landed: landedOf(sheet, targets),
    weightKg,
    fullness: lookOf(entries, 'fullness'),
    tightness: lookOf(entries, 'tightness'),
    weighedShare: sheet.weighedShare ?? null,
    meals: sheet.meals.filter((m) => m.measured > 0).map((m) => m.title),
  };
};

const between = (value: number | null, low: number | undefined, high: number | undefined): boolean =>
  (low === undefined && high === undefined) ||
  (value !== null && value >= (low ?? -Infinity) && value <= (high ?? Infinity));

const wanted = (day: FoundDay, asked: Asked): boolean =>
  (asked.phase === undefined || day.phase === asked.phase) &&
  (asked.dayType === undefined || day.dayType?.toLowerCase() === asked.dayType.toLowerCase()) &&
  between(day.weightKg, asked.kgLow as number | undefined, asked.kgHigh as number | undefined) &&
  between(day.fullness, asked.fullness as number | undefined, undefined) &&
  between(day.tightness, asked.tightness as number | undefined, undefined) &&
  (asked.landed === undefined ||
    (day.landed !== null && (day.landed.inside === day.landed.of) === (asked.landed === 'yes')));

const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
/** Every word asked for begins a word of some food that was eaten. */
const holds = (portions: readonly PortionRow[], words: readonly string[]): boolean => {
  if (words.length === 0) return true;
  const eaten = portions
    .filter((p) => p.grams !== null)
    .flatMap((p) => wordsOf(`${p.food.name} ${p.food.state}`));
  return words.every((word) => eaten.some((e) => e.startsWith(word)));
};

/** Past days that answer what is asked, the newest first, each by the season and orders in force on it. */
export const findDays = async (trx: AppTransaction, athleteId: string, asked: Asked & { limit: number }) => {
  const athlete = await athleteOf(trx, athleteId);
  const today = todayOf(athlete);
  const earliest = addDays(today, -BACK_DAYS);
  const from = asked.from !== undefined && asked.from > earliest ? isoDate(asked.from) : earliest;
  const to = asked.to !== undefined && asked.to < today ? isoDate(asked.to) : today;
  const meals = await mealsOn(trx, athleteId, from, to);
  const portions = groupBy(
    await portionsOf(
      trx,
      athleteId,
      meals.map((m) => m.id),
    ),
    (p) => p.mealId,
  );
  const byDay = groupBy(meals, (m) => m.day);
  const entries = groupBy(await entriesOn(trx, athleteId, from, to), (e) => e.day);
  const kilograms = new Map((await mornings(trx, athleteId, from, to)).map((w) => [w.day as string, w.kg]));
  const targetsOn = await timeline(trx, athleteId, from);
  const words = wordsOf(asked.foods ?? '');
  const days: FoundDay[] = [];
  const dayTypes = new Set<string>();
  let looked = 0;
  for (const date of [...byDay.keys()].sort().reverse()) {
    const own = byDay.get(date) ?? [];
    const eaten = own.flatMap((m) => portions.get(m.id) ?? []);
    if (!eaten.some((p) => p.grams !== null)) continue;
    looked += 1;
    const targets = targetsOn(isoDate(date));
    if (targets) dayTypes.add(targets.dayType.name);
    if (days.length >= asked.limit || !holds(eaten, words)) continue;
    const day = foundDay(
      isoDate(date),
      own,
      portions,
      entries.get(date) ?? [],
      targets,
      kilograms.get(date) ?? null,
      athlete.dayTurnsAt,
    );
    if (wanted(day, asked)) days.push(day);
  }
  return { days, looked, dayTypes: [...dayTypes].sort() };
};

export const mountFind = (router: Router, house: House): void => {
  mount(router, house, 'findDays', ({ params, query, acting }) =>
    acting((trx) => findDays(trx, params.athleteId, query)),
  );
};
