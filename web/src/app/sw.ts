/// <reference lib="webworker" />
import { remindersDue } from '@maul/core/reminders';
import { cacheNames } from 'workbox-core';
import { cleanupOutdatedCaches, PrecacheController, PrecacheRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { keepAside, keptAside, lastPerson } from '../data/away/index.ts';
import { deviceZone } from '../data/device.ts';
import { asNotification, type LeftReminders, REMINDERS } from '../data/leftReminders.ts';

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: { url: string; revision: string | null }[] };

// The whole application of this build is kept on the device; a page of any address is its index.
const kept = new PrecacheController();
kept.precache(self.__WB_MANIFEST);
cleanupOutdatedCaches();
registerRoute(new PrecacheRoute(kept));
registerRoute(
  new NavigationRoute(kept.createHandlerBoundToURL('/index.html'), {
    denylist: [/^\/api\//, /^\/calendar\//],
  }),
);

/** Keeps again what the browser has cleared. A part that the house has no more is of an older build: the newer one brings its own. */
const keepAgain = async (): Promise<void> => {
  const cache = await caches.open(cacheNames.precache);
  for (const url of kept.getCachedURLs()) {
    const key = kept.getCacheKeyForURL(url);
    if (key === undefined || (await cache.match(key))) continue;
    const part = await fetch(url);
    if (part.ok) await cache.put(key, part);
  }
};

self.addEventListener('message', (event) => {
  const { type } = (event.data ?? {}) as { type?: string };
  if (type === 'SKIP_WAITING') void self.skipWaiting();
  if (type === 'KEEP') event.waitUntil(keepAgain().catch(() => undefined));
});

/** The page that is open goes where the reminder leads; where none is, one is opened. */
const goTo = async (to: string): Promise<void> => {
  const [page] = await self.clients.matchAll({ type: 'window', includeUncontrolled: true });
  if (!page) return void (await self.clients.openWindow(to));
  await page.focus();
  page.postMessage({ type: 'GO', to });
};

self.addEventListener('notificationclick', (event) => {
  event.notification.close();
  event.waitUntil(goTo((event.notification.data as { to: string }).to));
});

/** Says what the last page left to be said, as long as no page is open that says it itself. */
const remind = async (): Promise<void> => {
  const pages = await self.clients.matchAll({ type: 'window', includeUncontrolled: true });
  const person = pages.length > 0 ? undefined : await lastPerson();
  if (person === undefined) return;
  const left = (await keptAside(person)).find(([name]) => name === REMINDERS)?.[1] as
    LeftReminders | undefined;
  if (!left) return;
  const { due } = remindersDue(left.reminders, left.wishes, new Set(left.said), Date.now(), deviceZone());
  for (const one of due) await self.registration.showNotification(...asNotification(one));
  if (due.length > 0)
    await keepAside(person, REMINDERS, { ...left, said: [...left.said, ...due.map((r) => r.id)] });
};

self.addEventListener('periodicsync', (event) => {
  if ((event as ExtendableEvent & { tag: string }).tag === REMINDERS)
    (event as ExtendableEvent).waitUntil(remind());
});
