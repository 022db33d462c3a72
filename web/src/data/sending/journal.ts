import type { OutboxEntry, OutboxKeeper } from './outbox.ts';

const PREFIX = 'maul-unsent ';

/** A browser may refuse its storage as a whole: then entries last as soon as the keeper has them. */
const orElse = <T>(work: () => T, otherwise: T): T => {
  try {
    return work();
  } catch {
    return otherwise;
  }
};
const noteOf = (key: string): string | null => orElse(() => localStorage.getItem(PREFIX + key), null);
const forget = (key: string): void => orElse(() => localStorage.removeItem(PREFIX + key), undefined);
/** The note that was made; undefined where there is no room for it. */
const note = (entry: OutboxEntry): string | undefined =>
  orElse(() => {
    const text = JSON.stringify(entry);
    localStorage.setItem(PREFIX + entry.key, text);
    return text;
  }, undefined);
const noted = (): OutboxEntry[] =>
  orElse(() => Object.keys(localStorage), [])
    .filter((key) => key.startsWith(PREFIX))
    .flatMap((key) => orElse(() => [JSON.parse(localStorage.getItem(key) ?? '') as OutboxEntry], []));

/** What is sent before this need not trouble the keeper. */
const LATER_MS = 1000;

/**
 * A keeper whose entries last from the moment of the press. The keeper itself needs a while, and a page left in that while would take part of
 * a change with it: so each entry is noted at once. What is still unsent a second later goes to the keeper, which has more room, and its note goes.
 */
export const journalled = (
  keeper: OutboxKeeper,
  laterMs = LATER_MS,
  onFull: () => void = () => undefined,
): OutboxKeeper => {
  const inKeeper = new Set<string>();
  const waiting = new Map<string, ReturnType<typeof setTimeout>>();
  const hand = async (entry: OutboxEntry, text?: string): Promise<void> => {
    inKeeper.add(entry.key);
    await keeper.put(entry);
    if (text !== undefined && noteOf(entry.key) === text) forget(entry.key);
  };
  const handLater = (entry: OutboxEntry, text: string): void => {
    waiting.set(
      entry.key,
      // A keeper that has no room: the note stays where it is.
      setTimeout(() => void hand(entry, text).catch(onFull), laterMs),
    );
  };
  return {
    put: async (entry) => {
      const text = note(entry);
      clearTimeout(waiting.get(entry.key));
      if (text === undefined) return hand(entry);
      handLater(entry, text);
    },
    remove: async (key) => {
      clearTimeout(waiting.get(key));
      waiting.delete(key);
      forget(key);
      if (inKeeper.delete(key)) await keeper.remove(key);
    },
    all: async (personId) => {
      // A keeper that the browser shuts away, as in some private windows, has nothing; what was noted is there all the same.
      const all = await keeper.all(personId).catch((): OutboxEntry[] => []);
      const kept = new Map(all.map((entry) => [entry.key, entry]));
      for (const key of kept.keys()) inKeeper.add(key);
      for (const entry of noted()) {
        if (entry.personId !== personId) continue;
        kept.set(entry.key, entry);
        // A page that was left at once has not handed it over: notes can be read, the keeper closes what it has.
        const text = noteOf(entry.key);
        if (text !== null && !waiting.has(entry.key)) handLater(entry, text);
      }
      return [...kept.values()].sort((a, b) => a.seq - b.seq);
    },
  };
};
