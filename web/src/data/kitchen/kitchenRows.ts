import type { InStock, KitchenBook, KitchenThing, StockList } from '@maul/contract/kitchen';
import type { ResponseOf } from '@maul/contract/routes';
import type { InfiniteData, QueryClient } from '@tanstack/react-query';
import type { OutboxEntry } from '../sending/outbox.ts';
import { KITCHEN_ROUTES, type KitchenRoute, type OutboxRoute } from '../sending/rows.ts';

export const ofKitchen = (entry: OutboxEntry): entry is OutboxEntry<KitchenRoute> =>
  (KITCHEN_ROUTES as readonly OutboxRoute[]).includes(entry.route);

const isThing = (entry: OutboxEntry): entry is OutboxEntry<'putKitchenThing'> =>
  entry.route === 'putKitchenThing';
const isStock = (entry: OutboxEntry): entry is OutboxEntry<'putStock'> => entry.route === 'putStock';
const isMove = (entry: OutboxEntry): entry is OutboxEntry<'putStockMove'> => entry.route === 'putStockMove';

/** The book of a kitchen with what was written of one thing. */
const bookWith = (book: KitchenBook, entry: OutboxEntry, version?: number): KitchenBook => {
  if (!isThing(entry)) return book;
  const known = book.things.find((t) => t.id === entry.id);
  if (known && version !== undefined && known.version > version) return book;
  const row = {
    id: entry.id,
    thing: entry.body.thing,
    version: version ?? known?.version ?? 0,
    deleted: false,
  } as KitchenThing;
  const others = book.things.filter((t) => t.id !== entry.id);
  if (entry.body.deleted) return { ...book, things: others };
  return {
    ...book,
    things: known ? book.things.map((t) => (t.id === entry.id ? row : t)) : [row, ...others],
  };
};

/** What a move takes off, against what it took before. */
const takenBy = (entry: OutboxEntry<'putStockMove'>): number => {
  const before = entry.before && !entry.before.deleted ? Number(entry.before.grams) : 0;
  return (entry.body.deleted ? 0 : entry.body.grams) - before;
};

/** What is in stock with one change of it. */
const stockWith = (stock: readonly InStock[], entry: OutboxEntry, version?: number): readonly InStock[] => {
  if (isMove(entry)) {
    const taken = takenBy(entry);
    return stock.map((s) => (s.id === entry.body.stockId ? { ...s, left: s.left - taken } : s));
  }
  if (!isStock(entry)) return stock;
  const known = stock.find((s) => s.id === entry.id);
  if (known && version !== undefined && known.version > version) return stock;
  if (entry.body.deleted) return stock.filter((s) => s.id !== entry.id);
  const { base: _base, ...content } = entry.body;
  const row = {
    ...content,
    id: entry.id,
    athleteId: entry.athleteId,
    version: version ?? known?.version ?? 0,
    left: known ? known.left + entry.body.grams - known.grams : entry.body.grams,
    planned: known?.planned ?? 0,
  } as InStock;
  return known ? stock.map((s) => (s.id === entry.id ? row : s)) : [...stock, row];
};

interface Taken {
  stockId: string;
  left: number;
  planned: number;
}
/** What a portion that is not sent yet takes off a box. */
const portionTakes = (entry: OutboxEntry): Taken | undefined => {
  if (entry.route !== 'putPortion' || entry.before !== null) return undefined;
  const { food, grams, plannedGrams, deleted } = (entry as OutboxEntry<'putPortion'>).body;
  if (food.stockId === undefined || deleted) return undefined;
  return { stockId: food.stockId, left: grams ?? 0, planned: grams === null ? (plannedGrams ?? 0) : 0 };
};

/** True of what is not sent yet and shows in the stock: most portions take of no box. */
export const changesStock = (entry: OutboxEntry): boolean =>
  ofKitchen(entry) || portionTakes(entry) !== undefined;

/** The book as this device has it: what the server said, and over it what is not sent yet. */
export const pendingBook = (
  book: KitchenBook,
  entries: readonly OutboxEntry[],
  athleteId: string,
): KitchenBook =>
  entries
    .filter((e) => e.athleteId === athleteId && e.state !== 'refused')
    .reduce((all, entry) => bookWith(all, entry), book);

/** What is in stock as this device has it. New rows of other kitchens than those listed stay out. */
export const pendingStock = (
  stock: readonly InStock[],
  entries: readonly OutboxEntry[],
  kitchens: readonly string[],
): readonly InStock[] =>
  entries
    .filter((e) => e.state !== 'refused')
    .reduce((all, entry) => {
      const takes = portionTakes(entry);
      if (takes)
        return all.map((s) =>
          s.id === takes.stockId
            ? { ...s, left: s.left - takes.left, planned: s.planned + takes.planned }
            : s,
        );
      return kitchens.includes(entry.athleteId) ? stockWith(all, entry) : all;
    }, stock);

/** What the server has just kept. An answer that was asked for before that may be older. */
const landed: { entry: OutboxEntry<KitchenRoute>; version: number; at: number }[] = [];
const ON_ITS_WAY_MS = 60_000;
const since = (askedAt: number) => landed.filter(({ at }) => at >= askedAt);

/** A book as it was answered to a question asked at a moment, with what was kept since. */
export const bookWithLanded = (book: KitchenBook, athleteId: string, askedAt: number): KitchenBook =>
  since(askedAt)
    .filter(({ entry }) => entry.athleteId === athleteId)
    .reduce((all, { entry, version }) => bookWith(all, entry, version), book);

/** A page of stock with the rows that were kept since it was asked for. What was taken is counted by the server alone. */
export const stockWithLanded = (list: StockList, askedAt: number): StockList => ({
  ...list,
  stock: since(askedAt)
    .filter(({ entry }) => isStock(entry) && list.stock.some((s) => s.id === entry.id))
    .reduce<readonly InStock[]>((all, { entry, version }) => stockWith(all, entry, version), list.stock)
    .slice(),
});

type Pages = InfiniteData<StockList, number>;

/** Puts what the server has just kept where it is shown. */
export const kitchenSaved = (
  client: QueryClient,
  entry: OutboxEntry<KitchenRoute>,
  row: ResponseOf<OutboxRoute>,
): void => {
  const now = Date.now();
  landed.push({ entry, version: row.version, at: now });
  while (landed[0] && now - landed[0].at > ON_ITS_WAY_MS) landed.shift();
  client.setQueryData<KitchenBook>(
    ['book', entry.athleteId],
    (book) => book && bookWith(book, entry, row.version),
  );
  client.setQueriesData<Pages>(
    { queryKey: ['stock'] },
    (data) =>
      data && {
        ...data,
        pages: data.pages.map((page, i) => {
          const here = page.stock.some((s) => s.id === entry.id) || isMove(entry);
          // What is new stands on the first page until it is asked for anew.
          if (!here && (i > 0 || data.pages.some((p) => p.stock.some((s) => s.id === entry.id)))) return page;
          return { ...page, stock: [...stockWith(page.stock, entry, row.version)] };
        }),
      },
  );
  if (!isThing(entry)) void client.invalidateQueries({ queryKey: ['stock'] });
};

/** A meal that goes or comes back takes its portions with it; whether it is eaten, and when, its portions say themselves. */
const goesOrComes = ({ before, body }: OutboxEntry<'putMeal'>): boolean =>
  before === undefined || (before?.deleted ?? false) !== body.deleted;

/** A portion or a meal that was kept may have taken of a box: then what is left is asked for anew. */
export const takesStock = (entry: OutboxEntry): boolean =>
  entry.route === 'putMeal'
    ? goesOrComes(entry as OutboxEntry<'putMeal'>)
    : entry.route === 'putPortion' && (entry as OutboxEntry<'putPortion'>).body.food.stockId !== undefined;
