import { beforeEach, describe, expect, test } from '@jest/globals';
import { journalled } from './journal.ts';
import type { OutboxEntry, OutboxKeeper } from './outbox.ts';

const entry = (key: string, seq: number, kg = 80): OutboxEntry => ({
  key,
  seq,
  personId: 'me',
  athleteId: 'me',
  day: '2026-11-24',
  route: 'putWeighIn',
  id: `row-${key}`,
  body: { base: 0, day: '2026-11-24', kg, deleted: false },
  state: 'waiting',
});

/** A keeper that takes an entry only when it is let. */
const slowKeeper = () => {
  const kept = new Map<string, OutboxEntry>();
  let release = (): void => undefined;
  let gate = Promise.resolve();
  const keeper: OutboxKeeper = {
    put: (e) => gate.then(() => kept.set(e.key, e)),
    remove: (key) => gate.then(() => kept.delete(key)),
    all: (personId) => Promise.resolve([...kept.values()].filter((e) => e.personId === personId)),
  };
  const hold = (): void => {
    gate = new Promise((done) => {
      release = done;
    });
  };
  return { keeper, kept, hold, let: () => release() };
};
const noted = () => Object.keys(localStorage).filter((key) => key.startsWith('maul-unsent '));

beforeEach(() => localStorage.clear());

const LATER = 5;
const later = () => new Promise((done) => setTimeout(done, LATER * 4));

describe('a change lasts from the press', () => {
  test('a page left before the keeper had it finds every row again, in order', async () => {
    const { keeper, kept } = slowKeeper();
    const journal = journalled(keeper);
    await journal.put(entry('b', 2));
    await journal.put(entry('a', 1));
    expect(kept.size).toBe(0);
    // The next page: the same device, nothing in memory.
    const next = await journalled(slowKeeper().keeper).all('me');
    expect(next.map((e) => e.key)).toEqual(['a', 'b']);
    expect(await journalled(slowKeeper().keeper).all('somebody else')).toEqual([]);
    await journal.remove('a');
    await journal.remove('b');
  });

  test('what stays unsent goes to the keeper, and its note goes; the newest word of it wins until then', async () => {
    const { keeper, kept, hold, let: letGo } = slowKeeper();
    const journal = journalled(keeper, LATER);
    await journal.put(entry('a', 1, 80));
    await later();
    expect(noted()).toEqual([]);
    expect(kept.get('a')?.body).toMatchObject({ kg: 80 });
    hold();
    await journal.put(entry('a', 1, 81));
    await later();
    expect((await journal.all('me')).map((e) => e.body)).toMatchObject([{ kg: 81 }]);
    letGo();
    await later();
    expect(noted()).toEqual([]);
    expect(kept.get('a')?.body).toMatchObject({ kg: 81 });
  });

  test('what is sent at once never troubles the keeper', async () => {
    const { keeper, kept } = slowKeeper();
    let removed = 0;
    const counted = { ...keeper, remove: (key: string) => Promise.resolve((removed += key.length)) };
    const journal = journalled(counted, LATER);
    await journal.put(entry('a', 1));
    await journal.remove('a');
    await later();
    expect([kept.size, removed, noted()]).toEqual([0, 0, []]);
  });

  test('an older write that ends late leaves the note of a newer one', async () => {
    const { keeper, hold, let: letGo } = slowKeeper();
    const journal = journalled(keeper, LATER);
    hold();
    await journal.put(entry('a', 1, 80));
    await later();
    localStorage.setItem('maul-unsent a', JSON.stringify(entry('a', 1, 82)));
    letGo();
    await later();
    expect(noted()).toEqual(['maul-unsent a']);
    expect((await journal.all('me')).map((e) => e.body)).toMatchObject([{ kg: 82 }]);
  });

  test('what was kept by an earlier page is removed from the keeper too; a note that cannot be read is left out', async () => {
    const { keeper, kept } = slowKeeper();
    await keeper.put(entry('a', 1));
    const journal = journalled(keeper);
    localStorage.setItem('maul-unsent broken', '{"key": "bro');
    expect((await journal.all('me')).map((e) => e.key)).toEqual(['a']);
    await journal.remove('a');
    expect(kept.size).toBe(0);
  });

  test('on a device whose notes are full the keeper has it at once', async () => {
    const { keeper, kept } = slowKeeper();
    const storage = localStorage;
    const full = (): never => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    globalThis.localStorage = Object.assign(Object.create(storage) as Storage, { setItem: full });
    try {
      await journalled(keeper).put(entry('a', 1));
      expect(kept.has('a')).toBe(true);
    } finally {
      globalThis.localStorage = storage;
    }
  });
  test('a keeper that the browser shuts away leaves what was noted', async () => {
    const shut = () => Promise.reject(new Error('denied'));
    let told = 0;
    const keeper = journalled({ put: shut, remove: shut, all: shut }, LATER, () => (told += 1));
    await keeper.put(entry('a', 1));
    await later();
    expect(told).toBe(1);
    expect(await journalled({ put: shut, remove: shut, all: shut }, LATER).all('me')).toMatchObject([
      { key: 'a' },
    ]);
  });
});
