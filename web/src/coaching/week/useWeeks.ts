import type { GivenForm } from '@maul/contract/coaching';
import type { IsoDate } from '@maul/core/units';
import { useQuery } from '@tanstack/react-query';
import { call } from '../../data/api.ts';
import { seasonQuery } from '../../data/queries.ts';
import { queryClient } from '../../data/session.ts';

const checkInQuery = (athleteId: string, id: string) => ({
  queryKey: ['check-ins', athleteId, id],
  queryFn: ({ signal }: { signal: AbortSignal }) => call('checkIn', { params: { athleteId, id }, signal }),
});

/** One week as it was sent, with its answers. */
export const useCheckIn = (athleteId: string, id: string | undefined) =>
  useQuery({ ...checkInQuery(athleteId, id ?? ''), enabled: id !== undefined });

/** The week up to a day as the log says it now. */
export const useWeek = (athleteId: string, to: IsoDate | undefined) =>
  useQuery({
    queryKey: ['check-ins', athleteId, 'week', to],
    queryFn: ({ signal }) =>
      to === undefined
        ? Promise.reject(new Error('No day is asked for.'))
        : call('week', { params: { athleteId }, query: { to }, signal }),
    enabled: to !== undefined,
  });

/** What the coach asks with every week now; null where nobody asks anything. */
export const useForm = (athleteId: string): GivenForm | null => {
  const { data } = useQuery({
    queryKey: ['check-ins', athleteId, 'form'],
    queryFn: ({ signal }) => call('form', { params: { athleteId }, signal }),
  });
  return data?.form ?? null;
};

/** Fetches a week ahead, so that going to the next athlete shows it at once. */
export const fetchAhead = (athleteId: string, id: string): void => {
  void queryClient.prefetchQuery({ ...checkInQuery(athleteId, id), staleTime: 60_000 });
  void queryClient.prefetchQuery({ ...seasonQuery(athleteId), staleTime: 60_000 });
};
