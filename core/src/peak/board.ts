import { addDays, daysBetween, type IsoDate } from '../units/index.ts';
import { COLUMN_WORDS, COLUMNS, type Column, type Protocol, schoolOf } from './schools.ts';
import type { LookAnswer, LookRule } from './looks.ts';
import type { ShowDay } from './hours.ts';

/** The one food that moves carbs through the week; g of carbs in 100 g, as the athlete counts them. */
export interface LeverFood {
  name: string;
  carbs: number;
  /** Whether it keeps without a fridge; not known where nobody said so. */
  keeps: boolean;
}

/** A peak week as it is planned: which schools, from what is usual, and what was set by hand. Numbers are made from it, never kept. */
export interface Board {
  protocol: Protocol;
  /** What is usual on a day: g, mg, mL, sets, minutes, hours. */
  usual: Readonly<Record<Column, number>>;
  /** Body mass from which amounts per kg are made, kg. */
  weightKg: number;
  /** Days after the show that the board still holds, 0 or 1. */
  after: number;
  /** Cells set by hand, by day and column: `-4 carbs`. */
  set: Readonly<Record<string, number>>;
  /** How the day itself runs; null until the times are known. */
  show: ShowDay | null;
  /** The food that moves the carbs; left out where any may. */
  lever?: LeverFood | undefined;
  /** What a look proposes, where the coach changed the rules that a board begins with. */
  rules?: readonly LookRule[] | undefined;
  /** What was done about the looks, the oldest first. */
  answers?: readonly LookAnswer[] | undefined;
}

/** Grams of the lever food that hold so many carbs, whole. */
export const leverGrams = (lever: LeverFood, carbs: number): number =>
  Math.round((100 * carbs) / lever.carbs);

/** The name of a cell that is set by hand. */
export const cellKey = (offset: number, column: Column): string => `${offset} ${column}`;

export interface BoardCell {
  value: number;
  /** Set by hand, and not by the protocol. */
  byHand: boolean;
}

/** One day of a board, -4 four days before the show. */
export interface BoardDay {
  offset: number;
  cells: Record<Column, BoardCell>;
}

/** A figure on the step of its column. */
const onStep = (column: Column, value: number): number => {
  const { step } = COLUMN_WORDS[column];
  return Math.max(0, Math.round(value / step + 1e-9) * step);
};

/** What the protocol makes of a column on a day, unrounded; before its first step it is as usual. */
const byProtocol = (board: Board, column: Column, offset: number): number => {
  const usual = board.usual[column];
  const step = schoolOf(board.protocol, column).steps.findLast((s) => s.from <= offset);
  if (!step) return usual;
  switch (step.by) {
    case 'usual':
      return step.amount * usual;
    case 'kg':
      return step.amount * board.weightKg;
    case 'day-before':
      return step.amount * byProtocol(board, column, offset - 1);
    case 'carbs':
      return (step.amount * usual * byProtocol(board, 'carbs', offset)) / Math.max(1, board.usual.carbs);
  }
};

/**
 * One day of a board: each cell from its protocol, or as it was set by hand. A cell set by hand moves no other day. g, mg, mL, sets, minutes,
 * hours.
 */
export const boardDay = (board: Board, offset: number): BoardDay => ({
  offset,
  cells: Object.fromEntries(
    COLUMNS.map((column) => {
      const byHand = board.set[cellKey(offset, column)];
      return [
        column,
        byHand === undefined
          ? { value: onStep(column, byProtocol(board, column, offset)), byHand: false }
          : { value: byHand, byHand: true },
      ];
    }),
  ) as Record<Column, BoardCell>,
});

/** A phase as a board needs to know it: its days. */
interface BoardSpan {
  from: IsoDate;
  to: IsoDate;
  board: Board;
}

/** The date of the show that a board leads to. */
export const showDate = ({ to, board }: Pick<BoardSpan, 'to' | 'board'>): IsoDate =>
  addDays(to, -board.after);

/** How many days after the show a date lies; negative before it. */
export const offsetOn = (span: Pick<BoardSpan, 'to' | 'board'>, date: IsoDate): number =>
  daysBetween(showDate(span), date);

/** Every day of a board, in order. */
export const boardDays = (span: BoardSpan): (BoardDay & { date: IsoDate })[] =>
  Array.from({ length: daysBetween(span.from, span.to) + 1 }, (_, i) => {
    const date = addDays(span.from, i);
    return { date, ...boardDay(span.board, offsetOn(span, date)) };
  });

/** D−4, D0, D+1. */
export const dayName = (offset: number): string =>
  offset === 0 ? 'D0' : `D${offset < 0 ? '−' : '+'}${Math.abs(offset)}`;

/** A board with one cell set by hand; null gives it back to the protocol. */
export const setCell = (board: Board, offset: number, column: Column, value: number | null): Board => {
  const { [cellKey(offset, column)]: _before, ...rest } = board.set;
  return { ...board, set: value === null ? rest : { ...rest, [cellKey(offset, column)]: value } };
};

/**
 * A changed board whose days before `from` stay as they were: what changes there is set as it was planned. Days that are over are not planned
 * anew.
 */
export const keepPast = (old: Board, next: Board, first: number, from: number): Board => {
  let kept = next;
  for (let offset = first; offset < from; offset += 1)
    for (const column of COLUMNS) {
      const was = boardDay(old, offset).cells[column].value;
      if (boardDay(kept, offset).cells[column].value !== was) kept = setCell(kept, offset, column, was);
    }
  return kept;
};
