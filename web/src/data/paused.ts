/** So long after a change somebody has paused, ms. */
const PAUSE_MS = 1500;
/** What others change is not kept from who goes on editing for longer than this, ms. */
const AT_LAST_MS = 6000;

/**
 * Holds what is heard from the server while somebody edits on this page, for most of it is the echo of their own changes, and tells all of it once they
 * pause, at the latest after six seconds. What is heard again by the same key is told once. `lastChange` says when the page last changed something, ms.
 */
export const whenPaused = <E>(lastChange: () => number, tell: (all: E[]) => void) => {
  const heard = new Map<string, E>();
  let since = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const look = (): void => {
    const now = Date.now();
    const wait = Math.min(lastChange() + PAUSE_MS, since + AT_LAST_MS) - now;
    // Looked at again when it is time: they may have gone on.
    if (wait > 0) {
      timer = setTimeout(look, wait);
      return;
    }
    const all = [...heard.values()];
    heard.clear();
    tell(all);
  };
  return (key: string, event: E): void => {
    if (heard.size === 0) since = Date.now();
    heard.set(key, event);
    clearTimeout(timer);
    timer = setTimeout(look);
  };
};
