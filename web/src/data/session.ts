import type { DayDocument, StandingRow } from '@maul/contract/diary';
import { type ResponseOf, EVENTS_PATH, ChangeEvent } from '@maul/contract/routes';
import type { Session } from '@maul/contract/people';
import { dayTargets, type DayTargets } from '@maul/core/plan';
import { type Query, QueryCache, QueryClient, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { deviceToday } from './device.ts';
import { openActs, sendActs, useActs, whenSaid } from './sending/acts.ts';
import { ApiProblem, call, isAway } from './api.ts';
import { openDrafts, useDrafts } from './sending/drafts.ts';
import { away, forgetAthlete, heardOfServer, heldBy, keepAsShown, whenBack, wipeDevice } from './reach.ts';
import { asShown, pendingOn, putRow, withPending, withSaved, type SavedRow } from './day.ts';
import { journalled } from './sending/journal.ts';
import { kitchenSaved, ofKitchen, takesStock } from './kitchen/kitchenRows.ts';
import { whenPaused } from './paused.ts';
import { PANTRY_ROUTES, type DayRoute, type OutboxRoute } from './sending/rows.ts';
import { countFiles, flushFiles } from './sending/files.ts';
import { onDevice, SIGN_OUT } from './remembered.ts';
import { Outbox, useOutbox, type Landed, type OutboxEntry, type OutboxKeeper } from './sending/outbox.ts';

/**
 * What is answered with “not found” is let go, also where it was shown before: an athlete who has ended a sharing is read no longer, neither on an open
 * page nor in a copy on this device.
 */
const letGo = (error: Error, query: Query<unknown, unknown>): void => {
  if (!(error instanceof ApiProblem && error.is('not-found')) || query.state.data === undefined) return;
  query.setState({ data: undefined });
  const [what, athleteId] = query.queryKey;
  if (what === 'day' && typeof athleteId === 'string') void forgetAthlete(athleteId);
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

const lazyKeeper: OutboxKeeper = {
  put: async (entry) => (await away()).outboxKeeper.put(entry),
  remove: async (key) => (await away()).outboxKeeper.remove(key),
  all: async (personId) => (await away()).outboxKeeper.all(personId),
};

/** Sends the pictures that wait. */
export const sendFiles = (): void =>
  void flushFiles(() => void queryClient.invalidateQueries({ queryKey: ['pictures'] })).catch(
    () => undefined,
  );

whenSaid(() => void queryClient.invalidateQueries());

whenBack(() => {
  void outbox.flush();
  void sendActs();
  sendFiles();
  void queryClient.invalidateQueries();
});

/** What the server has just kept. An answer that was on its way meanwhile may be older than that. */
interface OfDay {
  entry: OutboxEntry<DayRoute>;
  row: SavedRow;
}
const landed: (OfDay & { at: number })[] = [];
const ON_ITS_WAY_MS = 60_000;

const ofPantry = ({ route }: OutboxEntry): boolean =>
  (PANTRY_ROUTES as readonly OutboxRoute[]).includes(route);
const pantrySaved = (athleteId: string): void => {
  for (const what of ['foods', 'own-foods', 'kitchen'])
    void queryClient.invalidateQueries({ queryKey: [what, athleteId] });
};

/** Puts rows that the server has just kept into the cached days, each day once, so that nothing flickers. */
const onSaved = (all: readonly Landed[]): void => {
  const now = Date.now();
  const days = new Map<string, { athleteId: string; date: string; rows: OfDay[] }>();
  for (const { entry: saved, row: answer } of all) {
    if (ofKitchen(saved)) kitchenSaved(queryClient, saved, answer);
    else if (ofPantry(saved)) pantrySaved(saved.athleteId);
    else {
      const one: OfDay = { entry: saved as OutboxEntry<DayRoute>, row: answer as SavedRow };
      const { entry, row } = one;
      if (entry.route === 'putStanding') standingSaved(entry.athleteId, row as StandingRow);
      landed.push({ ...one, at: now });
      const key = `${entry.athleteId} ${entry.day}`;
      const day = days.get(key) ?? { athleteId: entry.athleteId, date: entry.day, rows: [] };
      days.set(key, { ...day, rows: [...day.rows, one] });
    }
  }
  if (all.some(({ entry }) => takesStock(entry))) void queryClient.invalidateQueries({ queryKey: ['stock'] });
  while (landed[0] && now - landed[0].at > ON_ITS_WAY_MS) landed.shift();
  for (const { athleteId, date, rows } of days.values()) {
    queryClient.setQueryData<DayDocument>(
      ['day', athleteId, date],
      (day) => day && rows.reduce((shown, { entry, row }) => withSaved(shown, entry.route, row), day),
    );
    shownSoon(athleteId, date);
  }
};

/** Days whose rows were saved: their copies on this device follow what is shown, a little later. */
const SOON_MS = 1500;
const saved = new Map<string, { athleteId: string; date: string }>();
let copying: ReturnType<typeof setTimeout> | undefined;
const shownSoon = (athleteId: string, date: string): void => {
  saved.set(`${athleteId} ${date}`, { athleteId, date });
  clearTimeout(copying);
  copying = setTimeout(() => {
    const all = [...saved.values()];
    saved.clear();
    for (const params of all) {
      const day = queryClient.getQueryData<DayDocument>(['day', params.athleteId, params.date]);
      if (day) keepAsShown({ route: 'day', params, query: {} }, day);
    }
  }, SOON_MS);
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

export const outbox: Outbox = new Outbox(
  journalled(lazyKeeper, undefined, () => outbox.told(true)),
  onSaved,
);

export const sessionQuery = {
  queryKey: ['session'],
  queryFn: async (): Promise<Session | null> => {
    try {
      if (onDevice.read(SIGN_OUT) !== null) {
        await call('signOut');
        onDevice.keep(SIGN_OUT, null);
      }
      return await call('session');
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      // The owner, or the operator for them, has signed out everywhere: this device keeps nothing.
      if (error.is('signed-out')) await wipeDevice();
      else if (!error.is('not-signed-in')) throw error;
      return null;
    }
  },
  staleTime: Infinity,
} as const;

export const useSession = (): Session => {
  const { data } = useQuery(sessionQuery);
  if (!data) throw new Error('No session');
  return data;
};

let opened: Promise<unknown> = Promise.resolve();
/** Once what waits on this device for who is signed in is known. */
export const whatWaits = (): Promise<unknown> => opened;

const LISTEN_AGAIN_MS = 5000;

/** Opens the outbox of who is signed in, and listens for what others change. */
export const useLiveSession = (session: Session): void => {
  const personId = session.person.id;
  useEffect(() => {
    // Before the children ask: what they are answered is kept, and so is who is signed in.
    void heldBy(personId).catch(() => undefined);
    keepAsShown({ route: 'session', params: {}, query: {} }, session);
  }, [personId, session]);
  useEffect(() => {
    opened = Promise.allSettled([outbox.open(personId), openDrafts(), openActs(), countFiles()]);
    const online = () => void outbox.flush();
    // Whether the server is away is asked at the first sign of it, before somebody presses what needs it.
    const look = () => void call('live').catch(() => undefined);
    window.addEventListener('online', online);
    window.addEventListener('offline', look);
    let source: EventSource;
    let again: ReturnType<typeof setTimeout> | undefined;
    let heard = false;
    const listen = (): void => {
      source = new EventSource(EVENTS_PATH);
      source.addEventListener('hello', () => {
        // A stream that comes back may have missed something: everything shown is asked for anew.
        if (heard) void queryClient.invalidateQueries();
        heard = true;
        heardOfServer(true);
        void outbox.flush();
        sendFiles();
      });
      source.addEventListener('change', (message: MessageEvent<string>) => {
        const event = ChangeEvent.safeParse(JSON.parse(message.data));
        if (event.success) heardOf(event.data);
      });
      source.addEventListener('error', () => {
        look();
        // A browser tries again by itself, unless something answered that was no stream.
        if (source.readyState !== EventSource.CLOSED) return;
        void queryClient.invalidateQueries({ queryKey: ['session'] });
        again = setTimeout(listen, LISTEN_AGAIN_MS);
      });
    };
    listen();
    return () => {
      window.removeEventListener('online', online);
      window.removeEventListener('offline', look);
      clearTimeout(again);
      source.close();
    };
  }, [personId]);
};

const hear = whenPaused<ChangeEvent>(
  () => outbox.lastChange,
  (all) => {
    // A meal that was eaten is heard of as a meal and as portions: what both touch is asked for once.
    const asked = new Map(all.flatMap(touchedBy).map((key) => [JSON.stringify(key), key]));
    void askAnew([...asked.values()]);
  },
);
const heardOf = (event: ChangeEvent): void => hear(`${event.athleteId} ${event.what}`, event);

/** One question after the other, so that a key that is pressed meanwhile is drawn between two of them. */
const askAnew = async (keys: readonly string[][]): Promise<void> => {
  for (const queryKey of keys) {
    void queryClient.invalidateQueries({ queryKey });
    await new Promise((next) => setTimeout(next));
  }
};

/** What a change that was heard of touches, as it is asked for here. */
const touchedBy = ({ athleteId, what }: ChangeEvent): string[][] => {
  const of = (...names: string[]) => names.map((name) => [name, athleteId]);
  if (what === 'food') return of('own-foods', 'foods');
  // What lies in a shared kitchen shows in each of them.
  if (what === 'kitchen') return [...of('kitchen', 'book', 'recipe-versions'), ['stock']];
  if (what === 'picture') return of('pictures');
  if (what === 'check-in') return [...of('check-ins'), ['roster']];
  if (what === 'import') return of('foods', 'imports');
  return [
    ...of(
      'day',
      'cautions',
      'past-days',
      'week-log',
      'trend',
      'measures',
      'goes-with',
      'peak-log',
      'activity',
    ),
    ['roster'],
    ...(what === 'standing' ? of('standing') : []),
    ...(what === 'note' ? [['questions'], ...of('words')] : []),
    ...(what === 'order' ? of('orders', 'movement') : []),
    ...(what === 'season' || what === 'athlete' || what === 'order' ? of('season') : []),
    ...(what === 'grant' ? [['session']] : []),
  ];
};

export const dayQuery = (athleteId: string, date: string) => ({
  queryKey: ['day', athleteId, date],
  queryFn: async ({ signal }: { signal: AbortSignal }): Promise<DayDocument> => {
    const askedAt = Date.now();
    return withLanded(
      await call('day', { params: { athleteId, date: date as DayDocument['date'] }, signal }),
      askedAt,
    );
  },
});

/** A day with this device's unsent changes on it. */
export const useDay = (athleteId: string, date: string) => {
  const { person } = useSession();
  // Only what is named draws: a fetch in the background changes nothing of it.
  const { data, error, refetch } = useQuery(dayQuery(athleteId, date));
  // Changes that show elsewhere draw nothing here.
  const entries = useOutbox(useShallow((s) => pendingOn(s.entries, athleteId, date)));
  const day = useMemo(() => data && asShown(withPending(data, entries, person)), [data, entries, person]);
  return { day, error, refetch };
};

/** The date that is asked for, else the present day of who is signed in as their own clock counts it. */
const useOwnDate = (personId: string, asked?: string): string => {
  const [guess] = useState(deviceToday);
  const { data: today } = useQuery({
    ...dayQuery(personId, asked ?? guess),
    select: (day) => day.today,
  });
  return asked ?? today ?? guess;
};

/** The day of who is signed in: the one that is asked for, else the present one. */
export const useOwnDay = (asked?: string) => {
  const { person } = useSession();
  return useDay(person.id, useOwnDate(person.id, asked));
};

const ofMeals = ({ route }: OutboxEntry): boolean => route === 'putMeal' || route === 'putPortion';
const withoutMeals = (day: DayDocument): DayDocument => ({ ...day, meals: [], portions: [] });

/** The same present day without its meals, for what does not read them: a portion that is pressed draws nothing there. */
export const useOwnDayBesideMeals = (): Omit<DayDocument, 'meals' | 'portions'> | undefined => {
  const { person } = useSession();
  const date = useOwnDate(person.id);
  const { data } = useQuery({ ...dayQuery(person.id, date), select: withoutMeals });
  const entries = useOutbox(
    useShallow((s) => pendingOn(s.entries, person.id, date).filter((e) => !ofMeals(e))),
  );
  return useMemo(() => data && withPending(data, entries, person), [data, entries, person]);
};

/** The targets of a day; the same object until what they are made from changes. */
export const useTargets = (day: DayDocument | undefined): DayTargets | undefined => {
  const { season, bases, orders, date } = day ?? {};
  return useMemo(
    () => (season && bases && orders && date ? dayTargets(season, bases, orders, date) : undefined),
    [season, bases, orders, date],
  );
};

/** Signs out here, and takes everything of this person off the device. Without the server the sign-out itself waits until it answers. */
export const leave = async (everywhere: boolean): Promise<void> => {
  try {
    await call(everywhere ? 'signOutEverywhere' : 'signOut');
    onDevice.keep(SIGN_OUT, null);
  } catch (error) {
    // Everywhere is a wish about other devices: it cannot be said to be done.
    if (everywhere || !isAway(error)) throw error;
    onDevice.keep(SIGN_OUT, '1');
  }
  outbox.close();
  await wipeDevice();
  useOutbox.setState({ entries: [] });
  useActs.setState({ acts: [] });
  useDrafts.setState({ drafts: {} });
  queryClient.clear();
  queryClient.setQueryData(['session'], null);
};
