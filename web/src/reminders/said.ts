import { onDevice } from '../data/remembered.ts';

const KEY = 'maul.reminded';
/** So long it is remembered that something was said, ms: longer than anything is of use. */
const KEPT_MS = 3 * 86_400_000;

const all = (): Record<string, number> => {
  try {
    return JSON.parse(onDevice.read(KEY) ?? '{}') as Record<string, number>;
  } catch {
    return {};
  }
};

/** What was said on this device already, in any of its tabs. */
export const saidHere = (): ReadonlySet<string> => new Set(Object.keys(all()));

/** It was said, at a moment. */
export const sayDone = (id: string, now = Date.now()): void =>
  onDevice.keep(
    KEY,
    JSON.stringify(
      Object.fromEntries(Object.entries({ ...all(), [id]: now }).filter(([, at]) => now - at < KEPT_MS)),
    ),
  );
