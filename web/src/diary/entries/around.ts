import { waterEntries, type DayDocument } from '@maul/contract/diary';
import { addDays } from '@maul/core/units';
import { type CaffeineDose } from '@maul/core/diary';
import { type Drink } from '@maul/core/peak';
import { useDay } from '../../data/session.ts';
import { caffeineOf, drinksOf } from './entryText.ts';

type DayOf = Pick<DayDocument, 'athlete' | 'date'>;

/** The day before; undefined until it is read. */
export const useDayBefore = ({ athlete, date }: DayOf): DayDocument | undefined =>
  useDay(athlete.id, addDays(date, -1)).day;

const earlier = <T extends { minutes: number }>(list: readonly T[]): T[] =>
  list.map((one) => ({ ...one, minutes: one.minutes - 1440 }));

/** Caffeine of a day and of the day before, whose doses lie below 0 minutes: what was taken late is active in the morning. */
export const dosesUntil = (
  day: Parameters<typeof caffeineOf>[0],
  before: DayDocument | undefined,
  planned = false,
): CaffeineDose[] => [...(before ? earlier(caffeineOf(before)) : []), ...caffeineOf(day, planned)];

/** Water drunk on a day and on the day before, whose drinks lie below 0 minutes. */
export const drunkUntil = (day: Parameters<typeof drinksOf>[0], before: DayDocument | undefined): Drink[] => [
  ...(before ? earlier(drinksOf(before, true)) : []),
  ...drinksOf(day, true),
];

/** Water of a day and of its two neighbours, drunk and planned. */
export const useWaterAround = (day: DayDocument): ReturnType<typeof waterEntries> => {
  const before = useDayBefore(day);
  const { day: after } = useDay(day.athlete.id, addDays(day.date, 1));
  return waterEntries([...(before?.entries ?? []), ...day.entries, ...(after?.entries ?? [])]);
};
