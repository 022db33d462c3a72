import { describe, expect, test } from '@jest/globals';
import type { InStock, KitchenBook } from '@maul/contract/kitchen';
import { QueryClient } from '@tanstack/react-query';
import {
  bookWithLanded,
  changesStock,
  kitchenSaved,
  ofKitchen,
  pendingBook,
  pendingStock,
  stockWithLanded,
  takesStock,
} from './kitchenRows.ts';
import type { OutboxEntry } from '../sending/outbox.ts';

const ME = '018f0000-0000-7000-8000-000000000001';
const MATE = '018f0000-0000-7000-8000-000000000002';
const item = (id: string, change: Partial<InStock> = {}): InStock =>
  ({
    id,
    athleteId: ME,
    name: 'Stew',
    grams: 300,
    left: 300,
    planned: 0,
    version: 1,
    deleted: false,
    ...change,
  }) as InStock;
const entry = (route: OutboxEntry['route'], id: string, body: object, change: Partial<OutboxEntry> = {}): OutboxEntry =>
  ({ key: id, seq: 1, personId: ME, athleteId: ME, day: '2026-11-29', route, id, state: 'waiting', before: null, body: { base: 0, deleted: false, ...body }, ...change }) as OutboxEntry; // prettier-ignore
const extra = (text: string) => ({ kind: 'extra' as const, text, bought: false });
const book = (...texts: string[]): KitchenBook => ({
  things: texts.map((text, i) => ({ id: `t${i}`, thing: extra(text), version: 2, deleted: false })),
  mates: [],
});

describe('a kitchen with what is not sent yet', () => {
  test('shows a thing that was added, changed or taken away, and not what was refused', () => {
    const entries = [
      entry('putKitchenThing', 'new', { thing: extra('Salt') }),
      entry('putKitchenThing', 't0', { base: 2, thing: extra('Thick foil') }),
      entry('putKitchenThing', 't1', { base: 2, thing: extra('Bags'), deleted: true }),
      entry('putKitchenThing', 'no', { thing: extra('No') }, { state: 'refused' }),
      entry('putKitchenThing', 'theirs', { thing: extra('Theirs') }, { athleteId: MATE }),
    ];
    const shown = pendingBook(book('Foil', 'Bags'), entries, ME).things.map((t) => t.thing.kind === 'extra' && t.thing.text); // prettier-ignore
    expect(shown).toEqual(['Salt', 'Thick foil']);
  });
  test('takes moves and new portions off what is left, and gives back a move that was taken back', () => {
    const stock = [item('a'), item('b')];
    const move = entry('putStockMove', 'm', { stockId: 'a', grams: 50 });
    const back = entry('putStockMove', 'm2', { stockId: 'b', grams: 40, deleted: true }, { before: { stockId: 'b', grams: 40, deleted: false } }); // prettier-ignore
    const eaten = entry('putPortion', 'p', { food: { stockId: 'a' }, grams: 100, plannedGrams: null });
    const planned = entry('putPortion', 'q', { food: { stockId: 'b' }, grams: null, plannedGrams: 120 });
    const other = entry('putPortion', 'r', { food: {}, grams: 100, plannedGrams: null });
    expect(pendingStock(stock, [move, back, eaten, planned, other], [ME]).map((s) => [s.left, s.planned])).toEqual([
      [150, 0],
      [340, 120],
    ]); // prettier-ignore
  });
  test('lists a new box, keeps what was taken of one that is weighed anew, and leaves other kitchens out', () => {
    const entries = [
      entry('putStock', 'new', { name: 'Soup', grams: 200 }),
      entry('putStock', 'a', { base: 1, name: 'Stew', grams: 320 }),
      entry('putStock', 'far', { name: 'Far', grams: 10 }, { athleteId: MATE }),
    ];
    const shown = pendingStock([item('a', { left: 250 })], entries, [ME]);
    expect(shown.map((s) => [s.id, s.left])).toEqual([
      ['a', 270],
      ['new', 200],
    ]);
    expect(pendingStock([item('a')], [entry('putStock', 'a', { base: 1, deleted: true })], [ME])).toEqual([]);
  });
  test('knows its own rows', () => {
    expect(ofKitchen(entry('putStock', 'a', {}))).toBe(true);
    expect(ofKitchen(entry('putMeal', 'a', {}))).toBe(false);
  });
});

describe('what changes the stock', () => {
  const portion = (stockId: string | undefined, change: Partial<OutboxEntry> = {}) =>
    entry('putPortion', 'p', { food: { stockId }, grams: 100, plannedGrams: null }, change);
  test('before it is sent: its own rows, and a new portion of a box', () => {
    expect(changesStock(entry('putStock', 'a', {}))).toBe(true);
    expect(changesStock(portion('a'))).toBe(true);
    expect(changesStock(portion(undefined))).toBe(false);
    expect(changesStock(entry('putMeal', 'm', {}))).toBe(false);
    // What it takes anew is counted by the server alone.
    expect(changesStock(portion('a', { before: { grams: 50, deleted: false } }))).toBe(false);
  });
  test('once it is kept: a portion of a box, and a meal that goes or comes back with its portions', () => {
    const meal = (deleted: boolean, before: object | null | undefined) =>
      entry('putMeal', 'm', { deleted }, { before: before as never });
    expect(takesStock(portion('a', { before: { grams: 50, deleted: false } }))).toBe(true);
    expect(takesStock(portion(undefined))).toBe(false);
    expect(takesStock(meal(true, { deleted: false }))).toBe(true);
    expect(takesStock(meal(false, { deleted: true }))).toBe(true);
    expect(takesStock(meal(false, undefined))).toBe(true);
    expect(takesStock(meal(false, { deleted: false }))).toBe(false);
    expect(takesStock(meal(false, null))).toBe(false);
  });
});

describe('what the server has just kept', () => {
  test('is not overtaken by an answer that was asked for before', () => {
    const client = new QueryClient();
    client.setQueryData(['book', ME], book('Foil'));
    const asked = Date.now();
    kitchenSaved(client, entry('putKitchenThing', 't0', { base: 2, thing: extra('Thick foil') }) as never, { version: 3 } as never); // prettier-ignore
    const cached = client.getQueryData<KitchenBook>(['book', ME]);
    expect(cached?.things[0]).toMatchObject({ version: 3, thing: { text: 'Thick foil' } });
    expect(bookWithLanded(book('Foil'), ME, asked).things[0]).toMatchObject({ version: 3, thing: { text: 'Thick foil' } });
    expect(bookWithLanded(book('Foil'), ME, Date.now() + 5).things[0]).toMatchObject({ version: 2 });
    // A newer answer stays.
    const newer = { ...book('Newest'), things: [{ id: 't0', thing: extra('Newest'), version: 9, deleted: false }] };
    expect(bookWithLanded(newer, ME, asked).things[0]).toMatchObject({ version: 9 });
  }); // prettier-ignore
  test('of a box stands on the page where it is', () => {
    const client = new QueryClient();
    const page = { stock: [item('a')], more: false, waste: 0 };
    client.setQueryData(['stock', ME, ''], { pages: [page], pageParams: [0] });
    const asked = Date.now();
    kitchenSaved(client, entry('putStock', 'a', { base: 1, name: 'Stew', grams: 310 }) as never, { version: 2 } as never); // prettier-ignore
    kitchenSaved(client, entry('putStockMove', 'm', { stockId: 'a', grams: 10 }) as never, { version: 1 } as never); // prettier-ignore
    const data = client.getQueryData<{ pages: { stock: InStock[] }[] }>(['stock', ME, '']);
    expect(data?.pages[0]?.stock[0]).toMatchObject({ grams: 310, left: 300, version: 2 });
    // What was taken is counted by the server: an answer of it is not counted again.
    expect(stockWithLanded(page, asked).stock[0]).toMatchObject({ grams: 310, left: 310 });
  });
});
