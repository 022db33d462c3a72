import type { DayDocument } from '@maul/contract/diary';
import type { Food } from '@maul/contract/foods';
import { parseQuickLine, type DaySheet, type QuickFood, type QuickMark } from '@maul/core/diary';
import { clockOf, localMoment } from '@maul/core/units';
import { useQueries, type UseQueryResult } from '@tanstack/react-query';
import { memo, useDeferredValue, useEffect, useMemo } from 'react';
import { call } from '../../data/api.ts';
import { carbBasisOf } from '../../data/day.ts';
import type { ResponseOf } from '@maul/contract/routes';
import { stockedNamed, useStockedFoods, type StockedFood } from '../../foods/index.ts';
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
  /** Every food was searched for by the words that stand there now. */
  settled: boolean;
  /** The clock where the athlete is. */
  now: string;
}

const FOODS_MOST = 12;

/** What was found for the foods of a line. */
export interface Found {
  /** The words that were searched for. */
  of: readonly string[];
  foods: readonly (readonly Food[] | undefined)[];
  /** What lies in stock. */
  stocked: readonly StockedFood[];
  error: Error | null;
}
export const NOTHING_FOUND: Found = { of: [], foods: [], stocked: [], error: null };

/** The words of a line that are searched for; the same array for the same words. */
const useSearched = (entries: readonly { kind: string; food?: string }[]): readonly string[] => {
  const words = entries
    .flatMap((e) => (e.kind === 'food' && e.food ? [e.food.toLowerCase()] : []))
    .join('\n');
  return useMemo(() => (words === '' ? [] : [...new Set(words.split('\n'))].slice(0, FOODS_MOST)), [words]);
};

/** One object for the same answers, so that nothing is told anew for them. */
const answered = (results: UseQueryResult<ResponseOf<'foods'>>[]) => ({
  error: results.find((r) => r.error)?.error ?? null,
  foods: results.map((r) => r.data?.foods),
  all: results.every((r) => r.data !== undefined || r.error !== null),
});

/** Searches for the foods of a line and tells once all of them have their answer. It draws nothing, so that an answer draws nothing else before it is read. */
export const Search = memo(
  ({
    athleteId,
    of,
    at,
    onFound,
  }: {
    athleteId: string;
    of: readonly string[];
    at: string;
    onFound: (found: Found) => void;
  }) => {
    const { error, foods, all } = useQueries({
      queries: of.map((q) => ({
        queryKey: ['foods', athleteId, q, at],
        queryFn: ({ signal }: { signal: AbortSignal }) =>
          call('foods', { params: { athleteId }, query: { q: q.slice(0, 80), limit: 8, at }, signal }),
        staleTime: 60_000,
      })),
      combine: answered,
    });
    // What is in stock comes first: it is eaten before anything is opened or cooked.
    const stocked = useStockedFoods(athleteId);
    useEffect(() => {
      if (all) onFound({ of, foods, stocked, error });
    }, [all, of, foods, stocked, error, onFound]);
    return null;
  },
);
Search.displayName = 'Search';

/** The clock where the athlete is; asked of the calendar once a minute. */
const useClock = (zone: string): string => {
  const minute = Math.floor(Date.now() / 60_000);
  return useMemo(() => clockOf(localMoment(new Date(minute * 60_000), zone).minutes), [minute, zone]);
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
  /** What the last search has found. */
  known: Found;
}

/** Reads a line by what was found for it, and says what is to be searched for. */
export const useReading = ({
  day,
  sheet,
  nextId,
  written,
  answers,
  how,
  inOunces,
  known,
}: ReadingInputs): { reading: Reading; searched: readonly string[]; at: string } => {
  const { text, caret } = written;
  const line = useMemo(() => parseQuickLine(text), [text]);
  const searched = useSearched(line.entries);
  const now = useClock(day.athlete.zone);
  const at = line.place.time !== null && line.place.time !== 'now' ? line.place.time : now;
  const carbBasis = carbBasisOf(day);
  const { date } = day;
  const { dayTurnsAt } = day.athlete;
  const reading = useMemo((): Reading => {
    // Until a word has its own answer, that to the word before it stands in its place: offers do not go and come with each key.
    const foods = new Map(
      searched.map((word, i) => [word, known.foods[known.of.includes(word) ? known.of.indexOf(word) : i]]),
    );
    const found = (fragment: string): Food[] | undefined => {
      const those = foods.get(fragment.toLowerCase());
      return those && [...stockedNamed(known.stocked, fragment), ...those];
    };
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
      settled: searched.every((word) => known.of.includes(word)),
      now,
    };
  }, [
    line,
    text,
    caret,
    date,
    carbBasis,
    inOunces,
    how,
    searched,
    known,
    answers,
    sheet,
    nextId,
    now,
    dayTurnsAt,
  ]);
  return { reading: useDeferredValue(reading), searched, at: at.slice(0, 2) + ':00' };
};
