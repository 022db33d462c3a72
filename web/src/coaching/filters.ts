import type { RosterFilter, RosterRow } from '@maul/contract/coaching';

export const SHOW_WITHIN = [7, 28, 84] as const;

/** The filter that an address says. */
export const filterOf = (query: URLSearchParams): RosterFilter => ({
  name: query.get('name') ?? '',
  phase: (query.get('phase') ?? '') as RosterFilter['phase'],
  showWithin: Number(query.get('within') ?? 0) || 0,
  show: query.get('show') ?? '',
  waiting: query.get('waiting') === '1',
});

export const queryOf = ({
  name,
  phase,
  showWithin,
  show,
  waiting,
}: RosterFilter): Record<string, string> => ({
  ...(name === '' ? {} : { name }),
  ...(phase === '' ? {} : { phase }),
  ...(showWithin === 0 ? {} : { within: String(showWithin) }),
  ...(show === '' ? {} : { show }),
  ...(waiting ? { waiting: '1' } : {}),
});

const waits = (row: RosterRow): boolean =>
  (row.checkIn !== null && !row.checkIn.answered) || row.waitingNotes > 0 || row.openOrders > 0;

/** The names of the shows that the athletes of a roster enter next. */
export const showsOf = (rows: readonly RosterRow[]): string[] =>
  [...new Set(rows.flatMap((row) => row.show?.name ?? []))].sort((a, b) => a.localeCompare(b));

/** The rows that a filter leaves, in the order in which they stand; of a group only its members. */
export const filtered = (
  rows: readonly RosterRow[],
  filter: RosterFilter,
  members: readonly string[] | null = null,
): RosterRow[] => {
  const name = filter.name.trim().toLocaleLowerCase();
  return rows.filter(
    (row) =>
      (name === '' || `${row.name} ${row.federationClass ?? ''}`.toLocaleLowerCase().includes(name)) &&
      (filter.phase === '' || row.phase === filter.phase) &&
      (filter.showWithin === 0 || (row.show !== null && row.show.days <= filter.showWithin)) &&
      (filter.show === '' || row.show?.name === filter.show) &&
      (!filter.waiting || waits(row)) &&
      (members === null || members.includes(row.athleteId)),
  );
};
