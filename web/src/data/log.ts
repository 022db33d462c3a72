import { countedSupplements, type SheetPortion } from '@maul/core/diary';
import { type DayDocument, type Log } from '@maul/contract/diary';
import { addDays, type IsoDate } from '@maul/core/units';
import { useQuery } from '@tanstack/react-query';
import { call } from './api.ts';

/** The log of the seven days that end on a day. */
export const useWeekLog = (athleteId: string, to: IsoDate) =>
  useQuery({
    queryKey: ['week-log', athleteId, to],
    queryFn: ({ signal }) =>
      call('log', { params: { athleteId }, query: { from: addDays(to, -6), to }, signal }),
    staleTime: 60_000,
  });

/** What counts of a day: a food, and how much of it was measured or is planned. */
export type Part = Pick<SheetPortion, 'food' | 'grams' | 'plannedGrams' | 'method'>;

/** All that counts of a day: the portions of its meals, and the supplements beside them. */
export const partsOf = (
  day: Pick<DayDocument, 'portions' | 'entries'> | Log['days'][number],
): readonly Part[] => [
  ...day.portions.filter((p) => p.food.counted !== false),
  ...countedSupplements(day.entries),
];
