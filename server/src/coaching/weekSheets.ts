import type { DayEntryRow } from '@maul/contract/diary';
import type { Athlete } from '@maul/contract/people';
import { assembleDay, type DaySheet } from '@maul/core/diary';
import type { DayTargets } from '@maul/core/plan';
import { datesFrom, daysBetween, type IsoDate } from '@maul/core/units';
import { type Log, logsIn, type PortionSum } from '../diary/index.ts';
import { groupBy } from '../platform/groupBy.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { type Timeline, timeline } from '../plan/index.ts';

/** One day as Today shows it, with the rows that it is made of. */
export interface WeekDay {
  day: IsoDate;
  sheet: DaySheet;
  targets: DayTargets | undefined;
  portions: PortionSum[];
  entries: DayEntryRow[];
}

/** The days between two dates, each by the season, orders and basis that were in force on it, out of what was read of them. */
export const sheetsOf = (
  { meals, portions, entries }: Log,
  { targetsOn, bases }: Pick<Timeline, 'targetsOn' | 'bases'>,
  turnsAt: number,
  from: IsoDate,
  to: IsoDate,
): WeekDay[] => {
  const mealsOf = groupBy(meals, (m) => m.day);
  const portionsOf = groupBy(portions, (p) => p.day);
  const saidOn = groupBy(entries, (e) => e.day);
  return datesFrom(from, daysBetween(from, to) + 1).map((day) => {
    const ofDay = portionsOf.get(day) ?? [];
    const said = saidOn.get(day) ?? [];
    const targets = targetsOn(day);
    const sheet = assembleDay({
      date: day,
      meals: mealsOf.get(day) ?? [],
      portions: ofDay,
      entries: said,
      windows: targets?.windows ?? null,
      bases,
      turnsAt,
    });
    return { day, sheet, targets, portions: ofDay, entries: said };
  });
};

/** The days of one athlete between two dates, read at once. */
export const weekSheets = async (
  trx: AppTransaction,
  athlete: Pick<Athlete, 'id' | 'dayTurnsAt'>,
  from: IsoDate,
  to: IsoDate,
): Promise<WeekDay[]> => {
  const log = (await logsIn(trx, [athlete.id], from, to)).get(athlete.id);
  if (!log) return [];
  return sheetsOf(log, await timeline(trx, athlete.id, from), athlete.dayTurnsAt, from, to);
};
