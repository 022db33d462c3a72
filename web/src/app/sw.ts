/// <reference lib="webworker" />
import { remindersDue } from '@maul/core/reminders';
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { keepAside, keptAside, lastPerson } from '../data/away/index.ts';
import { deviceZone } from '../data/device.ts';
import { asNotification, type LeftReminders, REMINDERS } from '../data/leftReminders.ts';

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: { url: string; revision: string | null }[] };

// The whole application of this build is kept on the device; a page of any address is its index.
precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
registerRoute(
  new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//, /^\/calendar\//] }),
);

self.addEventListener('message', (event) => {
  if ((event.data as { type?: string } | null)?.type === 'SKIP_WAITING') void self.skipWaiting();
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
