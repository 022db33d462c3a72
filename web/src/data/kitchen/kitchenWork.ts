import type {
  InStock,
  KitchenBody,
  KitchenBook,
  KitchenThing,
  MOVES,
  Of,
  StockContent,
} from '@maul/contract/kitchen';
import type { BodyOf } from '@maul/contract/routes';
import { keepsUntil, offered } from '@maul/core/kitchen';
import { useInfiniteQuery, useQueries, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { useShallow } from 'zustand/react/shallow';
import { call, isAway } from '../api.ts';
import { deviceToday } from '../device.ts';
import {
  bookWithLanded,
  changesStock,
  ofKitchen,
  pendingBook,
  pendingStock,
  stockWithLanded,
} from './kitchenRows.ts';
import { useOutbox } from '../sending/outbox.ts';
import { contentOf } from '../sending/rows.ts';
import { outbox } from '../session.ts';
import { offerUndo } from '../undo/undo.ts';

const bookQuery = (athleteId: string) => ({
  queryKey: ['book', athleteId] as const,
  queryFn: async ({ signal }: { signal: AbortSignal }): Promise<KitchenBook> => {
    const askedAt = Date.now();
    return bookWithLanded(await call('kitchenBook', { params: { athleteId }, signal }), athleteId, askedAt);
  },
});

/** Things of one kind in a book, the newest first. */
export const thingsOf = <K extends KitchenBody['kind']>(
  book: KitchenBook,
  kind: K,
): Of<Extract<KitchenBody, { kind: K }>>[] =>
  book.things.filter((t): t is Of<Extract<KitchenBody, { kind: K }>> => t.thing.kind === kind);

/** Recipes, batches, people and rules of a kitchen, with what this device has not sent yet. */
export const useBook = (athleteId: string) => {
  const { data, error, refetch } = useQuery(bookQuery(athleteId));
  const entries = useOutbox(
    useShallow((s) => s.entries.filter((e) => ofKitchen(e) && e.athleteId === athleteId)),
  );
  const book = useMemo(() => data && pendingBook(data, entries, athleteId), [data, entries, athleteId]);
  return { book, error, refetch };
};

/** The books of those with whom one shares a kitchen: their recipes are cooked from too. */
export const useMateBooks = (mates: readonly { athleteId: string }[]): KitchenBook[] | undefined => {
  const answers = useQueries({ queries: mates.map((m) => bookQuery(m.athleteId)) });
  const books = answers.flatMap((a) => (a.data ? [a.data] : []));
  const ready = books.length === mates.length;
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the books are those of the answers
  return useMemo(() => (ready ? books : undefined), [ready, ...answers.map((a) => a.data)]);
};

/** Somebody else in the same kitchen may have changed something: it is looked at again so often, ms. */
const SHARED_MS = 15_000;

/** So many rows of a stock are planned with, in the order in which they expire. */
const MOST_PLANNED = 1200;

/** Everything that is there, page after page; as much of it as the device knows where the server is away. */
export const askWholeStock = async (athleteId: string, signal?: AbortSignal): Promise<InStock[]> => {
  const all: InStock[] = [];
  for (let more = true; more && all.length < MOST_PLANNED;) {
    const askedAt = Date.now();
    const page = await call('stock', {
      params: { athleteId },
      query: { skip: all.length, q: '' },
      ...(signal && { signal }),
    }).catch((error: unknown) => {
      if (all.length > 0 && isAway(error)) return undefined;
      throw error;
    });
    if (!page) break;
    all.push(...stockWithLanded(page, askedAt).stock);
    more = page.more;
  }
  return all;
};

/** What this device has taken or put there and not sent yet. */
const useStockChanges = () => useOutbox(useShallow((s) => s.entries.filter(changesStock)));

/** Everything that is there, with what this device has taken or put there and not sent yet: plans reckon with all of it. */
export const useWholeStock = (athleteId: string) => {
  const { data: book } = useQuery(bookQuery(athleteId));
  const mates = book?.mates ?? [];
  const { data, error } = useQuery({
    queryKey: ['stock', athleteId, 'whole'],
    queryFn: ({ signal }) => askWholeStock(athleteId, signal),
    refetchInterval: mates.length > 0 ? SHARED_MS : false,
  });
  const entries = useStockChanges();
  const stock = useMemo(
    () => data && pendingStock(data, entries, [athleteId, ...mates.map((m) => m.athleteId)]),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- mates are part of the book
    [data, entries, athleteId, book],
  );
  return { stock, mates, error };
};

/** What is there, in pages, with what this device has taken or put there and not sent yet. A shared kitchen is looked at again and again while one `watches` it. */
export const useStock = (athleteId: string, q = '', enabled = true, watches = true) => {
  const { data: book } = useQuery({ ...bookQuery(athleteId), enabled });
  const mates = book?.mates ?? [];
  // Only what is named draws: a question asked in the background changes nothing of it.
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['stock', athleteId, q],
    queryFn: async ({ signal, pageParam }) => {
      const askedAt = Date.now();
      const list = await call('stock', { params: { athleteId }, query: { skip: pageParam, q }, signal });
      return stockWithLanded(list, askedAt);
    },
    initialPageParam: 0,
    getNextPageParam: (last, pages) =>
      last.more ? pages.reduce((sum, page) => sum + page.stock.length, 0) : undefined,
    refetchInterval: watches && mates.length > 0 ? SHARED_MS : false,
    enabled,
  });
  const entries = useStockChanges();
  const stock = useMemo(() => {
    const rows = data?.pages.flatMap((page) => page.stock);
    return rows && pendingStock(rows, entries, [athleteId, ...mates.map((m) => m.athleteId)]);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- mates are part of the book
  }, [data, entries, athleteId, book]);
  const waste = data?.pages[0]?.waste ?? 0;
  return { stock, waste, mates, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage };
};

/** One box or pack with what this device has done to it and not sent yet; also one that only this device knows so far. */
export const useStockOne = (athleteId: string, id: string) => {
  const { data, error, refetch } = useQuery({
    queryKey: ['stock', 'one', athleteId, id],
    queryFn: ({ signal }) => call('stockOne', { params: { athleteId, id }, signal }),
  });
  const entries = useStockChanges();
  const item = useMemo(
    () => pendingStock(data ? [data] : [], entries, [athleteId]).find((s) => s.id === id),
    [data, entries, athleteId, id],
  );
  return { item, error, refetch };
};

/** Boxes, leftovers and opened packs that may be eaten now, first to expire first. Behind the first page of a large stock they are asked for by name. */
export const useOffered = (athleteId: string, enabled = true, question = '') => {
  const { stock, hasNextPage } = useStock(athleteId, '', enabled);
  const { stock: named } = useStock(athleteId, question, enabled && hasNextPage && question !== '', false);
  const [now] = useState(() => new Date().toISOString());
  return useMemo(() => {
    const first = stock ?? [];
    const known = new Set(first.map((item) => item.id));
    return offered([...first, ...(named ?? []).filter((item) => !known.has(item.id))], now);
  }, [stock, named, now]);
};

/** Writes a thing of the book: new, changed, or (null) taken away. Answers its id. */
export const saveThing = (
  athleteId: string,
  before: KitchenThing | null,
  thing: KitchenBody | null,
  id = before?.id ?? uuidv7(),
): string => {
  const was = before && contentOf('putKitchenThing', before);
  outbox.add({
    athleteId,
    day: deviceToday(),
    route: 'putKitchenThing',
    id,
    body: {
      base: before?.version ?? 0,
      thing: thing ?? before?.thing ?? ({} as KitchenBody),
      deleted: thing === null,
    },
    before: was && { ...was, deleted: false },
  });
  return id;
};

/** Takes a thing of the book away and holds the way back. */
export const dropThing = (athleteId: string, row: KitchenThing, sentence: string): void => {
  saveThing(athleteId, row, null);
  offerUndo(sentence, () => saveThing(athleteId, { ...row, deleted: true }, row.thing));
};

/** What is said of something in stock, with the date that its rule gives it. */
export const dated = (content: Omit<StockContent, 'useBy'>): StockContent => ({
  ...content,
  useBy: keepsUntil(content).until,
});

/** Puts something in stock, or changes it; null takes it away. Answers its id. */
export const saveStock = (
  athleteId: string,
  before: InStock | null,
  content: StockContent | null,
  id = before?.id ?? uuidv7(),
): string => {
  const was = before && contentOf('putStock', before);
  outbox.add({
    athleteId,
    day: deviceToday(),
    route: 'putStock',
    id,
    body: { ...(content ?? was), base: before?.version ?? 0, deleted: content === null } as never,
    before: was && { ...was, deleted: false },
  });
  return id;
};

/** Takes grams off something in stock, and holds the way back. */
export const moveStock = (
  item: Pick<InStock, 'id' | 'athleteId'>,
  grams: number,
  why: (typeof MOVES)[number],
  sentence: string | null,
): void => {
  const id = uuidv7();
  const body = { stockId: item.id, grams, why, at: new Date().toISOString() };
  const send = (deleted: boolean, base: number): void =>
    outbox.add({
      athleteId: item.athleteId,
      day: deviceToday(),
      route: 'putStockMove',
      id,
      body: { ...body, base, deleted },
      before: deleted ? { ...body, deleted: false } : null,
    });
  send(false, 0);
  if (sentence !== null) offerUndo(sentence, () => send(true, 1));
};

/** How one cooks and buys, until one says otherwise. common practice, no source. */
export const RULES: Extract<KitchenBody, { kind: 'rules' }> = {
  kind: 'rules',
  sessionsPerWeek: 2,
  evenings: [90, 90, 90, 90, 0, 0, 180],
  cookOn: [],
  notOn: [],
  shopOrder: [],
  currency: '€',
  coolHours: 6,
  fahrenheit: false,
  most: 3,
};
export const rulesOf = (book: KitchenBook | undefined) => book && thingsOf(book, 'rules')[0];

/** Keeps what a batch told of a yield; the same id again is the same weighing. */
export const learnYield = (
  athleteId: string,
  id: string,
  seen: Omit<BodyOf<'putYield'>, 'base' | 'deleted'>,
): void =>
  outbox.add({
    athleteId,
    day: deviceToday(),
    route: 'putYield',
    id,
    body: { ...seen, base: 0, deleted: false },
    before: null,
  });
