import { addDays, daysBetween, type IsoDate } from '../../units/index.ts';
import type { Random } from '../../random/index.ts';
import { type Compared, goesWith, type Paired } from './goesWith.ts';

/** A food left out and brought back alone: out from a day, so many days of washing out, so many that count, so many back. */
export interface Elimination {
  from: IsoDate;
  washOutDays: number;
  outDays: number;
  backDays: number;
}

/** The days that divide it: the first that counts, the first with the food again, and the last. */
export const eliminationDates = ({
  from,
  washOutDays,
  outDays,
  backDays,
}: Elimination): { countsFrom: IsoDate; backFrom: IsoDate; until: IsoDate } => {
  const countsFrom = addDays(from, washOutDays);
  const backFrom = addDays(countsFrom, outDays);
  return { countsFrom, backFrom, until: addDays(backFrom, backDays - 1) };
};

export type EliminationStage = 'coming' | 'washing out' | 'out' | 'back' | 'done';

/** Where it stands on a day: its stage, which day of it, and of how many; 0 of 0 before and after. */
export const eliminationOn = (
  plan: Elimination,
  day: IsoDate,
): { stage: EliminationStage; day: number; of: number } => {
  const { countsFrom, backFrom, until } = eliminationDates(plan);
  const within = (stage: EliminationStage, start: IsoDate, of: number) => ({
    stage,
    day: daysBetween(start, day) + 1,
    of,
  });
  if (day < plan.from) return { stage: 'coming', day: 0, of: 0 };
  if (day < countsFrom) return within('washing out', plan.from, plan.washOutDays);
  if (day < backFrom) return within('out', countsFrom, plan.outDays);
  if (day <= until) return within('back', backFrom, plan.backDays);
  return { stage: 'done', day: 0, of: 0 };
};

/** One day: whether the food was eaten, and the marks of the morning after; null where nothing was said. */
export interface EliminationDay<Mark extends string> {
  day: IsoDate;
  eaten: boolean;
  marks: Readonly<Record<Mark, number | null>>;
}

/** What one mark did. `few`: fewer than eight days of a kind. `returned`: it changed without the food and changed back with it. */
export type EliminationVerdict = 'few' | 'nothing' | 'changed' | 'returned';

export interface EliminatedMark<Mark extends string> {
  mark: Mark;
  /** Days without against the days before; undefined without a day of either kind. */
  out: Compared | undefined;
  /** Days with it again against the days without. */
  back: Compared | undefined;
  verdict: EliminationVerdict;
}

/**
 * What came of leaving a food out and bringing it back: each mark of the morning after, without it against as many days before, and with it
 * again against the days without. A day out on which the food was eaten all the same, and a day back without it, count on neither side and are
 * named. The chances are corrected for all that was compared (Holm 1979). Only a mark that changed and changed back says much; common practice, no
 * source.
 */
export const compareElimination = <Mark extends string>(
  plan: Elimination,
  days: readonly EliminationDay<Mark>[],
  marks: readonly Mark[],
  random: Random,
): { marks: EliminatedMark<Mark>[]; eatenWhileOut: IsoDate[] } => {
  const { countsFrom, backFrom, until } = eliminationDates(plan);
  const start = addDays(plan.from, -plan.outDays);
  const before = days.filter((d) => d.day >= start && d.day < plan.from);
  const out = days.filter((d) => d.day >= countsFrom && d.day < backFrom && !d.eaten);
  const back = days.filter((d) => d.day >= backFrom && d.day <= until && d.eaten);
  const paired = (
    mark: Mark,
    on: readonly EliminationDay<Mark>[],
    off: readonly EliminationDay<Mark>[],
  ): Paired[] => [
    ...on.map((d) => ({ with: true, value: d.marks[mark] })),
    ...off.map((d) => ({ with: false, value: d.marks[mark] })),
  ];
  const told = goesWith(
    marks.flatMap((mark) => [
      { name: `${mark} out`, days: paired(mark, out, before) },
      { name: `${mark} back`, days: paired(mark, back, out) },
    ]),
    random,
  );
  return {
    marks: marks.map((mark, i): EliminatedMark<Mark> => {
      const [left, returned] = [told[2 * i], told[2 * i + 1]];
      const opposite = (left?.compared?.difference ?? 0) * (returned?.compared?.difference ?? 0) < 0;
      const verdict: EliminationVerdict =
        left?.verdict === 'few' || left === undefined
          ? 'few'
          : left.verdict === 'nothing'
            ? 'nothing'
            : returned?.verdict === 'goes' && opposite
              ? 'returned'
              : 'changed';
      return { mark, out: left?.compared, back: returned?.compared, verdict };
    }),
    eatenWhileOut: days.filter((d) => d.day >= plan.from && d.day < backFrom && d.eaten).map((d) => d.day),
  };
};
