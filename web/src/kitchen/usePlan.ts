import { addDays, type IsoDate } from '@maul/core/units';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { call } from '../data/api.ts';
import { deviceToday } from '../data/device.ts';
import { useKitchen } from '../data/kitchen/kitchen.ts';
import {
  rulesOf,
  RULES,
  thingsOf,
  useBook,
  useMateBooks,
  useWholeStock,
} from '../data/kitchen/kitchenWork.ts';
import { useOwnDay, useSession } from '../data/session.ts';
import { dishIdOf, plannedDishes } from './dishes.ts';

/** What is planned in this kitchen for so many days, with its dishes, stock and rules. */
export const useKitchenPlan = (days: number) => {
  const { person } = useSession();
  const { day } = useOwnDay();
  const today: IsoDate = day?.today ?? deviceToday();
  const { book, error: bookError } = useBook(person.id);
  const kitchen = useKitchen(person.id);
  const { stock, mates, error: stockError } = useWholeStock(person.id);
  const books = useMateBooks(mates);
  const { data, error, refetch } = useQuery({
    queryKey: ['stock', 'plan', person.id, today, days],
    queryFn: ({ signal }) =>
      call('kitchenPlan', {
        params: { athleteId: person.id },
        query: { from: today, to: addDays(today, days - 1) },
        signal,
      }),
    staleTime: 0,
  });
  return useMemo(() => {
    if (!book || !data || !stock || !kitchen.data || !books)
      return { ready: false as const, error: error ?? bookError ?? kitchen.error ?? stockError, refetch };
    const recipes = [book, ...books].flatMap((b) => thingsOf(b, 'recipe'));
    const batches = [book, ...books].flatMap((b) => thingsOf(b, 'batch'));
    const dishes = plannedDishes(data.portions, recipes, kitchen.data.yields);
    const boxes = stock
      .filter((s) => s.kind === 'box' || s.kind === 'left')
      .map((item) => ({
        item,
        dishId: dishIdOf(item, batches),
        free: Math.max(0, item.left - item.planned),
      }));
    return {
      ready: true as const,
      person,
      today,
      book,
      day,
      mates,
      stock,
      recipes,
      batches,
      dishes,
      boxes,
      yields: kitchen.data.yields,
      planned: data.portions,
      rules: rulesOf(book),
      rule: rulesOf(book)?.thing ?? RULES,
      refetch,
    };
  }, [
    book,
    data,
    stock,
    kitchen.data,
    kitchen.error,
    error,
    bookError,
    stockError,
    person,
    today,
    day,
    mates,
    books,
    refetch,
  ]);
};
export type KitchenPlanView = Extract<ReturnType<typeof useKitchenPlan>, { ready: true }>;
