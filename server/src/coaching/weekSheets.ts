import type { DayEntryRow, PortionRow } from '@maul/contract/diary';
import type { Athlete } from '@maul/contract/people';
import { assembleDay, type DaySheet } from '@maul/core/diary';
import type { DayTargets } from '@maul/core/plan';
import { datesFrom, daysBetween, type IsoDate } from '@maul/core/units';
import { entriesOn, mealsOn, portionsOf } from '../diary/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { timeline } from '../plan/index.ts';

/** One day as Today shows it, with the rows that it is made of. */
export interface WeekDay {
  day: IsoDate;
  sheet: DaySheet;
  targets: DayTargets | undefined;
  portions: PortionRow[];
  entries: DayEntryRow[];
}

/** The days between two dates, read at once, each by the season, orders and basis that were in force on it. */
export const weekSheets = async (
  trx: AppTransaction,
  athlete: Pick<Athlete, 'id' | 'dayTurnsAt'>,
  from: IsoDate,
  to: IsoDate,
): Promise<WeekDay[]> => {
  const meals = await mealsOn(trx, athlete.id, from, to);
  const portions = await portionsOf(
    trx,
    athlete.id,
    meals.map((m) => m.id),
  );
  const entries = await entriesOn(trx, athlete.id, from, to);
  const { targetsOn, bases } = await timeline(trx, athlete.id, from);
  return datesFrom(from, daysBetween(from, to) + 1).map((day) => {
    const own = meals.filter((m) => m.day === day);
    const ofDay = portions.filter((p) => own.some((m) => m.id === p.mealId));
    const said = entries.filter((e) => e.day === day);
    const targets = targetsOn(day);
    const sheet = assembleDay({
      date: day,
      meals: own,
      portions: ofDay,
      entries: said,
      windows: targets?.windows ?? null,
      bases,
      turnsAt: athlete.dayTurnsAt,
    });
    return { day, sheet, targets, portions: ofDay, entries: said };
  });
};
