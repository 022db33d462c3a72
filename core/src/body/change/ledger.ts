import { addDays, type IsoDate } from '../../units/index.ts';
import { type CameOf, cameOf, type Change } from './cameOf.ts';
import type { WeighIn } from '../mornings/trend.ts';

export interface LedgerChange extends Change {
  id: string;
}

export interface Told<C> extends CameOf {
  change: C;
  /** Other changes that act on the days that are compared, by id. */
  meanwhile: string[];
}

/**
 * What came of each change, the newest first: those of one day bound each other's look as one, and each says what else changed meanwhile.
 * Changes and mornings in any order; kg and kcal.
 */
export const ledgerOf = <C extends LedgerChange>(
  changes: readonly C[],
  mornings: readonly WeighIn[],
  today: IsoDate,
): Told<C>[] => {
  const days = [...new Set(changes.map((c) => c.from))].sort();
  const sorted = [...mornings].sort((a, b) => (a.day < b.day ? -1 : 1));
  return [...changes]
    .sort((a, b) => (a.from === b.from ? (a.id < b.id ? 1 : -1) : a.from < b.from ? 1 : -1))
    .map((change) => {
      const at = days.indexOf(change.from);
      const came = cameOf(change, sorted, today, {
        before: days[at - 1] ?? null,
        after: days[at + 1] ?? null,
      });
      const until = came.after?.to ?? today;
      const since = came.before?.from ?? addDays(change.from, -7);
      return {
        ...came,
        change,
        meanwhile: changes
          .filter((c) => c.id !== change.id && c.from >= since && c.from <= until)
          .map((c) => c.id),
      };
    });
};
