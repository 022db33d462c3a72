import type { PeakLog } from '@maul/contract/peak';
import { type BoardDay, type Column, COLUMN_WORDS } from '@maul/core/peak';
import type { Tolerance } from '@maul/core/plan';
import { whole } from '@maul/core/units';

/** A figure of a column as it is read: water in litres, thousands with a comma. */
export const cellText = (column: Column, value: number): string =>
  column === 'water'
    ? (value / 1000).toFixed(Math.round(value / 10) % 10 === 0 ? 1 : 2)
    : column === 'sleep'
      ? String(Math.round(value * 2) / 2)
      : whole(value);

/** The unit that goes with it. */
export const cellUnit = (column: Column): string => (column === 'water' ? 'L' : COLUMN_WORDS[column].unit);

/** A departure from the usual, with its sign; nothing where there is none. */
export const departure = (column: Column, value: number, usual: number): string => {
  const text = cellText(column, Math.abs(value - usual));
  return Number(text.replace(/,/g, '')) === 0 ? '' : `${value < usual ? '−' : '+'}${text}`;
};

type LogDay = PeakLog['days'][number];

/** What came of a column on a day; undefined where the log does not say it. */
export const cameOf = (column: Column, day: LogDay | undefined): number | undefined => {
  if (!day) return undefined;
  switch (column) {
    case 'carbs':
    case 'protein':
    case 'fat':
    case 'fibre':
    case 'sodium':
    case 'water':
    case 'cardio':
    case 'posing':
      return day[column];
    case 'sleep':
      return day.sleep ?? undefined;
    case 'training':
      // Sets are planned, minutes are logged: one is not the other.
      return undefined;
  }
};

/** How far a cell may be missed: the windows of its phase; an amount of water, salt or work a twentieth. */
export const windowOf = (
  column: Column,
  value: number,
  tolerance: Tolerance,
): { low: number; high: number } => {
  if (column === 'fibre') return { low: 0, high: value };
  const half = Math.max(COLUMN_WORDS[column].step, value / 20);
  const width =
    column === 'carbs' || column === 'protein' || column === 'fat'
      ? tolerance[column]
      : { below: half, above: half };
  return { low: Math.max(0, value - width.below), high: value + width.above };
};

/** What differs on a day from the day before, in words: "carbs +21 g". */
export const differs = (day: BoardDay, before: BoardDay | undefined): string[] =>
  before === undefined
    ? []
    : (Object.keys(day.cells) as Column[]).flatMap((column) => {
        const text = departure(column, day.cells[column].value, before.cells[column].value);
        return text === '' ? [] : [`${COLUMN_WORDS[column].name.toLowerCase()} ${text} ${cellUnit(column)}`];
      });
