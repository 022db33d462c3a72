import { useQuery } from '@tanstack/react-query';
import type { IsoDate } from '@maul/core/units';
import { call } from '../../data/api.ts';

/** Body and log of an athlete from a day on. */
export const useTrend = (athleteId: string, from?: IsoDate) =>
  useQuery({
    queryKey: ['trend', athleteId, from ?? null],
    queryFn: ({ signal }) =>
      call('trend', { params: { athleteId }, query: from === undefined ? {} : { from }, signal }),
    staleTime: 60_000,
  });

export const useSeason = (athleteId: string) =>
  useQuery({
    queryKey: ['season', athleteId],
    queryFn: ({ signal }) => call('season', { params: { athleteId }, signal }),
  });

/** Every order of food and of movement, for the letters on the chart and the ledger. */
export const useOrders = (athleteId: string) => {
  const food = useQuery({
    queryKey: ['orders', athleteId],
    queryFn: () => call('orders', { params: { athleteId } }),
  });
  const movement = useQuery({
    queryKey: ['movement', athleteId],
    queryFn: () => call('movementOrders', { params: { athleteId } }),
  });
  return { food: food.data?.orders, movement: movement.data?.orders };
};
