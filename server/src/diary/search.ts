import { type DayInputs, assembleDay, type DaySheet, type SheetPortion } from '@maul/core/diary';
import { groupBy } from '../platform/groupBy.ts';
import { type DayEntryRow, type FoundDay } from '@maul/contract/diary';
import { type QueryOf } from '@maul/contract/routes';
import { addDays, isoDate, wordsOf } from '@maul/core/units';
import { TARGET_KEYS } from '@maul/core/nutrition';
import { type DayTargets } from '@maul/core/plan';
import type { Router } from 'express';
import type { AppTransaction } from '../platform/db/connect.ts';
import { mount, type Services } from '../platform/http/mount.ts';
import { athleteOf, todayOf } from '../people/index.ts';
import { timeline } from '../plan/index.ts';
import { mornings } from '../body/index.ts';
import { entriesOn } from './store/entries.ts';
import { mealsOn, portionSums } from './store/meals.ts';

/** How far back days are looked through. */
const BACK_DAYS = 3 * 366;

type Asked = QueryOf<'findDays'>;

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
  inputs: DayInputs & { entries: readonly DayEntryRow[] },
  targets: DayTargets | undefined,
  weightKg: number | null,
): FoundDay => {
  const { date, entries } = inputs;
  const sheet = assembleDay(inputs);
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

/** Every word asked for begins a word of some food that was eaten. */
const holds = (portions: readonly SheetPortion[], words: readonly string[]): boolean => {
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
  const portions = groupBy(await portionSums(trx, athleteId, from, to), (p) => p.mealId);
  const byDay = groupBy(meals, (m) => m.day);
  const entries = groupBy(await entriesOn(trx, athleteId, from, to), (e) => e.day);
  const kilograms = new Map((await mornings(trx, athleteId, from, to)).map((w) => [w.day as string, w.kg]));
  const { targetsOn, bases } = await timeline(trx, athleteId, from);
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
      {
        date: isoDate(date),
        meals: own,
        portions: eaten,
        entries: entries.get(date) ?? [],
        windows: targets?.windows ?? null,
        bases,
        turnsAt: athlete.dayTurnsAt,
      },
      targets,
      kilograms.get(date) ?? null,
    );
    if (wanted(day, asked)) days.push(day);
  }
  return { days, looked, dayTypes: [...dayTypes].sort() };
};

export const mountFind = (router: Router, house: Services): void => {
  mount(router, house, 'findDays', ({ params, query, acting }) =>
    acting((trx) => findDays(trx, params.athleteId, query)),
  );
};
