import { rateBetween } from '../body/index.ts';
import { fromGrams, grams, type IsoDate, kcal, kjFromKcal, signedText, whole } from '../units/index.ts';
import {
  meanWindow,
  PACKET_ROWS,
  type PacketDay,
  type PacketRow,
  remarksOf,
  ROW_WORDS,
  rowMean,
  rowState,
  rowText,
  type RowWindow,
} from './packet.ts';

/** Units in which a week is read. */
export interface LetterUnits {
  body: 'kg' | 'lb';
  energy: 'kcal' | 'kJ';
}

/** A figure of a row in the reader’s units, without its unit. */
export const figureText = (row: PacketRow, value: number, units: LetterUnits): string => {
  if (row === 'energy') return whole(units.energy === 'kcal' ? value : kjFromKcal(kcal(value)));
  if (row === 'weight')
    return (units.body === 'kg' ? value : fromGrams(grams(value * 1000), 'lb')).toFixed(1);
  return rowText(row, value);
};

/** The unit of a row as it is read; empty where it has none. */
export const rowUnit = (row: PacketRow, units: LetterUnits): string =>
  row === 'energy' ? units.energy : row === 'weight' ? units.body : ROW_WORDS[row].unit;

/** "134 to 146", "at least 85". */
export const rowWindowText = (row: PacketRow, { low, high }: RowWindow, units: LetterUnits): string =>
  high === null
    ? `at least ${figureText(row, low, units)}`
    : low <= 0
      ? `at most ${figureText(row, high, units)}`
      : `${figureText(row, low, units)} to ${figureText(row, high, units)}`;

/** Rows of a week that anything is known of, without those that the reader does not want to see. */
export const rowsShown = (
  days: readonly PacketDay[],
  hide: { weight: boolean; energy: boolean },
): PacketRow[] =>
  PACKET_ROWS.filter(
    (row) =>
      !(row === 'weight' && hide.weight) &&
      !(row === 'energy' && hide.energy) &&
      days.some((d) => d.figures[row] !== undefined),
  );

/** What was answered to a question of the coach: "4 of 5", "81.5 cm", "yes". */
export const saidText = ({
  answer,
  value,
  unit,
}: {
  answer: 'mark' | 'number' | 'yes' | 'words';
  value: number | boolean | string;
  unit: string;
}): string => {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (answer === 'mark') return `${value} of 5`;
  return answer === 'number' && unit !== '' ? `${value} ${unit}` : String(value);
};

interface Mean {
  kg: number;
  mornings: number;
}
export interface LetterInput {
  packet: {
    days: readonly PacketDay[];
    week: Mean | null;
    before: Mean | null;
    wanted: { low: number; high: number } | null;
  };
  units: LetterUnits;
  hide: { weight: boolean; energy: boolean };
}

/** A week as it stands on paper, every figure ready to be read. */
export interface WeekLetter {
  days: { day: IsoDate; type: string }[];
  rows: {
    name: string;
    unit: string;
    /** One for each day; a dash where it is not known. */
    cells: { text: string; state: 'short' | 'inside' | 'over' | null }[];
    mean: string;
    window: string;
  }[];
  /** Weight and pace in a sentence each. */
  head: string[];
  /** What stands out, by day. */
  remarks: { day: IsoDate; sentence: string }[];
}

/**
 * The letter of a week: the same rows, windows, means and remarks as the sheet on screen, in the reader’s units. What is not known is a dash; a
 * figure that is at least so much says so.
 */
export const weekLetter = ({ packet, units, hide }: LetterInput): WeekLetter => {
  const { days, week, before, wanted } = packet;
  const rate = rateBetween(before ?? undefined, week ?? undefined);
  const head: string[] = [];
  if (!hide.weight && week) {
    const said = (one: Mean): string => `${figureText('weight', one.kg, units)} ${units.body}`;
    head.push(
      `Weight ${said(week)}, mean of ${week.mornings} mornings${before ? `; ${said(before)} the week before` : ''}.`,
    );
    if (rate !== undefined)
      head.push(
        `Change ${signedText(rate, 2)} % a week${wanted ? `, wanted ${signedText(wanted.low, 2)} to ${signedText(wanted.high, 2)}` : ''}.`,
      );
  }
  return {
    days: days.map((d) => ({ day: d.day, type: d.dayType ?? 'no phase' })),
    rows: rowsShown(days, hide).map((row) => {
      const mean = rowMean(days, row);
      const window = meanWindow(days, row);
      return {
        name: ROW_WORDS[row].name,
        unit: rowUnit(row, units),
        cells: days.map((d) => {
          const value = d.figures[row];
          if (value === undefined) return { text: '–', state: null };
          const atLeast = d.atLeast.includes(row);
          return {
            text: `${atLeast ? '≥' : ''}${figureText(row, value, units)}`,
            state: d.windows[row] ? rowState(value, d.windows[row], atLeast) : null,
          };
        }),
        mean: mean ? figureText(row, mean.mean, units) : '–',
        window: window ? rowWindowText(row, window, units) : '',
      };
    }),
    head,
    remarks: remarksOf(days)
      .filter((r) => rowsShown(days, hide).includes(r.row))
      .map(({ day, sentence }) => ({ day, sentence })),
  };
};
