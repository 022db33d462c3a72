import type { DayDocument, StandingRow } from '@maul/contract/diary';
import { type ResponseOf, EVENTS_PATH, ChangeEvent } from '@maul/contract/routes';
import { Session } from '@maul/contract/people';
import { dayTargets, type DayTargets } from '@maul/core/plan';
import { type Query, QueryCache, QueryClient, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { deviceToday } from './device.ts';
import { ApiProblem, call, Unreachable } from './api.ts';
import { pendingOn, putRow, withPending, withSaved, type SavedRow } from './day.ts';
import { journalled } from './journal.ts';
import { kitchenSaved, ofKitchen, stockTouched } from './kitchenRows.ts';
import type { DayRoute, OutboxRoute } from './rows.ts';
import { Outbox, useOutbox, type OutboxEntry, type OutboxKeeper } from './outbox.ts';

/**
 * What is answered with “not found” is let go, also where it was shown before: an athlete who has ended a sharing is read no longer, neither on an open
 * page nor in a copy on this device.
 */
const letGo = (error: Error, query: Query<unknown, unknown>): void => {
  if (!(error instanceof ApiProblem && error.is('not-found')) || query.state.data === undefined) return;
  query.setState({ data: undefined });
  const [what, athleteId] = query.queryKey;
  const session = queryClient.getQueryData<Session>(['session']);
  if (what === 'day' && typeof athleteId === 'string' && session)
    void keeperModule().then((keeper) => keeper.forgetAthlete(session.person.id, athleteId));
};

export const queryClient = new QueryClient({
  queryCache: new QueryCache({ onError: letGo }),
  defaultOptions: {
    queries: {
      staleTime: 60_000,
      retry: (times, error) => !(error instanceof ApiProblem) && times < 2,
      retryDelay: 800,
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
});

const keeperModule = () => import('./keeper.ts');
// The device's store is heavy and is loaded beside the first page.
const lazyKeeper: OutboxKeeper = {
  put: async (entry) => (await keeperModule()).outboxKeeper.put(entry),
  remove: async (key) => (await keeperModule()).outboxKeeper.remove(key),
  all: async (personId) => (await keeperModule()).outboxKeeper.all(personId),
};

/** What the server has just kept. An answer that was on its way meanwhile may be older than that. */
const landed: { entry: OutboxEntry<DayRoute>; row: SavedRow; at: number }[] = [];
const ON_ITS_WAY_MS = 60_000;

/** Puts a row that the server has just kept into the cached day, so that nothing flickers. */
const onSaved = (saved: OutboxEntry, answer: ResponseOf<OutboxRoute>): void => {
  if (ofKitchen(saved)) return kitchenSaved(queryClient, saved, answer);
  const [entry, row] = [saved as OutboxEntry<DayRoute>, answer as SavedRow];
  if (entry.route === 'putPortion' || entry.route === 'putMeal') stockTouched(queryClient, entry);
  if (entry.route === 'putStanding') standingSaved(entry.athleteId, row as StandingRow);
  const now = Date.now();
  landed.push({ entry, row, at: now });
  while (landed[0] && now - landed[0].at > ON_ITS_WAY_MS) landed.shift();
  queryClient.setQueryData<DayDocument>(
    ['day', entry.athleteId, entry.day],
    (day) => day && withSaved(day, entry.route, row),
  );
};

/** A day as it was answered to a question asked at a moment, with what was kept since. */
const withLanded = (day: DayDocument, askedAt: number): DayDocument =>
  landed
    .filter(
      ({ entry, at }) =>
        at >= askedAt &&
        entry.athleteId === day.athlete.id &&
        // What stands from day to day shows on every day.
        (entry.day === day.date || entry.route === 'putStanding'),
    )
    .reduce((shown, { entry, row }) => withSaved(shown, entry.route, row), day);

const standingSaved = (athleteId: string, row: StandingRow): void => {
  queryClient.setQueryData<ResponseOf<'standing'>>(
    ['standing', athleteId],
    (list) => list && { standing: putRow(list.standing, row) },
  );
  queryClient.setQueriesData<DayDocument>(
    { queryKey: ['day', athleteId] },
    (day) => day && withSaved(day, 'putStanding', row),
  );
};

export const outbox = new Outbox(journalled(lazyKeeper), onSaved);

export const sessionQuery = {
  queryKey: ['session'],
  queryFn: async (): Promise<Session | null> => {
    try {
      const session = await call('session');
      // Kept so that the bench opens even when the server is away.
      localStorage.setItem('maul-session', JSON.stringify(session));
      return session;
    } catch (error) {
      if (error instanceof ApiProblem && error.is('not-signed-in')) {
        localStorage.removeItem('maul-session');
        return null;
      }
      const kept = localStorage.getItem('maul-session');
      // What an older Maul kept may have another shape.
      const read = error instanceof Unreachable && kept !== null ? Session.safeParse(JSON.parse(kept)) : null;
      if (read?.success) return read.data;
      throw error;
    }
  },
  staleTime: Infinity,
} as const;

export const useSession = (): Session => {
  const { data } = useQuery(sessionQuery);
  if (!data) throw new Error('No session');
  return data;
};

/** Opens the outbox of who is signed in, and listens for what others change. */
export const useLiveSession = (personId: string): void => {
  useEffect(() => {
    void outbox.open(personId);
    const online = () => void outbox.flush();
    window.addEventListener('online', online);
    const source = new EventSource(EVENTS_PATH);
    let heard = false;
    source.addEventListener('hello', () => {
      // A stream that comes back may have missed something: everything shown is asked for anew.
      if (heard) void queryClient.invalidateQueries();
      heard = true;
      void outbox.flush();
    });
    source.addEventListener('change', (message: MessageEvent<string>) => {
      const event = ChangeEvent.safeParse(JSON.parse(message.data));
      if (event.success) heardOf(event.data);
    });
    source.addEventListener('error', () => {
      if (source.readyState === EventSource.CLOSED)
        void queryClient.invalidateQueries({ queryKey: ['session'] });
    });
    return () => {
      window.removeEventListener('online', online);
      source.close();
    };
  }, [personId]);
};

/** While somebody edits here, what the server tells waits until they pause: most of it is the echo of their own changes. */
const QUIET_MS = 1000;
const heard = new Map<string, ChangeEvent>();
let hearing: ReturnType<typeof setTimeout> | undefined;
const heardOf = (event: ChangeEvent): void => {
  heard.set(`${event.athleteId} ${event.what}`, event);
  clearTimeout(hearing);
  hearing = setTimeout(
    () => {
      const all = [...heard.values()];
      heard.clear();
      for (const one of all) changed(one);
    },
    Math.max(0, outbox.lastChange + QUIET_MS - Date.now()),
  );
};

const changed = ({ athleteId, what }: ChangeEvent): void => {
  const ask = (queryKey: unknown[]) => void queryClient.invalidateQueries({ queryKey });
  if (what === 'food') {
    ask(['own-foods', athleteId]);
    return ask(['foods', athleteId]);
  }
  if (what === 'kitchen') {
    ask(['kitchen', athleteId]);
    ask(['book', athleteId]);
    ask(['recipe-versions', athleteId]);
    // What lies in a shared kitchen shows in each of them.
    return ask(['stock']);
  }
  if (what === 'picture') return ask(['pictures', athleteId]);
  if (what === 'check-in') {
    ask(['check-ins', athleteId]);
    return ask(['roster']);
  }
  if (what === 'standing') ask(['standing', athleteId]);
  if (what === 'import') {
    ask(['foods', athleteId]);
    return ask(['imports', athleteId]);
  }
  ask(['day', athleteId]);
  if (what === 'note') {
    ask(['questions']);
    ask(['words', athleteId]);
  }
  ask(['roster']);
  ask(['cautions', athleteId]);
  ask(['past-days', athleteId]);
  ask(['week-log', athleteId]);
  ask(['trend', athleteId]);
  ask(['measures', athleteId]);
  ask(['goes-with', athleteId]);
  ask(['peak-log', athleteId]);
  ask(['activity', athleteId]);
  if (what === 'order') {
    ask(['orders', athleteId]);
    ask(['movement', athleteId]);
  }
  if (what === 'season' || what === 'athlete' || what === 'order') ask(['season', athleteId]);
  if (what === 'grant') ask(['session']);
};

export const dayQuery = (personId: string, athleteId: string, date: string) => ({
  queryKey: ['day', athleteId, date],
  queryFn: async ({ signal }: { signal: AbortSignal }): Promise<DayDocument> => {
    const askedAt = Date.now();
    try {
      const answer = await call('day', { params: { athleteId, date: date as DayDocument['date'] }, signal });
      const day = withLanded(answer, askedAt);
      void keeperModule().then((keeper) => keeper.keepDay(personId, day));
      return day;
    } catch (error) {
      const away = error instanceof Unreachable || (error instanceof ApiProblem && error.is('database-away'));
      const kept = away ? await (await keeperModule()).keptDay(personId, athleteId, date) : undefined;
      if (!kept) throw error;
      useOutbox.setState({ reachable: false });
      return kept;
    }
  },
});

/** A day with this device's unsent changes on it. */
export const useDay = (athleteId: string, date: string) => {
  const { person } = useSession();
  // Only what is named draws: a fetch in the background changes nothing of it.
  const { data, error, refetch } = useQuery(dayQuery(person.id, athleteId, date));
  // Changes that show elsewhere draw nothing here.
  const entries = useOutbox(useShallow((s) => pendingOn(s.entries, athleteId, date)));
  const day = useMemo(() => data && withPending(data, entries, person), [data, entries, person]);
  return { day, error, refetch };
};

/** The day of who is signed in: the one that is asked for, else the present one as their own clock counts it. */
export const useOwnDay = (asked?: string) => {
  const { person } = useSession();
  const [guess] = useState(deviceToday);
  const { data: today } = useQuery({
    ...dayQuery(person.id, person.id, asked ?? guess),
    select: (day) => day.today,
  });
  return useDay(person.id, asked ?? today ?? guess);
};

/** The targets of a day; the same object until what they are made from changes. */
export const useTargets = (day: DayDocument | undefined): DayTargets | undefined => {
  const { season, bases, orders, date } = day ?? {};
  return useMemo(
    () => (season && bases && orders && date ? dayTargets(season, bases, orders, date) : undefined),
    [season, bases, orders, date],
  );
};

/** Signs out here: asks the server, then forgets the copies on this device. */
export const leave = async (everywhere: boolean): Promise<void> => {
  const session = queryClient.getQueryData<Session | null>(['session']);
  await call(everywhere ? 'signOutEverywhere' : 'signOut');
  if (session) await (await keeperModule()).forgetDays(session.person.id);
  localStorage.removeItem('maul-session');
  useOutbox.setState({ entries: [] });
  queryClient.clear();
  queryClient.setQueryData(['session'], null);
};
