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

describe('a change lasts from the press', () => {
  test('a page left before the keeper had it finds every row again, in order', async () => {
    const { keeper, kept, hold } = slowKeeper();
    hold();
    const journal = journalled(keeper);
    void journal.put(entry('b', 2));
    void journal.put(entry('a', 1));
    expect(kept.size).toBe(0);
    // The next page: the same device, nothing in memory.
    const next = await journalled(slowKeeper().keeper).all('me');
    expect(next.map((e) => e.key)).toEqual(['a', 'b']);
    expect(await journalled(slowKeeper().keeper).all('somebody else')).toEqual([]);
  });

  test('the note goes when the keeper has the entry, and the newest word of it wins until then', async () => {
    const { keeper, kept, hold, let: letGo } = slowKeeper();
    const journal = journalled(keeper);
    await journal.put(entry('a', 1, 80));
    expect(noted()).toEqual([]);
    hold();
    const second = journal.put(entry('a', 1, 81));
    expect((await journal.all('me')).map((e) => e.body)).toMatchObject([{ kg: 81 }]);
    letGo();
    await second;
    expect(noted()).toEqual([]);
    expect(kept.get('a')?.body).toMatchObject({ kg: 81 });
  });

  test('an older write that ends late leaves the note of a newer one', async () => {
    const { keeper, hold, let: letGo } = slowKeeper();
    const journal = journalled(keeper);
    hold();
    const first = journal.put(entry('a', 1, 80));
    const newer = entry('a', 1, 82);
    localStorage.setItem('maul-unsent a', JSON.stringify(newer));
    letGo();
    await first;
    expect(noted()).toEqual(['maul-unsent a']);
    expect((await journal.all('me')).map((e) => e.body)).toMatchObject([{ kg: 82 }]);
  });

  test('what is sent or dropped is noted no more, and a note that cannot be read is left out', async () => {
    const { keeper, hold } = slowKeeper();
    hold();
    const journal = journalled(keeper);
    void journal.put(entry('a', 1));
    void journal.remove('a');
    localStorage.setItem('maul-unsent broken', '{"key": "bro');
    expect(await journal.all('me')).toEqual([]);
  });
});
