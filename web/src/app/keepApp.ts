import { sayOnce } from '../data/undo.ts';

/** A worker that waits is a newer application: it is said once, and taken up when the page is opened anew. */
const told = (registration: ServiceWorkerRegistration): void => {
  const waits = (): void => {
    if (registration.waiting && navigator.serviceWorker.controller)
      sayOnce('A newer Maul is on this device. It is used when you close every Maul page and open it again.');
  };
  registration.addEventListener('updatefound', () =>
    registration.installing?.addEventListener('statechange', waits),
  );
  waits();
};

/**
 * Keeps the whole application on the device once the first page has been seen and the browser is idle, so that a dialog that was never
 * opened opens without a network. A device that cannot is no worse off.
 */
export const keepApp = (): void => {
  if (!('serviceWorker' in navigator)) return;
  const keep = (): void => {
    navigator.serviceWorker.register('/sw.js').then(told, () => undefined);
  };
  const idle = (): void =>
    void ('requestIdleCallback' in window
      ? requestIdleCallback(keep, { timeout: 10_000 })
      : setTimeout(keep, 2000));
  if (document.readyState === 'complete') idle();
  else window.addEventListener('load', idle, { once: true });
};
