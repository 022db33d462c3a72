import { create } from 'zustand';
import { liveNow, whenEmpty } from '../data/live.ts';

interface Newer {
  /** What a newer Maul that waits on this device brings, in sentences; null where none waits. */
  news: readonly string[] | null;
}
export const useNewer = create<Newer>(() => ({ news: null }));

const NEWS = '/news.json';
/** What is new, from the house itself: the page that is open is the older one. */
const newsOf = async (): Promise<string[]> => {
  try {
    const { news } = (await (await fetch(NEWS, { cache: 'no-store' })).json()) as { news: string[] };
    return news;
  } catch {
    return [];
  }
};

let waiting: ServiceWorker | undefined;

/** A worker that waits is a newer application: it is said, with what it brings. */
const told = (registration: ServiceWorkerRegistration): void => {
  const waits = (): void => {
    if (!registration.waiting || !navigator.serviceWorker.controller) return;
    waiting = registration.waiting;
    void newsOf().then((news) => useNewer.setState({ news }));
  };
  registration.addEventListener('updatefound', () =>
    registration.installing?.addEventListener('statechange', waits),
  );
  waits();
};

/** Takes up the newer application. What was not sent stays on the device. */
export const takeNewer = (): void => waiting?.postMessage({ type: 'SKIP_WAITING' });

/** Another page took it up: this one follows, once nothing lies on its scale. */
const follow = (): void => {
  if (liveNow() === undefined) window.location.reload();
  else whenEmpty(() => window.location.reload());
};

/**
 * Keeps the whole application on the device once the first page has been seen and the browser is idle, so that a dialog that was never
 * opened opens without a network. A device that cannot is no worse off. `go` opens an address of Maul.
 */
export const keepApp = (go: (to: string) => unknown): void => {
  if (!('serviceWorker' in navigator)) return;
  // The very first worker takes nobody's place.
  if (navigator.serviceWorker.controller)
    navigator.serviceWorker.addEventListener('controllerchange', follow, { once: true });
  // A reminder that was pressed outside the page leads here.
  navigator.serviceWorker.addEventListener('message', (event) => {
    const { type, to } = (event.data ?? {}) as { type?: string; to?: string };
    if (type === 'GO' && to !== undefined) void go(to);
  });
  const keep = async (): Promise<void> => {
    try {
      // A browser may clear what was kept and leave the worker, which keeps the application only when it is installed.
      const worker = navigator.serviceWorker.controller;
      if (worker && !(await caches.match('/index.html', { ignoreSearch: true })))
        worker.postMessage({ type: 'KEEP' });
      told(await navigator.serviceWorker.register('/sw.js'));
    } catch {
      // Then the application needs the network.
    }
  };
  const idle = (): void =>
    void ('requestIdleCallback' in window
      ? requestIdleCallback(() => void keep(), { timeout: 10_000 })
      : setTimeout(() => void keep(), 2000));
  if (document.readyState === 'complete') idle();
  else window.addEventListener('load', idle, { once: true });
};
