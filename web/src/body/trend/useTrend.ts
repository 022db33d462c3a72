import { useQuery } from '@tanstack/react-query';
import { call } from '../../data/api.ts';
import { seasonQuery } from '../../data/queries.ts';

/** Body and log of an athlete over so many days up to today. */
export const useTrend = (athleteId: string, days?: number) =>
  useQuery({
    queryKey: ['trend', athleteId, days ?? null],
    queryFn: ({ signal }) =>
      call('trend', { params: { athleteId }, query: days === undefined ? {} : { days }, signal }),
    staleTime: 60_000,
  });

export const useSeason = (athleteId: string) => useQuery(seasonQuery(athleteId));

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
