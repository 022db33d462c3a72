import type { Phase } from '@maul/core/plan';
import { queryOptions } from '@tanstack/react-query';
import { call } from '../data/api.ts';

/** What the days of a peak week came to. */
export const peakLogQuery = (athleteId: string, { from, to }: Pick<Phase, 'from' | 'to'>) =>
  queryOptions({
    queryKey: ['peak-log', athleteId, from, to],
    queryFn: ({ signal }) => call('peakLog', { params: { athleteId }, query: { from, to }, signal }),
  });
