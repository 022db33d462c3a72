import type { RosterRow } from '@maul/contract/coaching';
import type { PhaseKind } from '@maul/core/plan';

/** What of a roster is looked at; kept in the address, so that a view can be kept as a bookmark. */
export interface RosterFilter {
  name: string;
  phase: PhaseKind | '';
  /** Days within which a show lies; 0 is any or none. */
  showWithin: number;
  /** Only those of whom something waits: a week, a note, an order. */
  waiting: boolean;
}

export const SHOW_WITHIN = [7, 28, 84] as const;

export const filterOf = (query: URLSearchParams): RosterFilter => ({
  name: query.get('name') ?? '',
  phase: (query.get('phase') ?? '') as RosterFilter['phase'],
  showWithin: Number(query.get('show') ?? 0) || 0,
  waiting: query.get('waiting') === '1',
});

export const queryOf = ({ name, phase, showWithin, waiting }: RosterFilter): Record<string, string> => ({
  ...(name === '' ? {} : { name }),
  ...(phase === '' ? {} : { phase }),
  ...(showWithin === 0 ? {} : { show: String(showWithin) }),
  ...(waiting ? { waiting: '1' } : {}),
});

const waits = (row: RosterRow): boolean =>
  (row.checkIn !== null && !row.checkIn.answered) || row.waitingNotes > 0 || row.openOrders > 0;

/** The rows that a filter leaves, in the order in which they stand. */
export const filtered = (rows: readonly RosterRow[], filter: RosterFilter): RosterRow[] => {
  const name = filter.name.trim().toLocaleLowerCase();
  return rows.filter(
    (row) =>
      (name === '' || `${row.name} ${row.federationClass ?? ''}`.toLocaleLowerCase().includes(name)) &&
      (filter.phase === '' || row.phase === filter.phase) &&
      (filter.showWithin === 0 || (row.show !== null && row.show.days <= filter.showWithin)) &&
      (!filter.waiting || waits(row)),
  );
};
