import type { DayDocument } from '@maul/contract/diary';
import type { Food } from '@maul/contract/foods';
import { parseQuickLine, type DaySheet, type QuickFood, type QuickMark } from '@maul/core/diary';
import { clockOf, localMoment } from '@maul/core/units';
import { keepPreviousData, useQueries, type UseQueryResult } from '@tanstack/react-query';
import { useDeferredValue, useMemo } from 'react';
import { call } from '../../data/api.ts';
import { carbBasisOf } from '../../data/day.ts';
import type { ResponseOf } from '@maul/contract/routes';
import { stockedNamed, useStockedFoods } from '../../foods/index.ts';
import { intoMeal, ready, understand, type Answers, type Into, type Understood } from './resolve.ts';

/** What stands in the line, and where the caret is in it. */
export interface Written {
  text: string;
  caret: number;
}

/** What Maul makes of a line. */
export interface Reading {
  /** The text that was read: a moment behind what is typed. */
  text: string;
  understood: readonly Understood[];
  into: Into;
  needsMeal: boolean;
  /** The food whose name the caret is in, and what it may be. */
  typed: QuickFood | undefined;
  completions: readonly Food[];
  /** Nothing is left to be asked. */
  can: boolean;
  /** The clock where the athlete is. */
  now: string;
}

const FOODS_MOST = 12;

/** One object for the same answers, so that nothing is read anew for them. */
const answered = (results: UseQueryResult<ResponseOf<'foods'>>[]) => ({
  error: results.find((r) => r.error)?.error ?? null,
  foods: results.map((r) => r.data?.foods),
});

const useFound = (athleteId: string, fragments: readonly string[], at: string) => {
  const unique = useMemo(
    () => [...new Set(fragments.map((f) => f.toLowerCase()))].slice(0, FOODS_MOST),
    [fragments],
  );
  const { error, foods } = useQueries({
    queries: unique.map((q) => ({
      queryKey: ['foods', athleteId, q, at],
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        call('foods', { params: { athleteId }, query: { q: q.slice(0, 80), limit: 8, at }, signal }),
      placeholderData: keepPreviousData,
      staleTime: 60_000,
    })),
    combine: answered,
  });
  // What is in stock comes first: it is eaten before anything is opened or cooked.
  const stocked = useStockedFoods(athleteId, unique.length > 0);
  const found = useMemo(() => {
    const byFragment = new Map(unique.map((q, i) => [q, foods[i]]));
    return (fragment: string): Food[] | undefined => {
      const those = byFragment.get(fragment.toLowerCase());
      return those && [...stockedNamed(stocked, fragment), ...those];
    };
  }, [unique, foods, stocked]);
  return { found, error };
};

export interface ReadingInputs {
  day: DayDocument;
  sheet: DaySheet;
  /** The meal that comes next. */
  nextId: string | undefined;
  written: Written;
  answers: Answers;
  how: QuickMark;
  inOunces: boolean;
}

/** Reads a line, and answers it when there is time: what a search finds is drawn between two keys. */
export const useReading = ({
  day,
  sheet,
  nextId,
  written,
  answers,
  how,
  inOunces,
}: ReadingInputs): { reading: Reading; error: Error | null } => {
  const { text, caret } = written;
  const line = useMemo(() => parseQuickLine(text), [text]);
  const fragments = useMemo(() => line.entries.flatMap((e) => (e.kind === 'food' ? [e.food] : [])), [line]);
  const now = clockOf(localMoment(new Date(), day.athlete.zone).minutes);
  const at = line.place.time !== null && line.place.time !== 'now' ? line.place.time : now;
  const { found, error } = useFound(day.athlete.id, fragments, at.slice(0, 2) + ':00');
  const carbBasis = carbBasisOf(day);
  const { date } = day;
  const { dayTurnsAt } = day.athlete;
  const reading = useMemo((): Reading => {
    const understood = understand(line, {
      day: { date },
      carbBasis,
      inOunces,
      whenUnmarked: how,
      found,
      answers,
    });
    const into = intoMeal(line.place, sheet, nextId, now, dayTurnsAt);
    const needsMeal = line.entries.some((e) => e.kind === 'food' || e.kind === 'bare');
    const typed = line.entries.find(
      (e): e is QuickFood => e.kind === 'food' && caret >= e.foodAt[0] && caret <= e.foodAt[1] + 1,
    );
    const open = typed && typed.food.length > 1 && !answers.foods.has(typed.food.toLowerCase());
    const asked = understood.some((u) => u.kind === 'ask-food' && u.fragment === typed?.food);
    return {
      text,
      understood,
      into,
      needsMeal,
      typed,
      completions: open && !asked ? (found(typed.food) ?? []).slice(0, 6) : [],
      can: ready(understood) && !(needsMeal && 'fault' in into),
      now,
    };
  }, [line, text, caret, date, carbBasis, inOunces, how, found, answers, sheet, nextId, now, dayTurnsAt]);
  return { reading: useDeferredValue(reading), error };
};
