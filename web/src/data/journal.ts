import type { OutboxEntry, OutboxKeeper } from './outbox.ts';

const PREFIX = 'maul-unsent ';

const noted = (): OutboxEntry[] =>
  Object.keys(localStorage)
    .filter((key) => key.startsWith(PREFIX))
    .flatMap((key) => {
      try {
        return [JSON.parse(localStorage.getItem(key) ?? '') as OutboxEntry];
      } catch {
        return [];
      }
    });

const note = (entry: OutboxEntry): string | undefined => {
  const text = JSON.stringify(entry);
  try {
    localStorage.setItem(PREFIX + entry.key, text);
    return text;
  } catch {
    // A full store: the entry then lasts as soon as the keeper has it.
    return undefined;
  }
};

/**
 * A keeper whose entries last from the moment of the press. The keeper itself needs a while, and a page left in that while would take part of
 * a change with it: so each entry is noted at once, and the note goes when the keeper has it.
 */
export const journalled = (keeper: OutboxKeeper): OutboxKeeper => ({
  put: async (entry) => {
    const text = note(entry);
    await keeper.put(entry);
    if (text !== undefined && localStorage.getItem(PREFIX + entry.key) === text)
      localStorage.removeItem(PREFIX + entry.key);
  },
  remove: async (key) => {
    localStorage.removeItem(PREFIX + key);
    await keeper.remove(key);
  },
  all: async (personId) => {
    const kept = new Map((await keeper.all(personId)).map((entry) => [entry.key, entry]));
    for (const entry of noted()) if (entry.personId === personId) kept.set(entry.key, entry);
    return [...kept.values()].sort((a, b) => a.seq - b.seq);
  },
});
