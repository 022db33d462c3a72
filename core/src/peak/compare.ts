import { type Board, boardDay, dayName } from './board.ts';
import { type Column, COLUMN_WORDS, COLUMNS, type Protocol, schoolOf } from './schools.ts';

/**
 * An earlier protocol for a body as it is now: the same schools, and each cell set by hand moved with what is usual. A cell whose usual was nothing
 * stays as it was set. The hours are of that day alone, and are left out.
 * So 260 g set by hand where 200 g were usual become 325 g where 250 g are.
 */
export const reuseBoard = (
  earlier: Board,
  now: Pick<Board, 'usual' | 'weightKg' | 'after'>,
  change: Partial<Protocol> = {},
): Board => ({
  protocol: { ...earlier.protocol, ...change },
  usual: now.usual,
  weightKg: now.weightKg,
  after: now.after,
  set: Object.fromEntries(
    COLUMNS.flatMap((column) =>
      // A school that is changed makes its cells anew.
      change[column] !== undefined && change[column] !== earlier.protocol[column]
        ? []
        : Object.entries(earlier.set).flatMap(([key, value]) => {
            if (!key.endsWith(` ${column}`)) return [];
            const [then, usual] = [earlier.usual[column], now.usual[column]];
            const { step } = COLUMN_WORDS[column];
            const moved = then > 0 && usual !== then;
            return [[key, moved ? Math.round((value * usual) / then / step) * step : value]];
          }),
    ),
  ),
  show: null,
  ...(earlier.rules ? { rules: earlier.rules } : {}),
  ...(earlier.lever ? { lever: earlier.lever } : {}),
});

/** Where a board departs from an earlier one. */
export interface Departure {
  column: Column;
  /** The schools where they differ: the earlier one, and the one of now. */
  schools: { then: string; now: string } | null;
  /** Days on which the share of what is usual differs, by 3 % of it at least. */
  days: { offset: number; then: number; now: number }[];
}

/** Shares nearer than this are the same: what rounding to a step can make. common practice, no source. */
const SAME = 0.03;

/**
 * Where a board departs from an earlier one, column by column, each day by its share of what was usual: other grams for another body are no
 * departure. Only columns that depart.
 */
export const departuresFrom = (now: Board, then: Board, span: { from: number; to: number }): Departure[] =>
  COLUMNS.flatMap((column): Departure[] => {
    const [before, after] = [schoolOf(then.protocol, column), schoolOf(now.protocol, column)];
    const days = Array.from({ length: span.to - span.from + 1 }, (_, i) => span.from + i).flatMap(
      (offset) => {
        const share = (board: Board): number =>
          boardDay(board, offset).cells[column].value /
          Math.max(board.usual[column], COLUMN_WORDS[column].step);
        const [a, b] = [share(then), share(now)];
        return Math.abs(a - b) >= SAME ? [{ offset, then: a, now: b }] : [];
      },
    );
    const schools = before.id === after.id ? null : { then: before.name, now: after.name };
    return schools || days.length > 0 ? [{ column, schools, days }] : [];
  });

/** "Carbs: Deplete, load early (before: Steady); D−7 to D−5 37 % of usual (before 100 %)" as a sentence. */
export const departureInWords = ({ column, schools, days }: Departure): string => {
  const share = (value: number): string => `${Math.round(value * 100)} %`;
  const text = [
    ...(schools ? [`${schools.now} (before: ${schools.then})`] : []),
    ...days.map((d) => `${dayName(d.offset)} ${share(d.now)} of usual (before ${share(d.then)})`),
  ];
  return `${COLUMN_WORDS[column].name}: ${text.join('; ')}`;
};

/** A morning of a peak week by its day. kg. */
export interface PeakMorning {
  offset: number;
  kg: number | null;
}

/** Mornings to come as the athlete's own earlier peaks answered. kg. */
export interface AsBefore {
  offset: number;
  kg: number;
  /** The least and the most that an earlier peak says; both the same where there was one. */
  low: number;
  high: number;
  /** Earlier peaks that it rests on. One peak is one observation. */
  peaks: number;
}

/**
 * Mornings to come, if the body answers as it did in earlier peaks: the last weighed morning of this peak, and what the scale did from that day on
 * in each earlier one. Empty where no earlier peak was weighed on both days. kg.
 *
 * @example
 * asBefore([{ offset: -4, kg: 58 }], [[{ offset: -4, kg: 60 }, { offset: 0, kg: 60.8 }]], [0])[0]?.kg; // => 58.8
 */
export const asBefore = (
  now: readonly PeakMorning[],
  earlier: readonly (readonly PeakMorning[])[],
  offsets: readonly number[],
): AsBefore[] => {
  const last = now
    .filter((m) => m.kg !== null)
    .sort((a, b) => a.offset - b.offset)
    .at(-1);
  if (!last || last.kg === null) return [];
  const { kg, offset: from } = last;
  return offsets.flatMap((offset): AsBefore[] => {
    if (offset <= from) return [];
    const changes = earlier.flatMap((peak) => {
      const on = (day: number) => peak.find((m) => m.offset === day)?.kg ?? null;
      const [a, b] = [on(from), on(offset)];
      return a === null || b === null ? [] : [b - a];
    });
    if (changes.length === 0) return [];
    const mean = changes.reduce((sum, c) => sum + c, 0) / changes.length;
    return [
      {
        offset,
        kg: kg + mean,
        low: kg + Math.min(...changes),
        high: kg + Math.max(...changes),
        peaks: changes.length,
      },
    ];
  });
};
